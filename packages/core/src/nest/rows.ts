import { boundsOf, type Point, type Polygon } from '../geometry/index.js';

/**
 *        outline            rows, each with what it may touch
 *          ╱╲                   ┌──┐
 *         ╱  ╲      row 0     ──┴──┴──
 *        ╱ ╱╲ ╲     row 1    ┌─┐    ┌─┐     two intervals where it is hollow
 *       ╱_╱  ╲_╲    row 2    └─┘    └─┘
 *
 * A shape cut into level rows of one pitch: for each row the intervals across that it may touch anywhere within the row. Two
 * shapes whose rows share no interval share no point, so that rows can be packed instead of outlines; what is lost is under a pitch.
 */
export interface Rows {
  /** Interval i of the row r runs from `from[i]` to `to[i]`, for i from `first[r]` up to but not with `first[r + 1]`. */
  first: Int32Array;
  from: Float64Array;
  to: Float64Array;
  count: number;
}

/** Spans inside the polygon along a level line that runs through none of its corners. */
function spansAt(polygon: Polygon, y: number, push: (from: number, to: number) => void): void {
  const crossings: number[] = [];
  let previous = polygon[polygon.length - 1] as Point;
  for (const p of polygon) {
    if (p.y > y !== previous.y > y) crossings.push(((previous.x - p.x) * (y - p.y)) / (previous.y - p.y) + p.x);
    previous = p;
  }
  crossings.sort((a, b) => a - b);
  for (let i = 0; i + 1 < crossings.length; i += 2) push(crossings[i] as number, crossings[i + 1] as number);
}

const EPSILON = 1e-7;

/** Rows from the spans that each touches, in any order: those that meet become one. O(spans · log). */
export function rowsFrom(count: number, spansIn: (row: number) => [number, number][]): Rows {
  const first = new Int32Array(count + 1);
  const froms: number[] = [];
  const tos: number[] = [];
  for (let row = 0; row < count; row++) {
    first[row] = froms.length;
    const spans = spansIn(row).sort((a, b) => a[0] - b[0]);
    for (const [from, to] of spans) {
      const last = froms.length - 1;
      if (last >= (first[row] as number) && from <= (tos[last] as number) + EPSILON)
        tos[last] = Math.max(tos[last] as number, to);
      else {
        froms.push(from);
        tos.push(to);
      }
    }
  }
  first[count] = froms.length;
  return { first, from: Float64Array.from(froms), to: Float64Array.from(tos), count };
}

/** Cuts a polygon into rows of `pitch`; row 0 begins at the level `top`, at or above the polygon. O(rows × corners in them). */
export function rowsOf(polygon: Polygon, pitch: number, top: number): Rows {
  const box = boundsOf(polygon);
  const count = Math.max(1, Math.ceil((box.y + box.height - top) / pitch - 1e-6));
  return rowsFrom(count, (row) => {
    const [low, high] = [top + row * pitch, top + (row + 1) * pitch];
    const spans: [number, number][] = [];
    const push = (from: number, to: number) => spans.push([from, to]);
    const levels = [low + EPSILON, high - EPSILON];
    let previous = polygon[polygon.length - 1] as Point;
    for (const p of polygon) {
      const [above, below] = previous.y <= p.y ? [previous, p] : [p, previous];
      if (below.y >= low && above.y <= high) {
        const at = (y: number) =>
          below.y - above.y < 1e-12 ? above.x : above.x + ((below.x - above.x) * (y - above.y)) / (below.y - above.y);
        const [x1, x2] =
          below.y - above.y < 1e-12 ? [above.x, below.x] : [at(Math.max(low, above.y)), at(Math.min(high, below.y))];
        push(Math.min(x1, x2), Math.max(x1, x2));
      }
      if (p.y > low && p.y < high) levels.push(p.y - EPSILON, p.y + EPSILON);
      previous = p;
    }
    for (const level of levels) spansAt(polygon, level, push);
    return spans;
  });
}
