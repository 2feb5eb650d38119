/** A place or a step on the plane, in millimetres; x to the right, y downwards, as on a sheet read from its top-left corner. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Distance between two points, mm. */
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);
