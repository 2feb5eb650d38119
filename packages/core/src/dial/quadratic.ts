import { EigenvalueDecomposition, Matrix, solve } from 'ml-matrix';
import { nth } from '../numbers/index.js';
import { leastSquares } from './least-squares.js';

/** A quadratic response surface of some factors: b0 + Σ b_i x_i + Σ b_ij x_i x_j. */
export interface Quadratic {
  constant: number;
  linear: number[];
  /** Symmetric: half of each mixed coefficient stands on either side. */
  curved: number[][];
}

const termsOf = (x: readonly number[]): number[] => [
  1,
  ...x,
  ...x.flatMap((one, i) => x.slice(i).map((other) => one * other)),
];

/** Fits a quadratic response surface (Box and Wilson 1951) by least squares; throws a RangeError where the runs do not settle it. */
export function fitQuadratic(runs: readonly (readonly number[])[], values: readonly number[]): Quadratic {
  const factors = runs[0]?.length ?? 0;
  const found = leastSquares(runs.map(termsOf), values);
  const curved = Array.from({ length: factors }, () => Array.from({ length: factors }, () => 0));
  let at = 1 + factors;
  for (let i = 0; i < factors; i++)
    for (let j = i; j < factors; j++) {
      const value = nth(found, at++);
      for (const [r, c] of [
        [i, j],
        [j, i],
      ] as const) {
        const row = curved[r];
        if (row) row[c] = i === j ? value : value / 2;
      }
    }
  return { constant: nth(found, 0), linear: found.slice(1, 1 + factors), curved };
}

/** The value of a quadratic at a place. */
export const quadraticAt = ({ constant, linear, curved }: Quadratic, x: readonly number[]): number =>
  x.reduce(
    (sum, one, i) =>
      sum + nth(linear, i) * one + x.reduce((inner, other, j) => inner + one * other * nth(curved[i] ?? [], j), 0),
    constant,
  );

/** Where a quadratic is level, and what it is there: x = −B⁻¹ b / 2 (Box and Draper, canonical analysis). Throws a RangeError where it is a ridge without an end. */
export function stationary(surface: Quadratic): { at: number[]; value: number; kind: 'top' | 'hollow' | 'saddle' } {
  const { values } = ((decomposed) => ({ values: decomposed.realEigenvalues }))(
    new EigenvalueDecomposition(new Matrix(surface.curved)),
  );
  const most = Math.max(...values.map(Math.abs));
  if (!(most > 0) || values.some((value) => Math.abs(value) < 1e-10 * most))
    throw new RangeError('the surface is a ridge: it is level along a line, or has no end');
  const at = solve(new Matrix(surface.curved), Matrix.columnVector(surface.linear)).mul(-0.5).to1DArray();
  const kind = values.every((v) => v < 0) ? 'top' : values.every((v) => v > 0) ? 'hollow' : 'saddle';
  return { at, value: quadraticAt(surface, at), kind };
}
