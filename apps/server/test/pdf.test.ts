import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import type { Shop } from '@kanga/contract/shop';
import sharp from 'sharp';
import { boxesOf, extentOf, pixel, rasterOf, say, wordsOf, type Raster } from './pdf-reading.js';
import { laidOut, mirroredBy, printed, type LaidSheet } from './sheets.js';
import { designOf, useServer } from './test-server.js';

/**
 * The PDF is judged by programs we did not write: qpdf (structure), pdfinfo (page and boxes), pdftoppm (what is printed and
 * how large), pdftotext (where the labels stand), pdffonts and pdfimages (what is embedded).
 */
const server = useServer();
/** Left half red, right half blue, fully opaque: a mirror shows at once. */
const twoHalves = (width: number, height: number, format: 'png' | 'jpeg') =>
  sharp({ create: { width, height, channels: 3, background: '#2020e0' } })
    .composite([
      {
        input: { create: { width: Math.floor(width / 2), height, channels: 3, background: '#e02020' } },
        left: 0,
        top: 0,
      },
    ])
    .toFormat(format, format === 'jpeg' ? { quality: 95, chromaSubsampling: '4:4:4' } : {})
    .toBuffer();
const isRed = (c: [number, number, number]) => c[0] > 150 && c[1] < 110 && c[2] < 110;
const isBlue = (c: [number, number, number]) => c[2] > 150 && c[1] < 110 && c[0] < 110;

const media = (shop: Shop, name: string) => shop.media.find((one) => one.name === name);
const jobOn = async (blankIndex: number, pieces: number, mediaName: string, picture: Buffer, name = 'halves.png') => {
  const art = await server.upload(name, picture);
  return server.job(pieces, ({ blanks, shop }) => ({
    blankId: blanks[blankIndex]?.id ?? null,
    design: designOf(art.id),
    mediaId: media(shop, mediaName)?.id ?? null,
  }));
};
const near = (actual: number, expected: number, within: number) => {
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(within);
};

describe('the PDF of a sheet', () => {
  // A neoprene sleeve: 100 × 165 mm, 3.175 mm bleed, two sides.
  const BLEED = 3.175;
  it('has no fault for qpdf, and the boxes of ISO 32000-1 §14.11.2 to 0.1 mm', async () => {
    const file = await jobOn(5, 2, 'A4', await twoHalves(1300, 2100, 'png'));
    const pdf = await printed(server, file, 'boxes.pdf');
    expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
    const { sheets } = await laidOut(server, file);
    expect(say('pdfinfo', pdf)).toMatch(new RegExp(`Pages:\\s+${sheets.length}\\b`));
    sheets.forEach((sheet, i) => {
      const { MediaBox, BleedBox, TrimBox } = boxesOf(pdf, i + 1);
      // ISO 216: A4 is 210 × 297 mm.
      near(MediaBox.x1 - MediaBox.x0, 210, 0.1);
      near(MediaBox.y1 - MediaBox.y0, 297, 0.1);
      const [left, right] = [
        Math.min(...sheet.placed.map((p) => p.box.x)),
        Math.max(...sheet.placed.map((p) => p.box.x + p.box.width)),
      ];
      const [top, bottom] = [
        Math.min(...sheet.placed.map((p) => p.box.y)),
        Math.max(...sheet.placed.map((p) => p.box.y + p.box.height)),
      ];
      near(BleedBox.x0, left, 0.1);
      near(BleedBox.x1, right, 0.1);
      near(BleedBox.y0, 297 - bottom, 0.1);
      near(BleedBox.y1, 297 - top, 0.1);
      near(TrimBox.x0, left + BLEED, 0.1);
      near(TrimBox.y1, 297 - top - BLEED, 0.1);
      for (const [outer, inner] of [
        [MediaBox, BleedBox],
        [BleedBox, TrimBox],
      ] as const) {
        expect(outer.x0 <= inner.x0 && outer.y0 <= inner.y0 && outer.x1 >= inner.x1 && outer.y1 >= inner.y1).toBe(true);
      }
    });
  });

  /** `way` 1: mirrored; −1: not. */
  const judge = (sheet: LaidSheet, raster: Raster, way: 1 | -1) => {
    for (const { box, turned } of sheet.placed) {
      const area = { x0: box.x - 1, y0: box.y - 1, x1: box.x + box.width + 1, y1: box.y + box.height + 1 };
      const printed = extentOf(raster, (rgb) => isRed(rgb) || isBlue(rgb), area);
      // True size to 0.2 mm, on the outline grown by its bleed.
      near(printed.x0, box.x, 0.2);
      near(printed.y0, box.y, 0.2);
      near(printed.x1, box.x + box.width, 0.2);
      near(printed.y1, box.y + box.height, 0.2);
      const [cx, cy] = [(box.x + box.width / 2) * 10, (box.y + box.height / 2) * 10];
      const [dx, dy] = turned ? [0, way * box.height * 2.5] : [way * box.width * 2.5, 0];
      // The art’s left half is red: mirrored, red lies at the right (turned clockwise, below).
      expect(isRed(pixel(raster, cx + dx, cy + dy))).toBe(true);
      expect(isBlue(pixel(raster, cx - dx, cy - dy))).toBe(true);
      // The corner of the outline is round: nothing is printed in the corner of its box.
      expect(pixel(raster, box.x * 10 + 4, box.y * 10 + 4).every((c) => c > 240)).toBe(true);
    }
  };
  it.each(['png', 'jpeg'] as const)(
    'prints every piece of a %s mirrored, at true size to 0.2 mm, clipped to its outline',
    async (format) => {
      const file = await jobOn(5, 3, 'A4', await twoHalves(1301, 2100, format), `halves.${format}`);
      const pdf = await printed(server, file, `size-${format}.pdf`);
      const { sheets } = await laidOut(server, file);
      for (const [i, sheet] of sheets.entries()) judge(sheet, await rasterOf(pdf, i + 1), 1);
    },
  );
  it('prints turned pieces, too, on a roll and on 13 × 19 in', async () => {
    const picture = await twoHalves(1302, 2100, 'png');
    let turned = 0;
    for (const name of ['610 mm roll', '13 × 19 in']) {
      const file = await jobOn(5, 5, name, picture);
      const pdf = await printed(server, file, 'turned.pdf');
      const { sheets } = await laidOut(server, file);
      for (const [i, sheet] of sheets.entries()) {
        turned += sheet.placed.filter((p) => p.turned).length;
        near(boxesOf(pdf, i + 1).MediaBox.x1, sheet.width, 0.1);
        near(boxesOf(pdf, i + 1).MediaBox.y1, sheet.height, 0.1);
        judge(sheet, await rasterOf(pdf, i + 1), 1);
      }
    }
    expect(turned).toBeGreaterThan(0);
  });
  it('is not mirrored when the driver owns the mirror', async () => {
    const file = await jobOn(5, 1, 'A4', await twoHalves(1303, 2100, 'png'));
    const { printers } = await server.shop();
    const desk = printers[0]?.id ?? '';
    await mirroredBy(server, desk, 'driver');
    const pdf = await printed(server, file, 'driver.pdf');
    await mirroredBy(server, desk, 'kanga');
    const { sheets } = await laidOut(server, file);
    for (const [i, sheet] of sheets.entries()) judge(sheet, await rasterOf(pdf, i + 1), -1);
  });
  it('labels every piece outside every trim, in embedded letters, whatever the job is called', async () => {
    const made = await jobOn(5, 3, 'A4', await twoHalves(1304, 2100, 'png'));
    const file = await server.save(made, {
      name: 'Nächte 夜 “quoted” & a name much longer than any sleeve is wide, to be cut short',
    });
    const pdf = await printed(server, file, 'labels.pdf');
    const { sheets } = await laidOut(server, file);
    let pieces = 0;
    for (const [i, sheet] of sheets.entries()) {
      const words = wordsOf(pdf, i + 1);
      pieces += words.filter((word) => /^[1-3]\/3$/.test(word.text)).length;
      for (const word of words) {
        for (const { box } of sheet.placed) {
          const apart =
            word.x1 <= box.x || word.x0 >= box.x + box.width || word.y1 <= box.y || word.y0 >= box.y + box.height;
          expect(apart ? '' : `${word.text} overlaps a piece`).toBe('');
        }
      }
      expect(words.map((word) => word.text).join(' ')).toContain(`sheet ${i + 1} of ${sheets.length}`);
    }
    expect(pieces).toBe(6);
    expect(say('pdffonts', pdf).split('\n')[2]).toMatch(/TrueType\s+Identity-H\s+yes/);
  });
  it('draws a ruler of 100 mm that is 100 mm, and cut marks that stay off the pieces', async () => {
    const file = await jobOn(5, 1, '13 × 19 in', await twoHalves(1305, 2100, 'png'));
    const pdf = await printed(server, file, 'ruler.pdf');
    const [sheet] = (await laidOut(server, file)).sheets;
    if (!sheet) throw new Error('no sheet');
    const raster = await rasterOf(pdf, 1);
    const dark = ([r, g, b]: [number, number, number]) => r + g + b < 420;
    const { foot } = sheet;
    const line = extentOf(raster, dark, {
      x0: foot.x + foot.width - 102,
      y0: foot.y + foot.height - 3.3,
      x1: foot.x + foot.width + 1,
      y1: foot.y + foot.height - 2.7,
    });
    near(line.x1 - line.x0, 100, 0.2);
    const [piece] = sheet.placed;
    if (!piece) throw new Error('no piece');
    const mark = extentOf(raster, dark, {
      x0: piece.box.x - 4,
      y0: piece.box.y - 0.5,
      x1: piece.box.x - 0.2,
      y1: piece.box.y + 0.5,
    });
    near(piece.box.x - mark.x1, 1, 0.2);
  });
  it('keeps the picture at its own resolution and embeds it once, with its transparency', async () => {
    const badge = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="3000" height="2571"><circle cx="1500" cy="1285" r="1200" fill="#e02020"/></svg>',
    );
    const file = await jobOn(0, 4, '610 mm roll', await sharp(badge).png().toBuffer(), 'badge.png');
    const pdf = await printed(server, file, 'alpha.pdf');
    const images = say('pdfimages', '-list', pdf).trim().split('\n').slice(2);
    const objects = new Set(images.map((row) => row.trim().split(/\s+/)[10]));
    expect(images.some((row) => /image\s+3000\s+2571\s+rgb/.test(row))).toBe(true);
    expect(images.some((row) => /smask\s+3000\s+2571\s+gray/.test(row))).toBe(true);
    // One object with its mask, however many pieces there are.
    expect(objects.size).toBe(1);
    const raster = await rasterOf(pdf, 1);
    const [placed] = (await laidOut(server, file)).sheets[0]?.placed ?? [];
    if (!placed) throw new Error('no piece');
    expect(pixel(raster, placed.box.x * 10 + 8, placed.box.y * 10 + 8)).toEqual([255, 255, 255]);
    expect(
      isRed(pixel(raster, (placed.box.x + placed.box.width / 2) * 10, (placed.box.y + placed.box.height / 2) * 10)),
    ).toBe(true);
  });
  it.each([
    [
      'palette',
      () =>
        sharp({ create: { width: 1300, height: 2100, channels: 3, background: '#e02020' } })
          .png({ palette: true })
          .toBuffer(),
    ],
    [
      '16 bits',
      () =>
        sharp({ create: { width: 1300, height: 2100, channels: 3, background: '#e02020' } })
          .toColourspace('rgb16')
          .png()
          .toBuffer(),
    ],
    [
      'grey',
      () =>
        sharp({ create: { width: 1300, height: 2100, channels: 3, background: '#808080' } })
          .toColourspace('b-w')
          .png()
          .toBuffer(),
    ],
    [
      'interlaced',
      () =>
        sharp({ create: { width: 1300, height: 2100, channels: 3, background: '#e02020' } })
          .png({ progressive: true })
          .toBuffer(),
    ],
    [
      'CMYK',
      () =>
        sharp({ create: { width: 1300, height: 2100, channels: 3, background: '#e02020' } })
          .toColourspace('cmyk')
          .jpeg()
          .toBuffer(),
    ],
    [
      'turned by its camera',
      () =>
        sharp({ create: { width: 2100, height: 1300, channels: 3, background: '#e02020' } })
          .withMetadata({ orientation: 6 })
          .jpeg()
          .toBuffer(),
    ],
  ] as const)('takes a picture that is %s', async (kind, make) => {
    const file = await jobOn(5, 1, 'A4', await make(), `${kind}.png`);
    const pdf = await printed(server, file, 'kinds.pdf');
    expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
    const raster = await rasterOf(pdf, 1);
    const [placed] = (await laidOut(server, file)).sheets[0]?.placed ?? [];
    if (!placed) throw new Error('no piece');
    const [r, g] = pixel(
      raster,
      (placed.box.x + placed.box.width / 2) * 10,
      (placed.box.y + placed.box.height / 2) * 10,
    );
    expect(kind === 'grey' ? Math.abs(r - 128) < 6 && Math.abs(g - 128) < 6 : r > 140 && g < 110).toBe(true);
  });
  it('is refused while something stops it, with the reason', async () => {
    const file = await jobOn(2, 1, 'A4', await twoHalves(1306, 1306, 'png'));
    const { status, body } = await server.ask('GET', `jobs/${file.job.id}/sheet`);
    expect(status).toBe(409);
    expect(body.faults.map((fault) => fault.field)).toEqual(expect.arrayContaining(['sheet.fit']));
    expect(body.faults[0]?.message).not.toBe('');
    expect(BUILT_IN_BLANKS[2]?.name).toMatch(/Cushion/);
  });
});
