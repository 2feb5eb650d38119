import type { Rect } from '../geometry/index.js';
import { heatAt, type HeatMap } from './map.js';

/** Cells along the longer side of a plate. */
const CELLS = 80;

/** A grid over the plate: how far each place is off, °C, by rows from the back left. */
export interface HeatGrid {
  columns: number;
  rows: number;
  /** mm a cell. */
  width: number;
  height: number;
  celsius: Float64Array;
}

/** The map as a grid. O(80²). */
export function heatGrid(map: HeatMap): HeatGrid {
  const { width, depth } = map.platen;
  const pitch = Math.max(width, depth) / CELLS;
  const [columns, rows] = [Math.max(1, Math.round(width / pitch)), Math.max(1, Math.round(depth / pitch))];
  const celsius = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      celsius[row * columns + column] = heatAt(
        map,
        ((column + 0.5) * width) / columns,
        ((row + 0.5) * depth) / rows,
      ).celsius;
  return { columns, rows, width: width / columns, height: depth / rows, celsius };
}

/** How much a place may be off what is wanted before it prints lighter or yellows, °C. Common practice, no published source. */
export const TOLERANCE = 5;

/** The largest upright rectangle of cells that are good (maximal rectangle under histograms, O(cells)). Null when none is. */
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

/** The zone for a wanted temperature of 0 °C: any other only shifts its figures. */
function searchZone(map: HeatMap, tolerance: number): UsableZone {
  const grid = heatGrid(map);
  const { celsius } = grid;
  const low = celsius.reduce((a, b) => Math.min(a, b), Infinity);
  const high = celsius.reduce((a, b) => Math.max(a, b), -Infinity);
  let best: { rect: Rect; level: number } | null = null;
  // The level of the map that is brought to the wanted temperature: any between its coolest and hottest place.
  const step = Math.max(0.25, (high - low) / 40);
  for (let level = low; level <= high + 1e-9; level += step) {
    const rect = largestOf((c, r) => Math.abs((celsius[r * grid.columns + c] ?? 0) - level) <= tolerance + 1e-9, grid);
    const middle = Math.abs(level - (low + high) / 2);
    if (!rect) continue;
    const area = rect.width * rect.height;
    const bestArea = best ? best.rect.width * best.rect.height : 0;
    if (area > bestArea || (area === bestArea && best && middle < Math.abs(best.level - (low + high) / 2)))
      best = { rect, level };
  }
  const { rect, level } = best ?? {
    rect: { x: 0, y: 0, width: grid.columns, height: grid.rows },
    level: (low + high) / 2,
  };
  const zone = {
    x: rect.x * grid.width,
    y: rect.y * grid.height,
    width: rect.width * grid.width,
    height: rect.height * grid.height,
  };
  const shift = -level;
  let [hottest, coolest, spread] = [-Infinity, Infinity, 0];
  for (const [u, v] of [
    [0, 0],
    [1, 0],
    [0, 1],
    [1, 1],
    [0.5, 0.5],
    [0.5, 0],
    [0.5, 1],
    [0, 0.5],
    [1, 0.5],
  ] as const) {
    // prettier-ignore
    const at = heatAt(map, zone.x + u * zone.width, zone.y + v * zone.height);
    hottest = Math.max(hottest, at.celsius + shift);
    coolest = Math.min(coolest, at.celsius + shift);
    spread = Math.max(spread, at.spread);
  }
  return { zone, dial: map.dial + shift, hottest, coolest, spread };
}
