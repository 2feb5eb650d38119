import { inverse, Matrix } from 'ml-matrix';
import { normalIntegral, nth } from '../numbers/index.js';

/** One answer to “which is better?”: numbers of swatches. */
export interface Comparison {
  better: number;
  worse: number;
}

/** Rounds of the iteration, and the step at which it ends. */
const MOST_ROUNDS = 10_000;
const SETTLED = 1e-12;

/**
 * Abilities by Bradley and Terry's model: the odds that i beats j are e^(aᵢ − aⱼ). `wins[i][j]`: how often i beat j. Maximum likelihood by Hunter's MM iteration (Annals of Statistics
 * 32, 2004), the last one's ability 0. Throws a RangeError where there is no maximum: somebody never lost, or the comparisons fall apart into groups. O(rounds · n²).
 */
export function bradleyTerry(wins: readonly (readonly number[])[]): number[] {
  const n = wins.length;
  if (!connected(wins))
    throw new RangeError(
      'the comparisons do not tell the abilities apart: each has to win and to lose, directly or in turn',
    );
  const won = wins.map((row) => row.reduce((sum, one) => sum + one, 0));
  let strength = Array.from({ length: n }, () => 1);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = strength.map((own, i) => {
      const met = strength.reduce((sum, other, j) => {
        const games = i === j ? 0 : nth(wins[i] ?? [], j) + nth(wins[j] ?? [], i);
        return sum + games / (own + other);
      }, 0);
      return nth(won, i) / met;
    });
    const last = nth(next, n - 1);
    const scaled = next.map((value) => value / last);
    const moved = Math.max(...scaled.map((value, i) => Math.abs(value / nth(strength, i) - 1)));
    strength = scaled;
    if (moved < SETTLED) break;
  }
  return strength.map(Math.log);
}

/** Whether everybody can be reached from everybody along wins (Ford 1957). */
function connected(wins: readonly (readonly number[])[]): boolean {
  const reach = (from: (i: number, j: number) => number): number => {
    const seen = new Set([0]);
    const open = [0];
    for (let i = open.pop(); i !== undefined; i = open.pop())
      for (let j = 0; j < wins.length; j++)
        if (!seen.has(j) && from(i, j) > 0) {
          seen.add(j);
          open.push(j);
        }
    return seen.size;
  };
  const at = (i: number, j: number) => wins[i]?.[j] ?? 0;
  return reach(at) === wins.length && reach((i, j) => at(j, i)) === wins.length;
}

/** How far two swatches are apart when one in four people calls the worse one better, ΔE; and how far any may lie from the middle before anything is known. From memory, no published source. */
const EYE = 0.9;
const WIDE = 6;

/** What comparisons say of each swatch: how good, ΔE about the middle of them all, and the spread of every difference. */
export interface Compared {
  merit: number[];
  /** Covariance, row by row. */
  covariance: number[][];
}

/**
 * Merits by Bradley and Terry's model with a wide normal law before it, so that one answer is enough to go by: the likeliest merits by Newton's method, and their spread by Laplace's
 * approximation. A difference of `EYE` ΔE is seen rightly three times in four. `measured`: what is known of a swatch otherwise. O(rounds · n³).
 */
export function meritsOf(
  swatches: number,
  comparisons: readonly Comparison[],
  measured: readonly ({ value: number; spread: number } | null)[] = [],
): Compared {
  const scale = Math.log(3) / EYE;
  const known = measured.flatMap((one) => (one ? [one.value] : []));
  const middle = known.length > 0 ? known.reduce((sum, one) => sum + one, 0) / known.length : 0;
  let merit = Array.from({ length: swatches }, (_, i) => measured[i]?.value ?? middle);
  let covariance = new Matrix(0, 0);
  for (let round = 0; round < 50; round++) {
    const slope = new Matrix(swatches, 1);
    const curve = new Matrix(swatches, swatches);
    const add = (m: Matrix, r: number, c: number, value: number) => m.set(r, c, m.get(r, c) + value);
    for (let i = 0; i < swatches; i++) {
      const reading = measured[i];
      const [centre, spread] = reading ? [reading.value, reading.spread] : [middle, WIDE];
      add(slope, i, 0, (centre - nth(merit, i)) / spread ** 2);
      add(curve, i, i, 1 / spread ** 2);
    }
    for (const { better, worse } of comparisons) {
      const surprise = 1 / (1 + Math.exp(scale * (nth(merit, better) - nth(merit, worse))));
      const weight = scale ** 2 * surprise * (1 - surprise);
      add(slope, better, 0, scale * surprise);
      add(slope, worse, 0, -scale * surprise);
      add(curve, better, better, weight);
      add(curve, worse, worse, weight);
      add(curve, better, worse, -weight);
      add(curve, worse, better, -weight);
    }
    covariance = inverse(curve);
    const step = covariance.mmul(slope).to1DArray();
    // Steps longer than the eye's own scale are cut: the curve is only known nearby.
    const longest = Math.max(...step.map(Math.abs));
    const cut = Math.min(1, (3 * EYE) / Math.max(longest, 1e-12));
    merit = merit.map((value, i) => value + cut * nth(step, i));
    if (longest < 1e-9) break;
  }
  return { merit, covariance: covariance.to2DArray() };
}

/** How much an answer is worth, bits: the entropy of what will be said, less that of a coin for eyes that know (Houlsby et al. 2011, by their approximation). */
function worth(difference: number, variance: number): number {
  const scale = Math.log(3) / EYE;
  const probit = scale / 1.702;
  const [mean, spread] = [difference * probit, variance * probit ** 2];
  const p = 1 / (1 + Math.exp((-1.702 * mean) / Math.sqrt(1 + spread)));
  const entropy = p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));
  const c = Math.sqrt((Math.PI * Math.log(2)) / 2);
  return entropy - (c / Math.sqrt(spread + c * c)) * Math.exp((-mean * mean) / (2 * (spread + c * c)));
}

/** A loss that nobody sees: where the one taken for the best gives away no more than this against any other, on average, nothing is asked any more, ΔE. */
const UNSEEN = 0.4;

/** The mean of what is given away where another one is better after all: E max(0, d) for d normal (Jones, Schonlau and Welch 1998). */
function givenAway(behind: number, spread: number): number {
  const z = -behind / spread;
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  return spread * density - behind * normalIntegral(z);
}

/**
 * The two swatches of which one more answer tells most about which is best; null where no answer is worth asking for. The best one so far is in every pair: who is second does not matter.
 * O(n).
 */
export function pairToCompare({ merit, covariance }: Compared): { one: number; other: number } | null {
  const best = merit.indexOf(Math.max(...merit));
  let found: { one: number; other: number } | null = null;
  let most = 0;
  for (let i = 0; i < merit.length; i++) {
    if (i === best) continue;
    const row = covariance[best] ?? [];
    const variance = Math.max(nth(row, best) + nth(covariance[i] ?? [], i) - 2 * nth(row, i), 1e-9);
    const behind = nth(merit, best) - nth(merit, i);
    const loss = givenAway(behind, Math.sqrt(variance));
    if (loss < UNSEEN) continue;
    const value = loss * worth(behind, variance);
    if (value > most) [found, most] = [{ one: best, other: i }, value];
  }
  return found;
}
