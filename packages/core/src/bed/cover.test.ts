import fc from 'fast-check';
import { coverFewer } from './index.js';

/** The fewest tiles that cover a rectangle of whole cells, by trying all: the first open cell is covered in every way there is. */
function fewest(width: number, height: number, w: number, h: number, most: number): number {
  const covered = new Int8Array(width * height);
  let best = most;
  const search = (used: number, left: number): void => {
    if (left === 0) {
      best = Math.min(best, used);
      return;
    }
    if (used + Math.ceil(left / (w * h)) >= best) return;
    const first = covered.indexOf(0);
    const [row, column] = [Math.floor(first / width), first % width];
    for (const [tw, th] of [
      [w, h],
      [h, w],
    ] as const) {
      const [across, down] = [Math.min(tw, width), Math.min(th, height)];
      // Nothing is open above it, so that a tile need not begin above it; it may reach to the left over what is covered.
      const y = Math.min(row, height - down);
      for (let x = Math.max(0, column - across + 1); x <= Math.min(column, width - across); x++) {
        let fresh = 0;
        for (let r = y; r < y + down; r++)
          for (let c = x; c < x + across; c++) {
            const at = r * width + c;
            if (covered[at] === 0) fresh++;
            covered[at] = (covered[at] ?? 0) + 1;
          }
        search(used + 1, left - fresh);
        for (let r = y; r < y + down; r++)
          for (let c = x; c < x + across; c++) covered[r * width + c] = (covered[r * width + c] ?? 0) - 1;
      }
    }
  };
  search(0, width * height);
  return best;
}

/** The fewest that rows and columns alone take, either way round. */
const inRows = (width: number, height: number, w: number, h: number): number =>
  Math.min(Math.ceil(width / w) * Math.ceil(height / h), Math.ceil(width / h) * Math.ceil(height / w));

describe('coverFewer', () => {
  it('finds the pinwheel of five where rows and columns take six', () => {
    const { tiles, proven } = coverFewer(36, 36, { width: 16, height: 20 }, 6);
    expect(tiles).toHaveLength(5);
    expect(proven).toBe(true);
  });
  // Every way to cover is tried, on all rectangles up to 13 × 13 cells.
  it.each([
    [4, 5],
    [3, 5],
    [4, 6],
    [5, 5],
  ])('takes as few as trying all ways does, and knows it, with tiles of %i × %i', (w, h) => {
    let better = 0;
    for (let width = 2; width <= 13; width++)
      for (let height = width; height <= 13; height++) {
        const rows = inRows(width, height, w, h);
        if (rows > 12) continue;
        const { tiles, proven } = coverFewer(width, height, { width: w, height: h }, rows);
        const truth = fewest(width, height, w, h, rows);
        expect([width, height, tiles?.length ?? rows]).toEqual([width, height, truth]);
        // Small ones are looked through to the end; the largest may be given up, and then it says so.
        if (truth <= 8) expect([width, height, proven]).toEqual([width, height, true]);
        if (truth < rows) better++;
      }
    if (w !== h) expect(better).toBeGreaterThan(3);
  });
  it('covers every place of the rectangle, with tiles that lie within it where they fit', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 110 }),
        fc.integer({ min: 20, max: 110 }),
        fc.integer({ min: 21, max: 50 }),
        fc.integer({ min: 21, max: 50 }),
        (width, height, w, h) => {
          const { tiles } = coverFewer(width, height, { width: w, height: h }, inRows(width, height, w, h));
          for (let x = 0.5; tiles && x < width; x++)
            for (let y = 0.5; y < height; y++)
              if (!tiles.some((t) => x >= t.x && x <= t.x + t.width && y >= t.y && y <= t.y + t.height))
                throw new Error(`${x}, ${y} lies open`);
          for (const t of tiles ?? []) {
            expect([t.width, t.height]).toEqual(t.turned ? [h, w] : [w, h]);
            expect(t.x).toBeGreaterThanOrEqual(0);
            if (t.width <= width) expect(t.x + t.width).toBeLessThanOrEqual(width + 1e-6);
          }
        },
      ),
      { numRuns: 60 },
    ));
  it('leaves out what nothing has to be pressed of', () => {
    // An L: its upper right quarter is empty.
    const { tiles } = coverFewer(40, 40, { width: 20, height: 20 }, 4, ({ x, y }) => !(x >= 20 && y < 20));
    expect(tiles).toHaveLength(3);
  });
  it('gives up on what would take very many, and says that it does not know', () =>
    expect(coverFewer(300, 300, { width: 31, height: 37 }, 90)).toEqual({ tiles: null, proven: false }));
});
