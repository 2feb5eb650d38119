import type { Picture } from './picture.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, floor, max, min, round, sqrt } = Math;

/** Pixels that speak for the grain of a whole picture. */
const LOOKED_AT = 60_000;
/** The median of the size of a normal value, in standard deviations. */
const MEDIAN = 0.6745;
/** The root of the squares of the mask's weights. */
const MASK = 6;

/**
 * The grain of a picture: by how much the green of a pixel strays by chance, levels of 256 (standard deviation). By a mask that even shades and their slopes leave at nought
 * (J. Immerkær, “Fast noise variance estimation”, 1996), and by its median, which edges hardly move. O(1).
 */
export function grainOf({ data, width, height }: Picture): number {
  const stride = max(1, floor(sqrt((width * height) / LOOKED_AT)));
  const counts = new Uint32Array(4096);
  let all = 0;
  const at = (x: number, y: number): number => data[(y * width + x) * 4 + 1] ?? 0;
  for (let y = 1; y + 1 < height; y += stride) {
    for (let x = 1; x + 1 < width; x += stride) {
      const corners = at(x - 1, y - 1) + at(x + 1, y - 1) + at(x - 1, y + 1) + at(x + 1, y + 1);
      const sides = at(x - 1, y) + at(x + 1, y) + at(x, y - 1) + at(x, y + 1);
      const bin = min(4095, abs(corners - 2 * sides + 4 * at(x, y)));
      counts[bin] = (counts[bin] ?? 0) + 1;
      all++;
    }
  }
  let [passed, value] = [0, 0];
  while (value < 4095 && passed + (counts[value] ?? 0) < all / 2) passed += counts[value++] ?? 0;
  // Between whole levels, where many pixels have the same.
  const share = (all / 2 - passed) / max(1, counts[value] ?? 0);
  return max(0, value - 0.5 + share) / MEDIAN / MASK;
}

/** Means over `2 · reach + 1` neighbours along lines of a channel; ends count as if they went on. */
function meansAlong(
  from: Float32Array,
  to: Float32Array,
  lines: { count: number; step: number },
  along: { count: number; step: number },
  reach: number,
): void {
  const weight = 1 / (2 * reach + 1);
  const last = along.count - 1;
  for (let line = 0; line < lines.count; line++) {
    const start = line * lines.step;
    let sum = 0;
    for (let k = -reach; k <= reach; k++) sum += from[start + min(last, max(0, k)) * along.step] ?? 0;
    for (let i = 0; i <= last; i++) {
      to[start + i * along.step] = sum * weight;
      sum +=
        (from[start + min(last, i + reach + 1) * along.step] ?? 0) -
        (from[start + max(0, i - reach) * along.step] ?? 0);
    }
  }
}

/** The picture softened by a bell about so many pixels wide (standard deviation), by three means over a square, one after the other. O(pixels). */
export function softened(picture: Picture, width: number): Picture {
  // Three means over 2r + 1 have the variance r (r + 1).
  const reach = max(1, round((sqrt(1 + 4 * width * width) - 1) / 2));
  const size = picture.width * picture.height;
  const data = new Uint8ClampedArray(picture.data);
  let [one, other] = [new Float32Array(size), new Float32Array(size)];
  const across = { count: picture.width, step: 1 };
  const down = { count: picture.height, step: picture.width };
  for (let channel = 0; channel < 3; channel++) {
    for (let i = 0; i < size; i++) one[i] = data[i * 4 + channel] ?? 0;
    for (let pass = 0; pass < 3; pass++) {
      meansAlong(one, other, down, across, reach);
      [one, other] = [other, one];
      meansAlong(one, other, across, down, reach);
      [one, other] = [other, one];
    }
    for (let i = 0; i < size; i++) data[i * 4 + channel] = one[i] ?? 0;
  }
  return { data, width: picture.width, height: picture.height };
}

/** Part of its steepest fall that an edge has at least. */
const FALLS = 0.25;
/** What is less is grain that is left, whatever the edge. */
const STILL = 0.5;

/** The least fall over two steps of `pitch` pixels that is an edge, where the picture was softened by a bell `width` pixels wide and both sides of the edge lie `apart` levels apart. */
export const softLeast = (apart: number, width: number, pitch: number): number =>
  max(STILL, (FALLS * apart * 2 * pitch) / (sqrt(2 * Math.PI) * width));
