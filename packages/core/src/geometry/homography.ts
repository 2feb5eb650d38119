import type { Point } from './point.js';

/** A projective map of the plane, row by row: x' = (h0 x + h1 y + h2) / (h6 x + h7 y + 1), y' likewise with h3 to h5. */
export type Homography = readonly [number, number, number, number, number, number, number, number];

export type Four<T> = readonly [T, T, T, T];

/** Solves a system of linear equations in place by elimination with row pivots; null when it has no single answer. O(n³). */
function solved(rows: number[][]): number[] | null {
  const n = rows.length;
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++) {
      if (Math.abs(rows[row]?.[column] ?? 0) > Math.abs(rows[pivot]?.[column] ?? 0)) pivot = row;
    }
    const [from, to] = [rows[pivot], rows[column]];
    if (!from || !to || Math.abs(from[column] ?? 0) < 1e-12) return null;
    [rows[column], rows[pivot]] = [from, to];
    for (let row = 0; row < n; row++) {
      const line = rows[row];
      if (row === column || !line) continue;
      const factor = (line[column] ?? 0) / (from[column] ?? 1);
      for (let k = column; k <= n; k++) line[k] = (line[k] ?? 0) - factor * (from[k] ?? 0);
    }
  }
  return rows.map((row, i) => (row[n] ?? 0) / (row[i] ?? 1));
}

/**
 * The map that takes four points to four others. R. Hartley and A. Zisserman, Multiple View Geometry in Computer Vision, ch. 4.
 * Throws a RangeError when three of them lie on a line.
 */
export function homographyOf(from: Four<Point>, to: Four<Point>): Homography {
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i] ?? { x: 0, y: 0 };
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  const h = solved(rows);
  if (!h) throw new RangeError('three of the four points lie on one line: they give no perspective');
  return h as unknown as Homography;
}

/** Where a projective map takes a point. */
export function project([a, b, c, d, e, f, g, h]: Homography, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}
