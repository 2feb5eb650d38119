import type { Rect } from '../geometry/index.js';
import { normalIntegral } from '../numbers/index.js';
import { celsiusAt, heatAt, type HeatMap } from './map.js';

/** Cells along the longer side of a plate. */
const CELLS = 80;

/** A grid over the plate, by rows from the back left. */
export interface HeatGrid {
  columns: number;
  rows: number;
  /** mm a cell. */
  width: number;
  height: number;
}

const gridOf = ({ platen: { width, depth } }: HeatMap): HeatGrid => {
  const pitch = Math.max(width, depth) / CELLS;
  const [columns, rows] = [Math.max(1, Math.round(width / pitch)), Math.max(1, Math.round(depth / pitch))];
  return { columns, rows, width: width / columns, height: depth / rows };
};

/** The map as a grid of the temperatures in the middle of its cells, °C, by rows. O(80²). */
export function heatGrid(map: HeatMap): HeatGrid & { celsius: Float64Array } {
  const grid = gridOf(map);
  const { columns, rows, width, height } = grid;
  const celsius = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      celsius[row * columns + column] = celsiusAt(map, (column + 0.5) * width, (row + 0.5) * height);
  return { ...grid, celsius };
}

/** How much a place may be off what is wanted before it prints lighter or yellows, °C. Common practice, no published source. */
export const TOLERANCE = 5;

/**
 * The largest upright rectangle of cells that are good (1) (maximal rectangle under histograms, O(cells)). Null when none is.
 *
 *     good cells       how high good cells stand      the largest rectangle that ends
 *                      above each row                 in the last row
 *     . # # # .        0 1 1 1 0
 *     # # # # .        1 2 2 2 0                       ┌─────┐
 *     # # # . #        2 3 3 0 1                       │2 3 3│ 0 1    three wide, two high: a lower
 *                                                      └─────┘        column ends what stood before it
 */
function largestOf(good: Uint8Array, { columns, rows }: HeatGrid): Rect | null {
  const high = new Int32Array(columns + 1);
  const stack = new Int32Array(columns + 1);
  let best: Rect | null = null;
  let most = 0;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++)
      high[column] = good[row * columns + column] ? (high[column] ?? 0) + 1 : 0;
    let top = 0;
    for (let column = 0; column <= columns; column++) {
      const now = high[column] ?? 0;
      while (top > 0 && (high[stack[top - 1] ?? 0] ?? 0) >= now) {
        const height = high[stack[--top] ?? 0] ?? 0;
        const left = top === 0 ? 0 : (stack[top - 1] ?? 0) + 1;
        const width = column - left;
        if (width * height <= most) continue;
        most = width * height;
        best = { x: left, y: row - height + 1, width, height };
      }
      stack[top++] = column;
    }
  }
  return best;
}

/** Where the plate may be used, and what the dial is set to for it. */
export interface UsableZone {
  /** mm on the plate, from its back left corner. */
  zone: Rect;
  /** The dial that brings the middle of the zone to what is wanted, °C. */
  dial: number;
  /** Hottest and coolest in the zone at that dial, °C. */
  hottest: number;
  coolest: number;
  /** How far a value of the map may be off, °C (standard deviation), at its worst in the zone. */
  spread: number;
}

/** How sure a zone is, and what more readings could bring. */
export interface ZoneSurety {
  /** Every place of it is within the tolerance with 95 % surety; false: the readings are too few to say so of any part, and it is what they make likely. */
  sure: boolean;
  /** So much larger it would be if all places were known to be as they are expected, from 1. */
  doubt: number;
}

/**
 * The largest upright rectangle of the plate of which every place is within `tolerance` of the wanted temperature with 95 % surety, at the dial that makes it
 * largest. The plate's unevenness is taken to be the same at every dial nearby. O(80² × levels tried).
 */
export function usableZone(map: HeatMap, wanted: number, tolerance: number = TOLERANCE): UsableZone {
  const { zone } = zoneAtZero(map, tolerance);
  return { ...zone, dial: zone.dial + wanted, hottest: zone.hottest + wanted, coolest: zone.coolest + wanted };
}

/** How sure the usable zone of a map is. O(1) where the zone was asked for. */
export const suretyOf = (map: HeatMap, tolerance: number = TOLERANCE): ZoneSurety => zoneAtZero(map, tolerance).surety;

/** A plan is made anew at every keystroke: the zone of a map, which no setting changes, is looked for once. */
const known = new WeakMap<HeatMap, Map<number, FoundZone>>();
interface FoundZone {
  zone: UsableZone;
  surety: ZoneSurety;
}

function zoneAtZero(map: HeatMap, tolerance: number): FoundZone {
  const before = known.get(map)?.get(tolerance);
  if (before) return before;
  const found = searchZone(map, tolerance);
  known.set(map, new Map([...(known.get(map) ?? []), [tolerance, found]]));
  return found;
}

/** What each corner of a grid's cells may be held to be, °C, by rows. O(80²). */
interface Corners {
  /** As it is expected. */
  celsius: Float64Array;
  /** Held against the tolerance: a corner between `level` ± tolerance by both is within it with 95 % surety. */
  least: Float64Array;
  most: Float64Array;
}

/** How sure it has to be that a place is within the tolerance. */
const SURE = 0.95;

/**
 * How far off the middle of the tolerance a place may be expected, so that it is within it with 95 % surety, when its spread is `spread`; below 0 where no
 * such place is sure. By halving, to a thousandth of the tolerance.
 */
function marginOf(spread: number, tolerance: number): number {
  const surety = (off: number) =>
    normalIntegral((tolerance - off) / spread) + normalIntegral((tolerance + off) / spread) - 1;
  if (surety(0) < SURE) return -1;
  let [least, most] = [0, tolerance];
  while (most - least > tolerance / 1000) {
    const middle = (least + most) / 2;
    if (surety(middle) >= SURE) least = middle;
    else most = middle;
  }
  return least;
}

function cornersOf(map: HeatMap, { columns, rows, width, height }: HeatGrid, tolerance: number): Corners {
  const count = (columns + 1) * (rows + 1);
  const [celsius, least, most] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let row = 0; row <= rows; row++)
    for (let column = 0; column <= columns; column++) {
      const i = row * (columns + 1) + column;
      const { celsius: mean, low, high, spread } = heatAt(map, column * width, row * height);
      const margin = marginOf(spread, tolerance);
      celsius[i] = mean;
      least[i] = margin < 0 ? -Infinity : (low + high) / 2 - (tolerance - margin);
      most[i] = margin < 0 ? Infinity : (low + high) / 2 + (tolerance - margin);
    }
  return { celsius, least, most };
}

/** Coolest of `lows` and hottest of `highs` at the corners of each cell, by rows. */
function cellSpans(
  lowest: Float64Array,
  highest: Float64Array,
  { columns, rows }: HeatGrid,
): { lows: Float64Array; highs: Float64Array } {
  const lows = new Float64Array(columns * rows);
  const highs = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const first = row * (columns + 1) + column;
      const below = first + columns + 1;
      lows[row * columns + column] = Math.min(
        lowest[first] ?? 0,
        lowest[first + 1] ?? 0,
        lowest[below] ?? 0,
        lowest[below + 1] ?? 0,
      );
      highs[row * columns + column] = Math.max(
        highest[first] ?? 0,
        highest[first + 1] ?? 0,
        highest[below] ?? 0,
        highest[below + 1] ?? 0,
      );
    }
  return { lows, highs };
}

/** The largest rectangle of cells that stay within the tolerance of one level, and that level; null: not one cell does. */
function widest(
  lows: Float64Array,
  highs: Float64Array,
  grid: HeatGrid,
  tolerance: number,
): { rect: Rect; level: number } | null {
  const good = new Uint8Array(lows.length);
  let [low, high] = [Infinity, -Infinity];
  for (let i = 0; i < lows.length; i++) {
    const [least, most] = [lows[i] ?? 0, highs[i] ?? 0];
    if (!(most - least <= 2 * tolerance)) continue;
    low = Math.min(low, most - tolerance);
    high = Math.max(high, least + tolerance);
  }
  // The level of the map that is brought to the wanted temperature: from the middle of all that may be, outwards.
  const middle = (low + high) / 2;
  const step = Math.max(0.25, (high - low) / 60);
  let best: Rect | null = null;
  for (let k = 0; k * step <= (high - low) / 2 + 1e-9; k++)
    for (const level of k === 0 ? [middle] : [middle - k * step, middle + k * step]) {
      const [least, most] = [level - tolerance - 1e-9, level + tolerance + 1e-9];
      for (let i = 0; i < good.length; i++) good[i] = (lows[i] ?? 0) >= least && (highs[i] ?? 0) <= most ? 1 : 0;
      const rect = largestOf(good, grid);
      if (rect && rect.width * rect.height > (best ? best.width * best.height : 0)) best = rect;
    }
  if (!best) return null;
  // Any level would do that keeps all of it within the tolerance: the one between.
  let [least, most] = [-Infinity, Infinity];
  for (let row = best.y; row < best.y + best.height; row++)
    for (let column = best.x; column < best.x + best.width; column++) {
      least = Math.max(least, (highs[row * grid.columns + column] ?? 0) - tolerance);
      most = Math.min(most, (lows[row * grid.columns + column] ?? 0) + tolerance);
    }
  return { rect: best, level: (least + most) / 2 };
}

/** All of a plate of which no part is even, at its mean. */
const wholeOf = ({ celsius }: HeatMap, { columns, rows }: HeatGrid): { rect: Rect; level: number } => ({
  rect: { x: 0, y: 0, width: columns, height: rows },
  level: celsius.reduce((sum, one) => sum + one, 0) / celsius.length,
});

/** The zone for a wanted temperature of 0 °C: any other only shifts its figures. A cell is in it when all its corners are within the tolerance, surely. */
function searchZone(map: HeatMap, tolerance: number): FoundZone {
  const grid = gridOf(map);
  const corners = cornersOf(map, grid, tolerance);
  const expected = cellSpans(corners.celsius, corners.celsius, grid);
  const held = cellSpans(corners.least, corners.most, grid);
  const sure = widest(held.lows, held.highs, grid, tolerance);
  const likely = widest(expected.lows, expected.highs, grid, tolerance);
  const { rect, level } = sure ?? likely ?? wholeOf(map, grid);
  let [hottest, coolest] = [-Infinity, Infinity];
  for (let row = rect.y; row < rect.y + rect.height; row++)
    for (let column = rect.x; column < rect.x + rect.width; column++) {
      hottest = Math.max(hottest, (expected.highs[row * grid.columns + column] ?? 0) - level);
      coolest = Math.min(coolest, (expected.lows[row * grid.columns + column] ?? 0) - level);
    }
  const zone = {
    x: rect.x * grid.width,
    y: rect.y * grid.height,
    width: rect.width * grid.width,
    height: rect.height * grid.height,
  };
  // The further from the readings, the less sure: worst at a corner.
  const worst = [zone.x, zone.x + zone.width].flatMap((x) =>
    [zone.y, zone.y + zone.height].map((y) => heatAt(map, x, y).spread),
  );
  const area = (one: { rect: Rect } | null) => (one ? one.rect.width * one.rect.height : 0);
  return {
    zone: { zone, dial: map.dial - level, hottest, coolest, spread: Math.max(...worst) },
    surety: { sure: sure !== null, doubt: Math.max(1, area(likely) / (rect.width * rect.height)) },
  };
}
