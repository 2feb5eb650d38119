import { LuDecomposition, Matrix } from 'ml-matrix';
import type { Point } from './point.js';

/** A projective map of the plane, row by row: x' = (h0 x + h1 y + h2) / (h6 x + h7 y + 1), y' likewise with h3 to h5. */
export type Homography = readonly [number, number, number, number, number, number, number, number];

export type Four<T> = readonly [T, T, T, T];

/** A pivot smaller than this says that the points give no perspective. */
const NO_PIVOT = 1e-12;

/**
 * The map that takes four points to four others. R. Hartley and A. Zisserman, Multiple View Geometry in Computer Vision, ch. 4.
 * Throws a RangeError when three of them lie on a line.
 */
export function homographyOf(from: Four<Point>, to: Four<Point>): Homography {
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i] ?? { x: 0, y: 0 };
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y],
    ];
  });
  const split = new LuDecomposition(rows);
  const pivots = split.upperTriangularMatrix.diagonal();
  if (pivots.some((pivot) => !(Math.abs(pivot) >= NO_PIVOT)))
    throw new RangeError('three of the four points lie on one line: they give no perspective');
  const wanted = Matrix.columnVector(to.flatMap(({ x, y }) => [x, y]));
  return split.solve(wanted).to1DArray() as unknown as Homography;
}

/** Where a projective map takes a point. */
export function project([a, b, c, d, e, f, g, h]: Homography, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}
