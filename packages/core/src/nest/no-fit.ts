import type { Rows } from './rows.js';

/** Columns across in which it is told how deep shapes lie in each other up and down, mm; and the depth that is told at most. */
const COLUMN = 2;
const DEEPEST = 255;
/** Asked for millions of times a second. */
const { floor } = Math;

/**
 *      ┌─┐                where the second shape's box may not begin,
 *      └─┘ one            seen from the first's: row by row, from ( to )
 *     ╱   ╲
 *    ╱other╲              down −2      ( )
 *                         down −1     (   )
 *                         down  0    (     )
 *
 * Where two shapes touch: for each number of rows that the other begins below the one (`down`, negative above it), the open intervals across in which the other may not
 * begin (the no-fit polygon of A. Albano and G. Sapuppo, “Optimal allocation of two-dimensional irregular shapes using heuristic search methods”, 1980, cut into rows).
 */
export class NoFit {
  /** `down` of the first row that is kept: nothing is in the way above it. */
  readonly least: number;
  readonly count: number;
  /** The intervals of the row i run from `first[i]` up to but not with `first[i + 1]`. */
  readonly first: Int32Array;
  readonly from: Float64Array;
  readonly to: Float64Array;
  /** mm up or down to where they touch no more, in coarse rows and columns. */
  private readonly depths: Uint8Array;
  private readonly left: number;
  private readonly columns: number;
  private readonly coarse: number;

  private constructor(
    private readonly pitch: number,
    { least, first, from, to }: Pick<NoFit, 'least' | 'first' | 'from' | 'to'>,
  ) {
    this.least = least;
    this.first = first;
    this.from = from;
    this.to = to;
    this.count = first.length - 1;
    this.coarse = Math.max(1, Math.round(COLUMN / pitch));
    this.left = from.reduce((most, value) => Math.min(most, value), Infinity);
    const right = to.reduce((most, value) => Math.max(most, value), -Infinity);
    this.columns = Math.max(1, Math.ceil((right - this.left) / COLUMN));
    this.depths = this.depthsOf(pitch);
  }

  /** O(rows² × intervals²), once for each two turned shapes. */
  static of(one: Rows, other: Rows, pitch: number): NoFit {
    const least = 1 - other.count;
    const count = one.count + other.count - 1;
    const first = new Int32Array(count + 1);
    const froms: number[] = [];
    const tos: number[] = [];
    // Gone through a hundred million times for goods of ten kinds: plain reads.
    const [oneFirst, oneFrom, oneTo] = [one.first, one.from, one.to];
    const [otherFirst, otherFrom, otherTo] = [other.first, other.from, other.to];
    const list: number[] = [];
    for (let i = 0; i < count; i++) {
      const down = least + i;
      list.length = 0;
      const end = Math.min(one.count, other.count + down);
      for (let row = Math.max(0, down); row < end; row++) {
        const otherBegin = otherFirst[row - down] as number;
        const otherEnd = otherFirst[row - down + 1] as number;
        const oneEnd = oneFirst[row + 1] as number;
        for (let a = oneFirst[row] as number; a < oneEnd; a++)
          for (let b = otherBegin; b < otherEnd; b++) {
            const from = (oneFrom[a] as number) - (otherTo[b] as number);
            const to = (oneTo[a] as number) - (otherFrom[b] as number);
            // Nearly all are within the one interval, or make it longer.
            if (list.length === 2 && from < (list[1] as number) && to > (list[0] as number)) {
              if (from < (list[0] as number)) list[0] = from;
              if (to > (list[1] as number)) list[1] = to;
            } else join(list, from, to);
          }
      }
      for (let k = 0; k < list.length; k += 2) {
        froms.push(list[k] as number);
        tos.push(list[k + 1] as number);
      }
      first[i + 1] = froms.length;
    }
    return new NoFit(pitch, { least, first, from: Float64Array.from(froms), to: Float64Array.from(tos) });
  }

  /** The same seen from the other shape. O(intervals). */
  mirrored(): NoFit {
    const { count, first, from, to } = this;
    const total = from.length;
    const turned = new Int32Array(count + 1);
    for (let i = 0; i <= count; i++) turned[i] = total - (first[count - i] as number);
    return new NoFit(this.pitch, {
      least: 1 - this.least - count,
      first: turned,
      from: to.map((_, i) => -(to[total - 1 - i] as number)),
      to: from.map((_, i) => -(from[total - 1 - i] as number)),
    });
  }

  private depthsOf(pitch: number): Uint8Array {
    const { columns, coarse, first, from, to, left } = this;
    const rows = Math.ceil(this.count / coarse);
    const inside = new Uint8Array(rows * columns);
    for (let r = 0; r < rows; r++) {
      const row = Math.min(this.count - 1, r * coarse + (coarse >> 1));
      for (let i = first[row] as number; i < (first[row + 1] as number); i++) {
        const low = Math.max(0, Math.ceil(((from[i] as number) - left) / COLUMN - 0.5));
        const high = Math.min(columns - 1, Math.floor(((to[i] as number) - left) / COLUMN - 0.5));
        inside.fill(1, r * columns + low, r * columns + Math.max(low, high + 1));
      }
    }
    const step = coarse * pitch;
    for (let column = 0; column < columns; column++) {
      for (let r = 0; r < rows;) {
        if (inside[r * columns + column] === 0) {
          r++;
          continue;
        }
        let end = r;
        while (end < rows && inside[end * columns + column] !== 0) end++;
        for (let k = r; k < end; k++) inside[k * columns + column] = Math.max(1, Math.min(DEEPEST, Math.round((Math.min(k - r, end - 1 - k) + 0.5) * step))); // prettier-ignore
        r = end;
      }
    }
    return inside;
  }

  /** How far up or down two shapes that lie in each other have to go apart, mm: within a coarse row. `row`: from `least`; `across`: of the other from the one. */
  depth(row: number, across: number): number {
    const column = floor((across - this.left) / COLUMN);
    const clamped = column < 0 ? 0 : column >= this.columns ? this.columns - 1 : column;
    const r = floor(row / this.coarse);
    const depth = this.depths[r * this.columns + clamped] ?? 0;
    return depth > 0 ? depth : 1;
  }
}

/** Puts an open interval into a list of intervals that are sorted and apart. */
function join(list: number[], from: number, to: number): void {
  let k = list.length;
  // Most intervals meet the last one.
  while (k > 0 && (list[k - 2] as number) >= from) k -= 2;
  if (k > 0 && (list[k - 1] as number) > from) k -= 2;
  let end = k;
  let [low, high] = [from, to];
  while (end < list.length && (list[end] as number) < to) {
    low = Math.min(low, list[end] as number);
    high = Math.max(high, list[end + 1] as number);
    end += 2;
  }
  if (end - k === 2) {
    list[k] = low;
    list[k + 1] = high;
  } else list.splice(k, end - k, low, high);
}
