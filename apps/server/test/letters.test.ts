import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';
import { FONT_IDS, fontPath, FONTS, LABEL_FONTS, SIGNS } from '@kanga/core/text';
import { embedLabelFont } from '../src/letters/index.js';
import { folder, pixel, rasterOf, say } from './pdf-reading.js';

const { resolve } = createRequire(import.meta.url);
/** Dots of a page’s picture for each of its points. */
const DOTS = 254 / 72;

/** The signs that font files have, as ranges. */
function rangesIn(paths: readonly string[]): string {
  const points = new Set(
    paths.flatMap((path) => (fontkit.create(readFileSync(resolve(path))) as { characterSet: number[] }).characterSet),
  );
  const runs: [number, number][] = [];
  for (const point of [...points].filter((one) => one > 32).sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last?.[1] === point - 1) last[1] = point;
    else runs.push([point, point]);
  }
  return runs.map(([a, b]) => (a === b ? a.toString(16) : `${a.toString(16)}-${b.toString(16)}`)).join(' ');
}

const LINES = ['Łódź, Żółć and straße', 'Ελλάδα', 'Привет, Ёлка', 'Nguyễn Ngọc', 'שלום 12', 'مرحبا', 'plain: Ångström'];

describe('letters of labels and documents', () => {
  it.each(FONT_IDS)('what %s is said to have, its files have', (id) => {
    expect(SIGNS[id]).toBe(rangesIn(FONTS[id].subsets.map((subset) => fontPath(id, subset))));
  });
  it('what labels are said to have, their files have', () => {
    expect(SIGNS.label).toBe(rangesIn(LABEL_FONTS));
  });

  it('are written in Latin beyond the West, Greek, Cyrillic, Hebrew and Arabic: Poppler finds the words, and ink where they stand', async () => {
    const pdf = await PDFDocument.create();
    const font = await embedLabelFont(pdf);
    const page = pdf.addPage([300, 40 * LINES.length]);
    LINES.forEach((line, i) => {
      expect(font.fit(line, 16, 280)).toBe(line);
      font.write(page, line, { x: 10, y: 40 * (LINES.length - i) - 28, size: 16 });
    });
    writeFileSync(join(folder, 'lines.pdf'), await pdf.save());
    const found = say('pdftotext', '-layout', '-enc', 'UTF-8', 'lines.pdf', '-');
    // Poppler takes words for letters from the left, and turns those of Hebrew and Arabic round.
    const isLeftward = (word: string) => /[\u0590-\u06ff]/u.test(word);
    const told = (word: string) => (isLeftward(word) ? [...word].reverse().join('') : word);
    const words = LINES.flatMap((line) => line.split(/[\s,:]+/u));
    expect(words.filter((word) => !found.normalize('NFC').includes(told(word)))).toEqual([]);
    expect(found).not.toContain('?');
    const raster = await rasterOf('lines.pdf', 1);
    LINES.forEach((line, i) => {
      let [left, right] = [Infinity, -Infinity];
      for (let y = Math.ceil(40 * i * DOTS); y < Math.floor(40 * (i + 1) * DOTS); y++)
        for (let x = 0; x < raster.width; x++)
          if (pixel(raster, x, y)[0] < 128) [left, right] = [Math.min(left, x), Math.max(right, x)];
      [left, right] = [left / DOTS, right / DOTS];
      // As wide as it is said to be, but for the room at both sides of a letter.
      expect({ line, wide: Math.abs(right - left - font.width(line, 16)) < 8 }).toEqual({ line, wide: true });
      expect({ line, at: Math.abs(left - 10) < 6 }).toEqual({ line, at: true });
    });
  });

  it('that nothing has are question marks, one for each, and a line that is too long is cut short', async () => {
    const pdf = await PDFDocument.create();
    const font = await embedLabelFont(pdf);
    expect(font.fit('Tee 漢字 Ω', 10, 200)).toBe('Tee ?? Ω');
    const short = font.fit('Ελλάδα '.repeat(20), 10, 100);
    expect(short).toMatch(/^Ελλάδα .*…$/u);
    expect(font.width(short, 10)).toBeLessThanOrEqual(100);
    expect(font.fit('Ω', 10, 1)).toBe('');
  });
});
