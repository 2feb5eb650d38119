import { nth, seeded, shuffled } from '../numbers/index.js';

/** A design of experiments: runs by factors, coded from −1 to 1. */
export type Design = number[][];

const combinations = (factors: number, levels: readonly number[]): Design =>
  factors === 0 ? [[]] : combinations(factors - 1, levels).flatMap((run) => levels.map((level) => [...run, level]));

/** Every combination of levels spaced evenly from −1 to 1. levels^factors runs. */
export const fullFactorial = (factors: number, levels: number): Design =>
  combinations(
    factors,
    Array.from({ length: levels }, (_, i) => (levels === 1 ? 0 : -1 + (2 * i) / (levels - 1))),
  );

/** The distance of axial points that makes a central composite design rotatable: the fourth root of its corners (NIST/SEMATECH e-Handbook 5.3.3.6.1). */
export const rotatable = (factors: number): number => (2 ** factors) ** 0.25;

/** Box and Wilson's central composite design: corners, axial points at ±`axial`, and `centres` runs in the middle (NIST/SEMATECH e-Handbook 5.3.3.6.1). */
export const centralComposite = (factors: number, centres: number, axial = rotatable(factors)): Design => [
  ...combinations(factors, [-1, 1]),
  ...Array.from({ length: factors }, (_, i) => i).flatMap((at) =>
    [-axial, axial].map((value) => Array.from({ length: factors }, (_, i) => (i === at ? value : 0))),
  ),
  ...Array.from({ length: centres }, () => Array.from({ length: factors }, () => 0)),
];

/** Box and Behnken's design: every pair of factors at ±1, the others in the middle, and `centres` runs there (NIST/SEMATECH e-Handbook 5.3.3.6.2). Throws a RangeError below three factors. */
export function boxBehnken(factors: number, centres: number): Design {
  if (factors < 3) throw new RangeError(`a Box–Behnken design has three factors or more, got ${factors}`);
  const runs: Design = [];
  for (let a = 0; a < factors; a++)
    for (let b = a + 1; b < factors; b++)
      for (const [x, y] of combinations(2, [-1, 1]) as [number, number][])
        runs.push(Array.from({ length: factors }, (_, i) => (i === a ? x : i === b ? y : 0)));
  return [...runs, ...Array.from({ length: centres }, () => Array.from({ length: factors }, () => 0))];
}

/** How many Latin hypercubes are drawn to keep the most even one. */
const DRAWN = 400;

/**
 * A Latin hypercube: each factor in `runs` equal slices, each slice once (McKay, Beckman and Conover 1979); of many drawn, the one whose nearest pair lies furthest apart (Morris and
 * Mitchell 1995). The same seed gives the same one. O(drawn · runs² · factors).
 */
export function latinHypercube(factors: number, runs: number, seed: number): Design {
  const random = seeded(seed);
  const slices = Array.from({ length: runs }, (_, i) => i);
  let best: Design = [];
  let widest = -1;
  for (let drawn = 0; drawn < DRAWN; drawn++) {
    const columns = Array.from({ length: factors }, () => shuffled(slices, random));
    const design = Array.from({ length: runs }, (_, run) =>
      columns.map((column) => -1 + (2 * nth(column, run) + 1) / runs),
    );
    const apart = nearest(design);
    if (apart > widest) [best, widest] = [design, apart];
  }
  return best;
}

function nearest(design: Design): number {
  let least = Infinity;
  design.forEach((one, i) => {
    for (const other of design.slice(i + 1))
      least = Math.min(
        least,
        one.reduce((sum, value, f) => sum + (value - nth(other, f)) ** 2, 0),
      );
  });
  return least;
}
