import { deltaE00, hexOf, labOfLinear, toLinear, type Lab, type Rgb } from '@kanga/core/colour';

/** Colours closer than this, ΔE00, are one to the eye of somebody who reads a proof. */
const APART = 12;
/** A colour that takes less of the print than this is not named. */
const LEAST_SHARE = 0.01;

/**
 * The colours that a print mostly consists of, the most frequent first: pixels are gathered in cubes of 16 codes a side, and cubes
 * closer than APART are one. O(pixels + cubes × colours).
 */
export function mainColours(rgba: Uint8Array, most: number): { hex: string; share: number }[] {
  const sums = new Map<number, { count: number; r: number; g: number; b: number }>();
  let all = 0;
  for (let i = 0; i < rgba.length; i += 4) {
    if ((rgba[i + 3] ?? 0) < 128) continue;
    const [r, g, b] = [rgba[i] ?? 0, rgba[i + 1] ?? 0, rgba[i + 2] ?? 0];
    const key = ((r >> 4) << 8) | ((g >> 4) << 4) | (b >> 4);
    const sum = sums.get(key) ?? { count: 0, r: 0, g: 0, b: 0 };
    sum.count++;
    sum.r += r;
    sum.g += g;
    sum.b += b;
    sums.set(key, sum);
    all++;
  }
  const found: { rgb: Rgb; lab: Lab; count: number }[] = [];
  for (const { count, r, g, b } of [...sums.values()].sort((one, other) => other.count - one.count)) {
    const rgb: Rgb = [toLinear(r / count / 255), toLinear(g / count / 255), toLinear(b / count / 255)];
    const lab = labOfLinear(rgb);
    const near = found.find((one) => deltaE00(one.lab, lab) < APART);
    if (near) near.count += count;
    else if (found.length < 64) found.push({ rgb, lab, count });
  }
  return found
    .sort((one, other) => other.count - one.count)
    .map(({ rgb, count }) => ({ hex: hexOf(rgb), share: count / Math.max(1, all) }))
    .filter(({ share }) => share >= LEAST_SHARE)
    .slice(0, most);
}
