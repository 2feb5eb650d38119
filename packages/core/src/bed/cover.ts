import type { Rect } from '../geometry/index.js';
import { nth } from '../numbers/index.js';

interface Tile {
  width: number;
  height: number;
}

/** One tile as it is laid, and whether it stands across. */
interface LaidTile extends Rect {
  turned: boolean;
}

export interface Cover {
  /** Null: none of fewer tiles was found. */
  tiles: LaidTile[] | null;
  /** All ways were tried, and no fewer do; false: the search was given up. */
  proven: boolean;
}

const EPSILON = 1e-6;
const round = (value: number): number => Math.round(value * 1e6) / 1e6;

/**
 * Where tiles have to begin or end: sums of their sides from either end. Pushed as far as the cover lets it, every tile of a best cover lies so
 * (normal patterns, Herz 1972 and Christofides and Whitlock 1977, from memory).
 */
function lines({ width, height }: Tile, most: number): number[] {
  const out = new Set<number>([0, round(most)]);
  for (let a = 0; a <= most + EPSILON; a += width)
    for (let b = a; b <= most + EPSILON; b += height) {
      out.add(round(b));
      out.add(round(most - b));
    }
  return [...out].sort((p, q) => p - q);
}

/** A tile as it is laid, with the cells that it covers. */
interface Placing {
  laid: LaidTile;
  cells: number[];
}

/** Steps that a search may take before it is given up: a few tenths of a second. */
const STEPS = 60_000;
/** Covers of more tiles than this are not searched for: there are too many ways. */
const MOST_TILES = 12;

/**
 * Covers a rectangle with fewer tiles than `than`, either way round, tiles lying within it where they fit: depth first over the open place furthest
 * up, every tile that can cover it, as far as the area that is left lets (branch and bound). `needed` tells whether anything has to be covered in a
 * part of it; left out: everywhere. Null when no fewer do, or the search was given up.
 */
export function coverFewer(
  width: number,
  height: number,
  tile: Tile,
  than: number,
  needed: (cell: Rect) => boolean = () => true,
): Cover {
  const [xs, ys] = [lines(tile, width), lines(tile, height)];
  const [columns, rows] = [xs.length - 1, ys.length - 1];
  const area = new Float64Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const cell = {
        x: nth(xs, column),
        y: nth(ys, row),
        width: nth(xs, column + 1) - nth(xs, column),
        height: nth(ys, row + 1) - nth(ys, row),
      };
      area[row * columns + column] = needed(cell) ? cell.width * cell.height : 0;
    }
  const ways = square(tile) ? [false] : [false, true];
  const placings = new Map<number, Placing[]>();
  /** Tiles that cover a cell whose row is the first that is open: they begin at its top, or end at the far edge. */
  function placingsFor(first: number): Placing[] {
    const before = placings.get(first);
    if (before) return before;
    const [row, column] = [Math.floor(first / columns), first % columns];
    const found: Placing[] = [];
    for (const turned of ways) {
      const [w, h] = turned ? [tile.height, tile.width] : [tile.width, tile.height];
      const y = Math.max(0, Math.min(nth(ys, row), height - h));
      const starts = new Set(xs.map((x) => round(Math.max(0, Math.min(x, width - w)))));
      for (const x of starts) {
        if (x > nth(xs, column) + EPSILON || x + w < nth(xs, column + 1) - EPSILON) continue;
        const cells: number[] = [];
        for (let r = 0; r < rows; r++) {
          if (nth(ys, r) < y - EPSILON || nth(ys, r + 1) > y + h + EPSILON) continue;
          for (let c = 0; c < columns; c++)
            if (nth(xs, c) >= x - EPSILON && nth(xs, c + 1) <= x + w + EPSILON) cells.push(r * columns + c);
        }
        found.push({ laid: { x, y, width: w, height: h, turned }, cells });
      }
    }
    // What covers most is tried first.
    found.sort((a, b) => b.cells.length - a.cells.length);
    placings.set(first, found);
    return found;
  }

  const covered = new Int16Array(columns * rows);
  const size = tile.width * tile.height;
  let best: Placing[] | null = null;
  let most = Math.min(than - 1, MOST_TILES);
  let steps = 0;
  const chosen: Placing[] = [];
  const search = (left: number): void => {
    if (steps++ > STEPS) return;
    let first = 0;
    while (first < covered.length && (nth(covered, first) > 0 || nth(area, first) === 0)) first++;
    if (first === covered.length) {
      best = [...chosen];
      most = chosen.length - 1;
      return;
    }
    if (chosen.length + Math.ceil(left / size - 1e-9) > most) return;
    for (const placing of placingsFor(first)) {
      let fresh = 0;
      for (const cell of placing.cells) {
        if (covered[cell] === 0) fresh += nth(area, cell);
        covered[cell] = nth(covered, cell) + 1;
      }
      chosen.push(placing);
      search(left - fresh);
      chosen.pop();
      for (const cell of placing.cells) covered[cell] = nth(covered, cell) - 1;
      if (steps > STEPS) return;
    }
  };
  search(area.reduce((sum, one) => sum + one, 0));
  const proven = steps <= STEPS && than - 1 <= MOST_TILES;
  const laid = best as Placing[] | null;
  return { tiles: laid && laid.map((one) => one.laid), proven };
}

const square = ({ width, height }: Tile): boolean => Math.abs(width - height) < EPSILON;
