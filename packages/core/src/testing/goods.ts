import { shapeOutline } from '../blank/index.js';
import { offsetPolygon, polygonOf, type Outline, type Point, type Polygon } from '../geometry/index.js';

const pointsOf = (list: readonly (readonly [number, number])[]): Point[] => list.map(([x, y]) => ({ x, y }));

/** A sock laid flat, with its foot. */
const sock = (size: number): Outline => ({
  kind: 'polygon',
  points: pointsOf([
    [0, 0],
    [86, 0],
    [86, 120],
    [92, 132],
    [150, 160],
    [196, 176],
    [206, 192],
    [204, 212],
    [190, 222],
    [120, 224],
    [60, 214],
    [20, 190],
    [4, 160],
  ]).map(({ x, y }) => ({ x: x * size, y: y * size })),
});

/** Mixed goods of a shop, 200 pieces, for nesting: how many of what. */
const MIXED: [number, Outline][] = [
  [48, sock(1)],
  [16, sock(0.72)],
  [36, shapeOutline('mask', { width: 190, height: 140 })],
  [24, shapeOutline('trapezium', { width: 96, bottom: 150, height: 170 })],
  [24, shapeOutline('circle', { width: 95 })],
  [20, shapeOutline('heart', { width: 90, height: 85 })],
  [
    14,
    {
      kind: 'polygon',
      points: pointsOf([
        [0, 0],
        [110, 0],
        [55, 170],
      ]),
    },
  ],
  [10, { kind: 'rectangle', width: 120, height: 150, radius: 8 }],
  [8, { kind: 'rectangle', width: 50, height: 80, radius: 4 }],
];

/** The cut lines of the mixed goods with a bleed of 3.2 mm, and which of them each of the 200 pieces has. */
export function mixedGoods(): { outlines: Polygon[]; things: number[] } {
  return {
    outlines: MIXED.map(([, outline]) => offsetPolygon(polygonOf(outline), 3.2)),
    things: MIXED.flatMap(([count], kind) => Array.from({ length: count }, () => kind)),
  };
}

/** Sides of the squares of the simple perfect squared square of order 21, side 112 (A. J. W. Duijvestijn 1978). */
export const SQUARED_SQUARE = [50, 42, 37, 35, 33, 29, 27, 25, 24, 19, 18, 17, 16, 15, 11, 9, 8, 7, 6, 4, 2];
/** Sides of the squares of the squared rectangle of order 9, 33 × 32 (Z. Moroń 1925). */
export const SQUARED_RECTANGLE = [18, 15, 14, 10, 9, 8, 7, 4, 1];
