import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

/** Where the PDFs of a test lie; gone after it. */
export const folder = mkdtempSync(join(tmpdir(), 'kanga-pdf-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

const MM = 25.4 / 72;
/** What a program says, run where the PDFs lie. */
export const say = (program: string, ...args: string[]) =>
  execFileSync(program, args, { encoding: 'utf8', cwd: folder });

export interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
/** Boxes of a page as pdfinfo tells them, in mm from the page's lower left corner. */
export function boxesOf(pdf: string, page: number): Record<'MediaBox' | 'BleedBox' | 'TrimBox', Box> {
  const text = say('pdfinfo', '-box', '-f', String(page), '-l', String(page), pdf);
  const read = (name: string): Box => {
    const [x0 = NaN, y0 = NaN, x1 = NaN, y1 = NaN] = (new RegExp(`${name}:\\s+([-\\d. ]+)`).exec(text)?.[1] ?? '')
      .trim()
      .split(/\s+/)
      .map((n) => Number(n) * MM);
    return { x0, y0, x1, y1 };
  };
  return { MediaBox: read('MediaBox'), BleedBox: read('BleedBox'), TrimBox: read('TrimBox') };
}

const DPI = 254; // ten dots a millimetre
export interface Raster {
  data: Buffer;
  width: number;
  height: number;
}
export async function rasterOf(pdf: string, page: number): Promise<Raster> {
  say('pdftoppm', '-r', String(DPI), '-f', String(page), '-l', String(page), '-png', pdf, `page${page}`);
  const file = readdirSync(folder).find((name) => name.startsWith(`page${page}-`) && name.endsWith('.png')) ?? '';
  const { data, info } = await sharp(join(folder, file)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  rmSync(join(folder, file));
  return { data, width: info.width, height: info.height };
}
export const pixel = ({ data, width }: Raster, x: number, y: number): [number, number, number] => {
  const i = (Math.round(y) * width + Math.round(x)) * 3;
  return [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0];
};
/** The extent, in mm, of the pixels inside a box that a test calls its own. */
export function extentOf(
  { data, width, height }: Raster,
  mine: (rgb: [number, number, number]) => boolean,
  inside: Box,
): Box {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  const rgb: [number, number, number] = [0, 0, 0];
  const [toX, toY] = [Math.min(width, Math.round(inside.x1 * 10)), Math.min(height, Math.round(inside.y1 * 10))];
  const fromX = Math.max(0, Math.round(inside.x0 * 10));
  for (let y = Math.max(0, Math.round(inside.y0 * 10)); y < toY; y++) {
    for (let x = fromX; x < toX; x++) {
      const i = (y * width + x) * 3;
      rgb[0] = data[i] ?? 0;
      rgb[1] = data[i + 1] ?? 0;
      rgb[2] = data[i + 2] ?? 0;
      if (!mine(rgb)) continue;
      if (x < x0) x0 = x;
      if (x >= x1) x1 = x + 1;
      if (y < y0) y0 = y;
      if (y >= y1) y1 = y + 1;
    }
  }
  return { x0: x0 / 10, y0: y0 / 10, x1: x1 / 10, y1: y1 / 10 };
}

/** Words of a page with their boxes, as pdftotext sees them, in mm from the top left corner. */
export function wordsOf(pdf: string, page: number): (Box & { text: string })[] {
  const html = say('pdftotext', '-bbox', '-f', String(page), '-l', String(page), pdf, '-');
  return [...html.matchAll(/<word xMin="([\d.-]+)" yMin="([\d.-]+)" xMax="([\d.-]+)" yMax="([\d.-]+)">([^<]*)</g)].map(
    (m) => ({
      x0: Number(m[1]) * MM,
      y0: Number(m[2]) * MM,
      x1: Number(m[3]) * MM,
      y1: Number(m[4]) * MM,
      text: m[5] ?? '',
    }),
  );
}
