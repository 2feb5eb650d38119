import { execFile } from 'node:child_process';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { inksOf } from '@kanga/core/sheet';
import type { Ink } from '@kanga/core/shop';
import sharp from 'sharp';

const run = promisify(execFile);
/** Pixels per inch that cover is counted at: a pixel is a mean over its place, so that few are enough. */
const PPI = 36;

/** Mean cover of each ink over the pages of a PDF, 0 to 1, and their area in mm². `folder`: where scratch files may lie. */
export async function inkCover(
  pdf: string,
  folder: string,
): Promise<{ cover: Record<Ink['name'], number>; area: number }> {
  await run('pdftoppm', ['-r', String(PPI), '-png', pdf, join(folder, 'cover')], { timeout: 600_000 });
  const sums = [0, 0, 0, 0] as [number, number, number, number];
  let pixels = 0;
  for (const name of (await readdir(folder)).filter((one) => one.startsWith('cover') && one.endsWith('.png'))) {
    const { data, info } = await sharp(join(folder, name)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    for (let i = 0; i < data.length; i += info.channels) {
      const inks = inksOf(data[i] ?? 255, data[i + 1] ?? 255, data[i + 2] ?? 255);
      sums[0] += inks[0];
      sums[1] += inks[1];
      sums[2] += inks[2];
      sums[3] += inks[3];
    }
    pixels += info.width * info.height;
  }
  const share = (sum: number) => (pixels === 0 ? 0 : sum / pixels);
  return {
    cover: { cyan: share(sums[0]), magenta: share(sums[1]), yellow: share(sums[2]), black: share(sums[3]) },
    area: pixels * (25.4 / PPI) ** 2,
  };
}
