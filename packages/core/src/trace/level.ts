import type { Plane } from './picture.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { ceil, floor, max, min, round } = Math;

/**
 * The level that parts values best in two groups: the one with the greatest variance between them. N. Otsu, “A threshold selection
 * method from gray-level histograms”, IEEE Trans. SMC 9 (1979). Values from 0 to 255; never below `least`. O(n).
 */
export function otsu({ data }: Plane, least: number): number {
  const counts = new Float64Array(256);
  for (const value of data) {
    const bin = min(255, max(0, round(value)));
    counts[bin] = (counts[bin] ?? 0) + 1;
  }
  let [all, sum] = [0, 0];
  counts.forEach((count, value) => {
    all += count;
    sum += count * value;
  });
  let [below, sumBelow, best, level] = [0, 0, -1, least];
  for (let value = 0; value < 255; value++) {
    below += counts[value] ?? 0;
    sumBelow += (counts[value] ?? 0) * value;
    const above = all - below;
    if (below === 0 || above === 0) continue;
    const apart = sumBelow / below - (sum - sumBelow) / above;
    const between = below * above * apart * apart;
    if (between > best) {
      best = between;
      level = value + 0.5;
    }
  }
  return max(least, level);
}

/** Side of a block that the paper's level is read in, in cells. */
const BLOCK = 24;
/** The paper is lighter than this share of a block: a line takes the rest of it. */
const PAPER_SHARE = 0.85;

/** How much darker each cell is than the paper round it: uneven light and a greyed edge fall out. O(n). */
export function darkness({ data, width, height }: Plane): Plane {
  const [columns, rows] = [ceil(width / BLOCK), ceil(height / BLOCK)];
  const levels = new Float32Array(columns * rows);
  const counts = new Uint32Array(256);
  for (let by = 0; by < rows; by++) {
    for (let bx = 0; bx < columns; bx++) {
      counts.fill(0);
      let all = 0;
      for (let y = by * BLOCK; y < min(height, (by + 1) * BLOCK); y++) {
        for (let x = bx * BLOCK; x < min(width, (bx + 1) * BLOCK); x++) {
          const bin = min(255, max(0, round(data[y * width + x] ?? 0)));
          counts[bin] = (counts[bin] ?? 0) + 1;
          all++;
        }
      }
      let [passed, value] = [0, 0];
      while (value < 255 && passed + (counts[value] ?? 0) < all * PAPER_SHARE) passed += counts[value++] ?? 0;
      levels[by * columns + bx] = value;
    }
  }
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const fy = min(rows - 1, max(0, (y + 0.5) / BLOCK - 0.5));
    const [top, ty] = [floor(fy), fy - floor(fy)];
    const bottom = min(rows - 1, top + 1);
    for (let x = 0; x < width; x++) {
      const fx = min(columns - 1, max(0, (x + 0.5) / BLOCK - 0.5));
      const [left, tx] = [floor(fx), fx - floor(fx)];
      const right = min(columns - 1, left + 1);
      const level =
        ((levels[top * columns + left] ?? 0) * (1 - tx) + (levels[top * columns + right] ?? 0) * tx) * (1 - ty) +
        ((levels[bottom * columns + left] ?? 0) * (1 - tx) + (levels[bottom * columns + right] ?? 0) * tx) * ty;
      out[y * width + x] = max(0, level - (data[y * width + x] ?? 0));
    }
  }
  return { data: out, width, height };
}
