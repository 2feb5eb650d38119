import type { Rows } from './rows.js';

/** What is taken on one sheet: for each row the intervals that are taken, sorted and apart. */
export class SheetRows {
  private readonly rows: number[][] = [];

  constructor(readonly width: number) {}

  copy(): SheetRows {
    const other = new SheetRows(this.width);
    other.rows.push(...this.rows.map((taken) => taken.slice()));
    return other;
  }

  /**
   * The least x of at least `least` and at most `most` where a shape with its row 0 on `row` touches nothing; NaN when there is none.
   * Each pass moves on past whatever is in the way. O(passes × intervals).
   */
  freeAt(shape: Rows, row: number, least: number, most: number): number {
    const { first, from, to, count } = shape;
    const { rows } = this;
    let x = least;
    const end = Math.min(count, rows.length - row);
    for (let moved = true; moved;) {
      moved = false;
      for (let r = 0; r < end; r++) {
        const taken = rows[row + r] as number[];
        if (taken.length === 0) continue;
        const stop = first[r + 1] as number;
        for (let i = first[r] as number; i < stop; i++) {
          let left = x + (from[i] as number);
          let right = x + (to[i] as number);
          for (let k = 0; k < taken.length; k += 2) {
            const end = taken[k + 1] as number;
            if (end <= left) continue;
            if ((taken[k] as number) >= right) break;
            const by = end - left;
            x += by;
            left += by;
            right += by;
            moved = true;
            if (x > most) return NaN;
          }
        }
      }
    }
    return x;
  }

  /** Takes the intervals of a shape. Gaps narrower than `narrow` are taken with them: nothing would fit there. */
  take(shape: Rows, row: number, x: number, narrow: number): void {
    const { first, from, to, count } = shape;
    while (this.rows.length < row + count) this.rows.push([]);
    for (let r = 0; r < count; r++) {
      const taken = this.rows[row + r] as number[];
      for (let i = first[r] as number; i < (first[r + 1] as number); i++) {
        let low = x + (from[i] as number);
        let high = x + (to[i] as number);
        if (low < narrow) low = Math.min(low, 0);
        if (this.width - high < narrow) high = Math.max(high, this.width);
        let k = 0;
        while (k < taken.length && (taken[k + 1] as number) < low - narrow) k += 2;
        let last = k;
        while (last < taken.length && (taken[last] as number) <= high + narrow) {
          low = Math.min(low, taken[last] as number);
          high = Math.max(high, taken[last + 1] as number);
          last += 2;
        }
        taken.splice(k, last - k, low, high);
      }
    }
  }
}
