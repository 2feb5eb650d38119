import type { Point } from './point.js';

/** An affine map x' = a·x + c·y + e, y' = b·x + d·y + f, in the order of the SVG and PDF matrix. */
export interface Transform {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const IDENTITY: Transform = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** Moves by (x, y) mm. */
export const translation = (x: number, y: number): Transform => ({ ...IDENTITY, e: x, f: y });

/** Scales about the origin; a negative factor mirrors. */
export const scaling = (sx: number, sy: number = sx): Transform => ({ ...IDENTITY, a: sx, d: sy });

/** Turns clockwise (y points down) about the origin, in degrees. */
export function rotation(degrees: number): Transform {
  const quarter = ((degrees % 360) + 360) % 360;
  // Quarter turns exactly, so that a turned sheet lands on whole numbers.
  const exact: Record<number, [number, number]> = { 0: [1, 0], 90: [0, 1], 180: [-1, 0], 270: [0, -1] };
  const [cos, sin] = exact[quarter] ?? [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

/** The map that does `first`, then `second`. */
const inTurn = (first: Transform, second: Transform): Transform => ({
  a: second.a * first.a + second.c * first.b,
  b: second.b * first.a + second.d * first.b,
  c: second.a * first.c + second.c * first.d,
  d: second.b * first.c + second.d * first.d,
  e: second.a * first.e + second.c * first.f + second.e,
  f: second.b * first.e + second.d * first.f + second.f,
});

/** Does every map in turn, the first one first. */
export const chain = (...steps: readonly Transform[]): Transform => steps.reduce(inTurn, IDENTITY);

/** Area factor of the map; negative when it mirrors. */
export const determinant = (t: Transform): number => t.a * t.d - t.b * t.c;

/** The map back. Throws a RangeError when the map flattens the plane and has none. */
export function inverse(t: Transform): Transform {
  const det = determinant(t);
  if (!(Math.abs(det) > 1e-18)) throw new RangeError(`a transform of determinant ${det} has no inverse`);
  return {
    a: t.d / det,
    b: -t.b / det,
    c: -t.c / det,
    d: t.a / det,
    e: (t.c * t.f - t.d * t.e) / det,
    f: (t.b * t.e - t.a * t.f) / det,
  };
}

/** Where the map takes a point. */
export const applyTo = (t: Transform, p: Point): Point => ({
  x: t.a * p.x + t.c * p.y + t.e,
  y: t.b * p.x + t.d * p.y + t.f,
});

/** The text of an SVG transform attribute. */
export const svgMatrix = (t: Transform): string =>
  `matrix(${[t.a, t.b, t.c, t.d, t.e, t.f].map((n) => Number(n.toFixed(6))).join(' ')})`;
