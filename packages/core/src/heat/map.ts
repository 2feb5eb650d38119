import { normalIntegral, normalQuantile, sumOfProducts } from '../numbers/index.js';
import { believed } from './believed.js';
import { believe } from './plate-belief.js';
import { CURVED_CORRECTION, type HeatReading, type PressCheck } from './reading.js';

/** Steps between the nodes of a map, along the longer side of its plate. */
const NODES = 24;
/** How likely it has to be that a reading stands alone, for its place to be asked for again. */
const DOUBT = 0.3;
/** A plate's own unevenness that no reading sees, °C: the spread is never said to be less. */
const LEAST_SPREAD = 0.3;
/** Chance that a place is cooler than `low`, and that it is hotter than `high`. */
const BEYOND = 0.05;
/** How many spreads of a normal law lie between the middle and each of the two. */
const SPREADS = normalQuantile(1 - BEYOND);

/** A reading that stands out, and what the others say of its place, °C. */
export interface Doubt {
  reading: HeatReading;
  said: number;
}

/** A plate's temperature, with how sure it is. Plain data: read it with `heatAt`. */
export interface HeatMap {
  platen: { width: number; depth: number };
  /** What the dial was set to, °C. */
  dial: number;
  /** Nodes over the plate from its back left corner to its front right one, by rows. */
  columns: number;
  rows: number;
  /** By node, °C: what is expected, and what it is cooler than, or hotter than, one time in twenty. */
  celsius: Float64Array;
  low: Float64Array;
  high: Float64Array;
  used: HeatReading[];
  /** Readings that were not believed, with the reason. */
  refused: { reading: HeatReading; why: string }[];
  /** Readings that stand out from what the others say: whether the plate is so or the hand slipped is told by reading that place again. */
  doubted: Doubt[];
}

/** What lies below a share of the chances of a mixture of normal laws; by halving, to 0.01 °C. */
function quantile({ mean, spread }: { mean: Float64Array; spread: Float64Array }, shares: Float64Array, share: number) {
  let [least, most] = [Infinity, -Infinity];
  for (let i = 0; i < mean.length; i++) {
    least = Math.min(least, (mean[i] ?? 0) - 3 * Math.max(LEAST_SPREAD, spread[i] ?? 0));
    most = Math.max(most, (mean[i] ?? 0) + 3 * Math.max(LEAST_SPREAD, spread[i] ?? 0));
  }
  while (most - least > 0.01) {
    const middle = (least + most) / 2;
    let below = 0;
    for (let i = 0; i < mean.length; i++)
      below += (shares[i] ?? 0) * normalIntegral((middle - (mean[i] ?? 0)) / Math.max(LEAST_SPREAD, spread[i] ?? 0));
    if (below < share) least = middle;
    else most = middle;
  }
  return (least + most) / 2;
}

/**
 * Makes a map of what a plate's readings make likely, with how sure it is of each place (see `believe`). Readings beyond belief are left out and named; one that
 * stands out from all others is kept, but doubted: whether it is a fault of the plate or a slip of the hand only a second reading of that place can tell.
 * Null without a reading. O(nodes × beliefs × readings²).
 */
export function fitHeat(
  check: Pick<PressCheck, 'readings' | 'dial' | 'curved'>,
  platen: HeatMap['platen'],
): HeatMap | null {
  const { places, used, refused, strays } = believed(check, platen);
  if (places.length === 0) return null;
  const belief = believe(platen, places, strays);
  const shown = check.curved ? CURVED_CORRECTION : 0;
  const doubted = places.flatMap(({ count, x, y, celsius }, i): Doubt[] => {
    const alone = belief.alone[i];
    return count === 1 && alone && alone.share > DOUBT
      ? [{ reading: { x, y, celsius: celsius - shown }, said: alone.said - shown }]
      : [];
  });
  const pitch = Math.max(platen.width, platen.depth) / NODES;
  const columns = Math.max(2, Math.round(platen.width / pitch)) + 1;
  const rows = Math.max(2, Math.round(platen.depth / pitch)) + 1;
  const nodes = columns * rows;
  const [celsius, low, high] = [new Float64Array(nodes), new Float64Array(nodes), new Float64Array(nodes)];
  for (let i = 0; i < nodes; i++) {
    const x = ((i % columns) / (columns - 1)) * platen.width;
    const y = (Math.floor(i / columns) / (rows - 1)) * platen.depth;
    const at = belief.at({ x, y });
    celsius[i] = sumOfProducts(at.mean, 0, belief.shares, 0, belief.shares.length);
    low[i] = quantile(at, belief.shares, BEYOND);
    high[i] = quantile(at, belief.shares, 1 - BEYOND);
  }
  return { platen, dial: check.dial, columns, rows, celsius, low, high, used, refused, doubted };
}

/** A value between the nodes of a map (bilinear). */
function between(values: Float64Array, { platen, columns, rows }: HeatMap, x: number, y: number): number {
  const u = Math.min(1, Math.max(0, x / platen.width)) * (columns - 1);
  const v = Math.min(1, Math.max(0, y / platen.depth)) * (rows - 1);
  const column = Math.min(columns - 2, Math.floor(u));
  const row = Math.min(rows - 2, Math.floor(v));
  const [s, t] = [u - column, v - row];
  const first = row * columns + column;
  const upper = (values[first] ?? 0) * (1 - s) + (values[first + 1] ?? 0) * s;
  const lower = (values[first + columns] ?? 0) * (1 - s) + (values[first + columns + 1] ?? 0) * s;
  return upper * (1 - t) + lower * t;
}

/** The plate's temperature at a place, °C. */
export const celsiusAt = (map: HeatMap, x: number, y: number): number => between(map.celsius, map, x, y);

/** The plate's temperature at a place, what it is cooler and hotter than one time in twenty, and its standard deviation, °C. */
export function heatAt(
  map: HeatMap,
  x: number,
  y: number,
): { celsius: number; low: number; high: number; spread: number } {
  const low = between(map.low, map, x, y);
  const high = between(map.high, map, x, y);
  return { celsius: celsiusAt(map, x, y), low, high, spread: (high - low) / (2 * SPREADS) };
}
