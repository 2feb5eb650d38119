import type { Rect } from '../geometry/index.js';
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
 * The largest upright rectangle of cells that are good (maximal rectangle under histograms, O(cells)). Null when none is.
 *
 *     good cells       how high good cells stand      the largest rectangle that ends
 *                      above each row                 in the last row
 *     . # # # .        0 1 1 1 0
 *     # # # # .        1 2 2 2 0                       ┌─────┐
 *     # # # . #        2 3 3 0 1                       │2 3 3│ 0 1    three wide, two high: a lower
 *                                                      └─────┘        column ends what stood before it
 */
function largestOf(good: (column: number, row: number) => boolean, { columns, rows }: HeatGrid): Rect | null {
  const high = new Int32Array(columns);
  let best: Rect | null = null;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) high[column] = good(column, row) ? (high[column] ?? 0) + 1 : 0;
    const stack: number[] = [];
    for (let column = 0; column <= columns; column++) {
      const now = column < columns ? (high[column] ?? 0) : 0;
      while (stack.length > 0 && (high[stack.at(-1) ?? 0] ?? 0) >= now) {
        const height = high[stack.pop() ?? 0] ?? 0;
        const left = stack.length === 0 ? 0 : (stack.at(-1) ?? 0) + 1;
        const width = column - left;
        if (height > 0 && width * height > (best ? best.width * best.height : 0))
          best = { x: left, y: row - height + 1, width, height };
      }
      stack.push(column);
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

/**
 * The largest upright rectangle of the plate that stays within `tolerance` of the wanted temperature, at the dial that makes it
 * largest. The plate's unevenness is taken to be the same at every dial nearby. O(80² × levels tried).
 */
export function usableZone(map: HeatMap, wanted: number, tolerance: number = TOLERANCE): UsableZone {
  const { zone, dial, hottest, coolest, spread } = zoneAtZero(map, tolerance);
  return { zone, dial: dial + wanted, hottest: hottest + wanted, coolest: coolest + wanted, spread };
}

/** A plan is made anew at every keystroke: the zone of a map, which no setting changes, is looked for once. */
const known = new WeakMap<HeatMap, Map<number, UsableZone>>();

function zoneAtZero(map: HeatMap, tolerance: number): UsableZone {
  const before = known.get(map)?.get(tolerance);
  if (before) return before;
  const found = searchZone(map, tolerance);
  known.set(map, new Map([...(known.get(map) ?? []), [tolerance, found]]));
  return found;
}

/** Coolest and hottest corner of each cell of a grid over the plate, °C, by rows. O(80²). */
function cellSpans(
  map: HeatMap,
  { columns, rows, width, height }: HeatGrid,
): { lows: Float64Array; highs: Float64Array } {
  const corner = new Float64Array((columns + 1) * (rows + 1));
  for (let row = 0; row <= rows; row++)
    for (let column = 0; column <= columns; column++)
      corner[row * (columns + 1) + column] = celsiusAt(map, column * width, row * height);
  const lows = new Float64Array(columns * rows);
  const highs = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const first = row * (columns + 1) + column;
      const below = first + columns + 1;
      const [a, b] = [corner[first] ?? 0, corner[first + 1] ?? 0];
      const [c, d] = [corner[below] ?? 0, corner[below + 1] ?? 0];
      lows[row * columns + column] = Math.min(a, b, c, d);
      highs[row * columns + column] = Math.max(a, b, c, d);
    }
  return { lows, highs };
}

/** The zone for a wanted temperature of 0 °C: any other only shifts its figures. A cell is in it when all its corners are within the tolerance. */
function searchZone(map: HeatMap, tolerance: number): UsableZone {
  const grid = gridOf(map);
  const { columns } = grid;
  const { lows, highs } = cellSpans(map, grid);
  const low = lows.reduce((a, b) => Math.min(a, b), Infinity);
  const high = highs.reduce((a, b) => Math.max(a, b), -Infinity);
  let best: { rect: Rect; level: number } | null = null;
  // The level of the map that is brought to the wanted temperature: any between its coolest and hottest place.
  const step = Math.max(0.25, (high - low) / 40);
  const offMiddle = (level: number) => Math.abs(level - (low + high) / 2);
  for (let level = low; level <= high + 1e-9; level += step) {
    const [least, most] = [level - tolerance - 1e-9, level + tolerance + 1e-9];
    const good = (c: number, r: number) =>
      (lows[r * columns + c] ?? 0) >= least && (highs[r * columns + c] ?? 0) <= most;
    const rect = largestOf(good, grid);
    if (!rect) continue;
    const area = rect.width * rect.height;
    const bestArea = best ? best.rect.width * best.rect.height : 0;
    if (area > bestArea || (area === bestArea && best && offMiddle(level) < offMiddle(best.level)))
      best = { rect, level };
  }
  const { rect, level } = best ?? { rect: { x: 0, y: 0, width: columns, height: grid.rows }, level: (low + high) / 2 };
  let [hottest, coolest] = [-Infinity, Infinity];
  for (let row = rect.y; row < rect.y + rect.height; row++)
    for (let column = rect.x; column < rect.x + rect.width; column++) {
      hottest = Math.max(hottest, (highs[row * columns + column] ?? 0) - level);
      coolest = Math.min(coolest, (lows[row * columns + column] ?? 0) - level);
    }
  const zone = {
    x: rect.x * grid.width,
    y: rect.y * grid.height,
    width: rect.width * grid.width,
    height: rect.height * grid.height,
  };
  // The further from the readings, the less sure: worst at a corner.
  const corners = [zone.x, zone.x + zone.width].flatMap((x) =>
    [zone.y, zone.y + zone.height].map((y) => heatAt(map, x, y)),
  );
  return { zone, dial: map.dial - level, hottest, coolest, spread: Math.max(...corners.map((one) => one.spread)) };
}
