import { boundsOf, clipped, rectPolygon, type Polygon, type Rect } from '../geometry/index.js';
import { nth } from '../numbers/index.js';

interface Tile {
  width: number;
  height: number;
}

/** Steps in which a band may begin, as a share of the shorter side of a tile. */
const STEP = 1 / 36;

/** What of a line across is taken up in a band of the outline: stretches from left to right. */
function stretches(outline: Polygon, band: Rect): [number, number][] {
  const spans = clipped([outline], rectPolygon(band))
    .map((part): [number, number] => {
      const { x, width } = boundsOf(part);
      return [x, x + width];
    })
    .sort((a, b) => a[0] - b[0]);
  const out: [number, number][] = [];
  for (const [from, to] of spans) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

/** Where the fewest tiles of a width begin that cover stretches, neighbours over one stretch overlapping: always from the first place that is open. */
function begins(list: readonly [number, number][], width: number, overlap: number): number[] {
  const out: number[] = [];
  let done = -Infinity;
  for (const [from, to] of list) {
    let open = done >= from ? done - overlap : from;
    while (done < to - 1e-9) {
      out.push(open);
      done = open + width;
      open = done - overlap;
    }
  }
  return out;
}

/**
 * Covers an outline by tiles in bands across it, each as deep as the tile one way round or the other and beginning where it takes fewest in all; in a band tiles lie only where
 * the outline does. The fewest of all such ways to begin within a step (dynamic programming over how far down is covered). Null for tiles no larger than the overlap.
 * O(steps × corners of the outline).
 */
export function coverInBands(outline: Polygon, tile: Tile, overlap: number): (Rect & { turned: boolean })[] | null {
  if (Math.min(tile.width, tile.height) <= overlap) return null;
  const box = boundsOf(outline);
  const step = Math.min(tile.width, tile.height) * STEP;
  const ways = [
    { ...tile, turned: false },
    { width: tile.height, height: tile.width, turned: true },
  ];
  // Bands that end at a step below the far edge are as good as ones beyond it.
  const count = Math.ceil(box.height / step) + 1;
  /** Fewest tiles that cover all down to a step at least, and the last band that does. */
  const fewest = new Float64Array(count).fill(Infinity);
  const last: ({ from: number; covered: number; way: number } | null)[] = Array.from({ length: count }, () => null);
  fewest[0] = 0;
  const bandAt = (start: number, way: (typeof ways)[number]) =>
    stretches(outline, { x: box.x - 1, y: start, width: box.width + 2, height: way.height });
  for (let from = 0; from < count; from++) {
    const start = box.y + from * step;
    // What is covered at least down to here, with the overlap; the first band needs none.
    const needs = from === 0 ? 0 : Math.ceil((from * step + overlap) / step - 1e-9);
    let covered = -1;
    for (let at = needs; at < count; at++)
      if (nth(fewest, at) < (covered < 0 ? Infinity : nth(fewest, covered))) covered = at;
    if (covered < 0) continue;
    ways.forEach((way, which) => {
      const to = Math.min(count - 1, Math.floor((from * step + way.height) / step + 1e-9));
      if (to <= covered) return;
      const tiles = nth(fewest, covered) + begins(bandAt(start, way), way.width, overlap).length;
      for (let at = covered + 1; at <= to; at++) {
        if (tiles >= nth(fewest, at)) continue;
        fewest[at] = tiles;
        last[at] = { from, covered, way: which };
      }
    });
  }
  if (!Number.isFinite(nth(fewest, count - 1))) return null;
  const out: (Rect & { turned: boolean })[] = [];
  for (let at = count - 1; at > 0;) {
    const band = last[at];
    const way = ways[band?.way ?? 0];
    if (!band || !way) return null;
    const y = box.y + band.from * step;
    for (const x of begins(bandAt(y, way), way.width, overlap)) out.push({ x, y, ...way });
    at = band.covered;
  }
  return out.reverse();
}
