import { boxTurned, type BedPiece } from '../bed/index.js';
import type { Blank, KeepOutKind, Template } from '../blank/index.js';
import { polygonOf, rectPolygon, type Point, type Polygon } from '../geometry/index.js';
import type { Layer, LayerRole } from './layers.js';
import type { PressBed } from './press-bed.js';

/** Drawn heights: thin things are drawn thicker than they are, or nobody would see them. */
const HEIGHT: Record<LayerRole, number> = {
  'upper plate': 50,
  'non-stick sheet': 8,
  'cover sheet': 9,
  transfer: 16,
  blank: 38,
  jig: 16,
  insert: 9,
  'blank, far layer': 26,
  pad: 42,
  'base sheet': 9,
  'lower plate': 40,
};
const GAP = 9;
/** Two lines of a name beside a layer. */
const ROW = 42;
const LEAST_WIDTH = 60;

/** One layer as it is drawn from the side; from the upper left corner down. */
interface DrawnLayer {
  layer: Layer;
  x: number;
  top: number;
  width: number;
  height: number;
}

export interface StackPicture {
  rows: DrawnLayer[];
  width: number;
  height: number;
}

/** The stack from the side, `width` wide: widths in proportion, heights told apart, neither layers nor the lines of their names touching. O(layers). */
export function stackPicture(layers: readonly Layer[], width = 300): StackPicture {
  const widest = Math.max(...layers.map((layer) => layer.size?.width ?? 0));
  const rows: DrawnLayer[] = [];
  let bottom = 6 - GAP;
  let middleBefore = -Infinity;
  for (const layer of layers) {
    const height = HEIGHT[layer.role];
    const top = Math.max(bottom + GAP, middleBefore + ROW - height / 2);
    const wide = layer.size ? Math.max(LEAST_WIDTH, (layer.size.width / widest) * width * 0.94) : width;
    rows.push({ layer, x: (width - wide) / 2, top, width: wide, height });
    bottom = top + height;
    middleBefore = top + height / 2;
  }
  return { rows, width, height: bottom + 4 };
}

/** A piece as it lies on the plate: its outline, the pad under it and the paper over it, and what hangs off it. */
export interface DrawnPiece {
  outline: Polygon;
  pad: Polygon | null;
  paper: Polygon | null;
  hangs: { kind: KeepOutKind; area: Polygon }[];
}

/** Points of the print's own coordinates as they lie when it is turned and set down. */
const laid = (polygon: Polygon, print: PressBed['print'], { turn, print: at }: BedPiece): Point[] =>
  polygon.map(({ x, y }) => {
    const spot = boxTurned({ x, y, width: 0, height: 0 }, print, turn, at.x, at.y);
    return { x: spot.x, y: spot.y };
  });

/** The pieces on the plate from above, mm from its back left corner. O(corners). */
export function bedPicture(
  { bed, print, from }: Pick<PressBed, 'bed' | 'print' | 'from'>,
  layers: readonly Layer[],
  side: Blank['sides'][number],
  template: Pick<Template, 'outline' | 'width' | 'covers' | 'bleedPolygon'>,
): DrawnPiece[] {
  const over = (print.width - template.width) / 2;
  const { x: left, y: top } = from ?? { x: -over, y: -over };
  const shifted = (polygon: Polygon) => polygon.map(({ x, y }) => ({ x: x - left, y: y - top }));
  const outline = shifted(template.covers ? polygonOf(template.outline) : template.bleedPolygon);
  // Pads and paper lie with their middle on the print's.
  const centred = (role: LayerRole): Polygon | null => {
    const size = layers.find((layer) => layer.role === role)?.size;
    const from = size && { x: (print.width - size.width) / 2, y: (print.height - size.height) / 2 };
    return size && from ? rectPolygon({ ...from, ...size }) : null;
  };
  const [pad, paper] = [centred('pad'), centred('cover sheet')];
  const hangs = side.keepOuts.filter(({ hangsOff }) => hangsOff);
  return (bed?.pieces ?? []).map((piece) => ({
    outline: laid(outline, print, piece),
    pad: pad && laid(pad, print, piece),
    paper: paper && laid(paper, print, piece),
    hangs: hangs.map(({ kind, area }) => ({ kind, area: laid(shifted(area), print, piece) })),
  }));
}
