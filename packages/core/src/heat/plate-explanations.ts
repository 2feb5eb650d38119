import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Point } from '../geometry/index.js';
import { sumOfProducts } from '../numbers/index.js';
import { faultsOf, type PlateFault } from './plate-faults.js';
import { NOISES, smoothPlates, type Covariance } from './plate-prior.js';

/** A place of a plate as it was read, once or more often. */
export interface PlaceRead extends Point {
  /** Mean of its readings, °C. */
  celsius: number;
  count: number;
}

/** A fault as the readings feel it. */
interface Felt {
  fault: PlateFault;
  felt: Float64Array;
}

/** One way to explain all readings: a smooth plate of some roughness, read with some noise, with some faults. */
export interface Explanation {
  /** Without its faults. */
  covariance: Covariance;
  /** How far a reading strays, °C. */
  noise: number;
  faults: Felt[];
  /** Of the readings' covariance, n × n by rows, and its product with the readings about their mean. */
  inverse: Float64Array;
  weights: Float64Array;
  /** Logarithm of how likely it was beforehand and makes the readings. */
  log: number;
}

/** How likely a second fault is beside a first, and a third beside two. */
const ONE_MORE = 0.5;
const MOST_FAULTS = 3;
/** How many explanations are gone on with from one fault to the next, and how many are kept. */
const FOLLOWED = 5;
const KEPT = 16;
/** What is less likely than the best by so much, as a logarithm, is let go. */
const FAR = 6;

/** The product of a square matrix by rows and a vector, into `out`. */
export function times(matrix: Float64Array, vector: Float64Array, out: Float64Array): Float64Array {
  const n = vector.length;
  for (let i = 0; i < n; i++) out[i] = sumOfProducts(matrix, i * n, vector, 0, n);
  return out;
}
export const dot = (a: Float64Array, b: Float64Array): number => sumOfProducts(a, 0, b, 0, a.length);

/** The explanations without a fault: each smooth plate with each noise. */
function plain(
  platen: { width: number; depth: number },
  places: readonly PlaceRead[],
  values: Float64Array,
  strays: { squares: number; free: number },
): Explanation[] {
  const n = places.length;
  return smoothPlates(platen).flatMap(({ covariance, weight }) =>
    NOISES.map(({ noise, weight: chance }) => {
      const kernel = Matrix.zeros(n, n);
      places.forEach((a, i) => {
        places.slice(0, i + 1).forEach((b, j) => {
          const value = covariance(a, b) + (i === j ? (noise * noise) / a.count : 0);
          kernel.set(i, j, value).set(j, i, value);
        });
      });
      const split = new CholeskyDecomposition(kernel);
      const inverse = Float64Array.from(split.solve(Matrix.eye(n)).to1DArray());
      const weights = times(inverse, values, new Float64Array(n));
      const determinant = split.lowerTriangularMatrix.diagonal().reduce((sum, one) => sum + 2 * Math.log(one), 0);
      const log =
        Math.log(weight * chance) -
        0.5 * (determinant + dot(values, weights)) -
        strays.free * Math.log(noise) -
        strays.squares / (2 * noise * noise);
      return { covariance, noise, faults: [], inverse, weights, log };
    }),
  );
}

/** An explanation with one fault more (Sherman and Morrison's update of the inverse). O(n²). */
function withFault(before: Explanation, one: Felt, log: number): Explanation {
  const { fault, felt } = one;
  const n = felt.length;
  const solved = times(before.inverse, felt, new Float64Array(n));
  const gain = fault.size ** 2 / (1 + fault.size ** 2 * dot(felt, solved));
  const inverse = before.inverse.map((value, at) => {
    const [i, j] = [Math.floor(at / n), at % n];
    return value - gain * (solved[i] ?? 0) * (solved[j] ?? 0);
  });
  const by = gain * dot(felt, before.weights);
  const weights = before.weights.map((value, i) => value - by * (solved[i] ?? 0));
  return { ...before, faults: [...before.faults, one], inverse, weights, log };
}

/** How likely an explanation is with each fault beside its own. O(faults × n²). */
function withEach(before: Explanation, all: readonly Felt[]): { before: Explanation; felt: Felt; log: number }[] {
  const solved = new Float64Array(before.weights.length);
  const chance = before.faults.length === 0 ? 0 : Math.log(ONE_MORE);
  return all.map((one) => {
    const size = one.fault.size ** 2;
    const strength = dot(one.felt, times(before.inverse, one.felt, solved));
    const pull = dot(one.felt, before.weights);
    const gain = (0.5 * pull * pull) / (1 / size + strength) - 0.5 * Math.log(1 + size * strength);
    return { before, felt: one, log: before.log + gain + Math.log(one.fault.weight) + chance };
  });
}

/** The likeliest of a list, the best first; none that is far less likely than the best. */
function likeliest<T extends { log: number }>(list: readonly T[], count: number): T[] {
  const best = list.reduce((most, { log }) => Math.max(most, log), -Infinity);
  return list
    .filter(({ log }) => log > best - FAR)
    .sort((a, b) => b.log - a.log)
    .slice(0, count);
}

/**
 * The likeliest explanations of what was read, the best first, by their marginal likelihood (Rasmussen and Williams 2006, 5.4): smooth plates, and then with one, two
 * and three faults, of which the best are gone on with. `values`: the readings about their mean, °C; `strays`: sum of squares and degrees of freedom of what was read
 * twice. O(explanations × faults × readings²).
 */
export function explain(
  platen: { width: number; depth: number },
  places: readonly PlaceRead[],
  values: Float64Array,
  strays: { squares: number; free: number },
): Explanation[] {
  const all = faultsOf(platen, places).map((fault) => ({
    fault,
    felt: Float64Array.from(places, ({ x, y }) => fault.at(x, y)),
  }));
  const without = plain(platen, places, values, strays);
  let kept = likeliest(without, KEPT);
  // A fault may make likely what is not without it: all are tried with a first.
  let last = without;
  for (let faults = 0; faults < MOST_FAULTS; faults++) {
    const tried = last.flatMap((before) => likeliest(withEach(before, all), KEPT));
    const grown = likeliest(tried, KEPT).map(({ before, felt, log }) => withFault(before, felt, log));
    kept = likeliest([...kept, ...grown], KEPT);
    last = grown.filter((one) => kept.includes(one)).slice(0, FOLLOWED);
  }
  return kept;
}
