/** A place on the screen in the coordinates of a drawing, or of a part of it. */
export const placeIn = (drawing: SVGGraphicsElement | null, x: number, y: number): DOMPoint =>
  new DOMPoint(x, y).matrixTransform(drawing?.getScreenCTM()?.inverse());

/** Which way the arrow keys move what is chosen. */
export const ARROWS: Partial<Record<string, (far: number) => { x: number; y: number }>> = {
  ArrowLeft: (far) => ({ x: -far, y: 0 }),
  ArrowRight: (far) => ({ x: far, y: 0 }),
  ArrowUp: (far) => ({ x: 0, y: -far }),
  ArrowDown: (far) => ({ x: 0, y: far }),
};
