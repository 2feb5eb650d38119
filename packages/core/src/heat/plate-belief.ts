import type { Point } from '../geometry/index.js';
import { dot, explain, times, type Explanation, type PlaceRead } from './plate-explanations.js';
import type { Covariance } from './plate-prior.js';

/** What the readings of a plate make likely: several explanations, each with its share of what is believed. */
export interface PlateBelief {
  shares: Float64Array;
  /** The temperature at a place: mean and standard deviation by each explanation, °C; both arrays are used again for the next place. */
  at: (place: Point) => { mean: Float64Array; spread: Float64Array };
  /** How the temperatures of places go together, °C², by rows. O(explanations × points × (points + readings) × readings). */
  together: (points: readonly Point[]) => Float64Array;
  /** How far one reading strays, °C. */
  noise: number;
  /** By place that was read: how likely it is that a fault which nearly no other place feels is all that explains its reading, and what it would be without, °C. */
  alone: { share: number; said: number }[];
}

/** A fault is felt by one reading alone when so much of what readings feel of it (sum of squares) is that one's; and by how many °C it is worth a doubt. */
const ALONE = 0.7;
const DOUBTED = 5;

/** What a smooth plate says of a place: its covariance with each reading, °C². */
function smoothAt(covariance: Covariance, places: readonly PlaceRead[], place: Point, out: Float64Array): Float64Array {
  for (let j = 0; j < out.length; j++) out[j] = covariance(place, places[j] ?? place);
  return out;
}

/** What an explanation says of a place: its covariance with the readings, and its own variance while nothing is read, °C². */
function seen({ covariance, faults }: Explanation, place: Point, smooth: Float64Array, own: Float64Array) {
  let before = covariance(place, place);
  own.set(smooth);
  for (const { fault, felt } of faults) {
    const here = fault.at(place.x, place.y);
    const by = fault.size * fault.size * here;
    before += by * here;
    for (let j = 0; j < own.length; j++) own[j] = (own[j] ?? 0) + by * (felt[j] ?? 0);
  }
  return { own, before };
}

/** How likely a reading stands alone, and what it would be otherwise. */
function aloneAt(k: number, celsius: number, explanations: readonly Explanation[], shares: Float64Array) {
  let [share, said] = [0, 0];
  explanations.forEach(({ faults, weights }, e) => {
    for (const { fault, felt } of faults) {
      const here = felt[k] ?? 0;
      const off = fault.size ** 2 * dot(felt, weights) * here;
      if (here * here < ALONE * dot(felt, felt) || Math.abs(off) < DOUBTED) continue;
      share += shares[e] ?? 0;
      said += (shares[e] ?? 0) * (celsius - off);
    }
  });
  return { share, said: share > 0 ? said / share : celsius };
}

/** The covariance of points by one explanation, times its share, added to `out`; the means go to `mean`. */
function addTogether(
  one: Explanation,
  share: number,
  places: readonly PlaceRead[],
  points: readonly Point[],
  mean: Float64Array,
  out: Float64Array,
): void {
  const n = places.length;
  const rows = points.map(
    (point) => seen(one, point, smoothAt(one.covariance, places, point, new Float64Array(n)), new Float64Array(n)).own,
  );
  points.forEach((point, j) => {
    const solved = times(one.inverse, rows[j] ?? new Float64Array(n), new Float64Array(n));
    mean[j] = dot(rows[j] ?? solved, one.weights);
    const felt = one.faults.map(({ fault }) => fault.size ** 2 * fault.at(point.x, point.y));
    points.forEach((other, i) => {
      let prior = one.covariance(other, point);
      one.faults.forEach(({ fault }, f) => {
        prior += fault.at(other.x, other.y) * (felt[f] ?? 0);
      });
      const at = i * points.length + j;
      out[at] = (out[at] ?? 0) + share * (prior - dot(rows[i] ?? solved, solved));
    });
  });
}

/**
 * What readings make likely of a plate: a smooth surface on which local faults may sit, each explanation with its weight by Bayes' rule (Gaussian processes with
 * explicit basis functions: Rasmussen and Williams, Gaussian Processes for Machine Learning, 2006, 2.7). `strays`: sum of squares and degrees of freedom of what was
 * read twice. Needs one place at least. O(explanations × faults × readings²).
 */
export function believe(
  platen: { width: number; depth: number },
  places: readonly PlaceRead[],
  strays: { squares: number; free: number },
): PlateBelief {
  const n = places.length;
  const level = places.reduce((sum, { celsius }) => sum + celsius, 0) / n;
  const values = Float64Array.from(places, ({ celsius }) => celsius - level);
  const explanations = explain(platen, places, values, strays);
  const best = explanations[0]?.log ?? 0;
  const total = explanations.reduce((sum, { log }) => sum + Math.exp(log - best), 0);
  const shares = Float64Array.from(explanations, ({ log }) => Math.exp(log - best) / total);
  const [own, solved] = [new Float64Array(n), new Float64Array(n)];
  // Several explanations are about one smooth plate: what that says of a place is worked out once.
  const smooth = new Map(explanations.map(({ covariance }) => [covariance, new Float64Array(n)]));
  const mean = new Float64Array(explanations.length);
  const spread = new Float64Array(explanations.length);
  return {
    shares,
    noise: explanations.reduce((sum, { noise }, e) => sum + (shares[e] ?? 0) * noise, 0),
    alone: places.map(({ celsius }, k) => aloneAt(k, celsius, explanations, shares)),
    at: (place) => {
      for (const [covariance, row] of smooth) smoothAt(covariance, places, place, row);
      explanations.forEach((one, e) => {
        const { before } = seen(one, place, smooth.get(one.covariance) ?? own, own);
        mean[e] = level + dot(own, one.weights);
        spread[e] = Math.sqrt(Math.max(0, before - dot(own, times(one.inverse, own, solved))));
      });
      return { mean, spread };
    },
    together: (points) => {
      const count = points.length;
      const out = new Float64Array(count * count);
      const means = explanations.map(() => new Float64Array(count));
      explanations.forEach((one, e) => {
        addTogether(one, shares[e] ?? 0, places, points, means[e] ?? own, out);
      });
      // What the explanations do not agree on is doubt, too.
      const middle = points.map((_, i) => means.reduce((sum, row, e) => sum + (shares[e] ?? 0) * (row[i] ?? 0), 0));
      means.forEach((row, e) => {
        for (let at = 0; at < out.length; at++) {
          const [i, j] = [Math.floor(at / count), at % count];
          const apart = ((row[i] ?? 0) - (middle[i] ?? 0)) * ((row[j] ?? 0) - (middle[j] ?? 0));
          out[at] = (out[at] ?? 0) + (shares[e] ?? 0) * apart;
        }
      });
      return out;
    },
  };
}
