import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { JobFile } from '@kanga/core/job';
import { applyTo, chain, inverse, polygonContains, type Point } from '@kanga/core/geometry';
import { kindOf, partToSheet, USUAL_SHEET, type SheetChoices, type Tiling } from '@kanga/core/sheet';
import jsQR from 'jsqr';
import sharp from 'sharp';
import { folder, pixel, rasterOf, say, type Raster } from './pdf-reading.js';
import { laidOut, mirroredBy, printed } from './sheets.js';
import { designOf, useServer } from './test-server.js';

/** PDFs of prints in parts, folded, turned by any angle and personalised, judged by poppler and qpdf. */
const server = useServer();

/** A picture whose colour says where on it one is: red rises to the right, green downwards; blue in stripes. */
const chart = async (width: number, height: number): Promise<Buffer> => {
  const data = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 3;
      data[i] = Math.round((x / width) * 255);
      data[i + 1] = Math.round((y / height) * 255);
      data[i + 2] = (x >> 5) % 2 === 0 ? 40 : 160;
    }
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
};
const withSheet = (change: Partial<SheetChoices>): SheetChoices => ({ ...USUAL_SHEET, ...change });
const cushionOn = async (mediaName: string, sheet: SheetChoices, pieces = 1): Promise<JobFile> => {
  const art = await server.upload('chart.png', await chart(1200, 1200));
  return server.job(pieces, ({ blanks, shop }) => ({
    blankId: blanks[2]?.id ?? null,
    design: designOf(art.id),
    bleed: 5,
    sheet,
    mediaId: shop.media.find((one) => one.name === mediaName)?.id ?? null,
  }));
};
/** From the side's own coordinates to a pixel of a page's raster, ten a millimetre. */
const pixelOf = (raster: Raster, at: Point) => pixel(raster, at.x * 10 - 0.5, at.y * 10 - 0.5);

describe('a print in parts', () => {
  const tilings: [string, string, Pick<Tiling, 'columns' | 'rows' | 'join' | 'straight' | 'marked' | 'tight'>][] = [
    ['2 × 1, overlapping', '13 × 19 in', { columns: 2, rows: 1, join: 'overlap', straight: true }],
    ['2 × 2, edge to edge', '13 × 19 in', { columns: 2, rows: 2, join: 'butt', straight: true }],
    ['3 × 2 with winding seams', 'A4', { columns: 3, rows: 2, join: 'overlap', straight: false }],
    ['3 × 2 that reach to the edges', 'A4', {columns: 3, rows: 2, join: 'overlap', straight: true, marked: false, tight: true}], // prettier-ignore
    ['4 × 4, edge to edge', 'A4', { columns: 4, rows: 4, join: 'butt', straight: true }],
  ];
  it.each(tilings)(
    'gives the picture again when its pages are put together, with nothing missing: %s',
    async (_, on, how) => {
      const tiling: Tiling = { side: 0, ...how, upright: null, level: null };
      const file = await cushionOn(on, withSheet({ tilings: [tiling] }));
      const pdf = await printed(server, file, 'parts.pdf');
      expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
      const { sheets, view } = await laidOut(server, file);
      // The foot says which sheet it is, and stands where it is meant to: beside the parts where they reach to the edges.
      expect(say('pdftotext', pdf, '-')).toContain(`sheet 1 of ${sheets.length}`);
      expect(sheets.map(({ foot }) => foot.height > foot.width)).toEqual(sheets.map(() => how.tight === true));
      const { tray } = view;
      const template = view.templates[0];
      if (!tray || !template) throw new Error('it has a tray');
      expect(tray.kinds).toHaveLength(how.columns * how.rows);
      const rasters: Raster[] = [];
      for (const [i] of sheets.entries()) rasters.push(await rasterOf(pdf, i + 1));
      const parts = sheets.flatMap((sheet, i) =>
        sheet.placed.map((placed) => {
          const [face] = kindOf(tray, placed).faces;
          if (!face) throw new Error('a part has a face');
          return {
            raster: rasters[i] as Raster,
            clips: face.clips,
            toSheet: chain(face.toPart, partToSheet(placed)),
          };
        }),
      );
      // Every place of the print, seams included, is on some part, and shows there what the picture has there.
      const { bleedBox: box } = template;
      const seen = new Set<(typeof parts)[number]>();
      let [missing, wrong] = [0, 0];
      for (let y = box.y + 0.5; y < box.y + box.height; y += 3) {
        for (let x = box.x + 0.5; x < box.x + box.width; x += 1) {
          const at = { x, y };
          const having = parts.filter(({ clips }) => clips.some((clip) => polygonContains(clip, at)));
          if (having.length === 0) missing++;
          for (const part of having) {
            seen.add(part);
            const [r, g] = pixelOf(part.raster, applyTo(part.toSheet, at));
            const [u, v] = [(x - box.x) / box.width, (y - box.y) / box.height];
            if (Math.abs(r - u * 255) > 8 || Math.abs(g - v * 255) > 8) wrong++;
          }
        }
      }
      expect([missing, wrong]).toEqual([0, 0]);
      expect(seen.size).toBe(how.columns * how.rows);
    },
  );
  it('is a plain stop while nobody lets it be cut, and says so', async () => {
    const file = await cushionOn('A4', USUAL_SHEET);
    const { status, body } = await server.ask('GET', `jobs/${file.job.id}/sheet`);
    expect(status).toBe(409);
    expect(body.remedy).toMatch(/in parts/);
  });
});

describe('a folded sheet', () => {
  it('carries both sides at true size, mirrored, back to back at the fold, with ticks outside', async () => {
    const art = await server.upload('chart.png', await chart(1000, 1700));
    const file = await server.job(2, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      sheet: withSheet({ folded: true }),
      mediaId: shop.media[2]?.id ?? null,
    }));
    const pdf = await printed(server, file, 'folded.pdf');
    const { sheets, view } = await laidOut(server, file);
    expect(view.tray?.kinds).toHaveLength(1);
    const raster = await rasterOf(pdf, 1);
    const [placed] = sheets[0]?.placed ?? [];
    if (!placed || !view.tray) throw new Error('it was laid out');
    const kind = kindOf(view.tray, placed);
    expect(kind.faces).toHaveLength(2);
    for (const face of kind.faces) {
      const template = view.templates[face.side];
      if (!template) throw new Error('a side');
      const to = chain(face.toPart, partToSheet(placed));
      // The picture lies over the whole bleed: its colours tell the place.
      for (const [u, v] of [
        [0.3, 0.3],
        [0.7, 0.5],
        [0.5, 0.8],
      ] as const) {
        // prettier-ignore
        const at = { x: u * template.width, y: v * template.height };
        const { drawn } = view.sides[face.side] ?? { drawn: [] };
        const [picture] = drawn;
        if (picture?.kind !== 'picture') throw new Error('a picture');
        const p = applyTo(inverse(picture.base), at);
        const [r, g] = pixelOf(raster, applyTo(to, at));
        expect(Math.abs(r - (p.x / 1000) * 255)).toBeLessThan(8);
        expect(Math.abs(g - (p.y / 1700) * 255)).toBeLessThan(8);
      }
    }
    const on = partToSheet(placed);
    for (const fold of kind.folds) {
      const tick = applyTo(on, { x: fold.x1, y: (fold.y1 + fold.y2) / 2 });
      const dark = [-1, 0, 1].some((d) => pixel(raster, tick.x * 10 + d, tick.y * 10).every((c) => c < 190));
      expect(dark).toBe(true);
    }
  });
});

describe('labels', () => {
  it('read right on the paper when the driver mirrors: turned over, they are what Kanga prints when it mirrors', async () => {
    const art = await server.upload('chart.png', await chart(600, 1000));
    const file = await server.job(2, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[2]?.id ?? null,
    }));
    const desk = (await server.shop()).printers[0]?.id ?? '';
    /** What stands on the first part's label. */
    const labelPixels = async (name: string): Promise<Buffer> => {
      const pdf = await printed(server, file, name);
      const { sheets, view } = await laidOut(server, file);
      const placed = sheets[0]?.placed[0];
      if (!placed || !view.tray) throw new Error('it was laid out');
      const { label } = kindOf(view.tray, placed);
      const corner = applyTo(partToSheet(placed), label);
      const raster = await rasterOf(pdf, 1);
      return sharp(raster.data, { raw: { width: raster.width, height: raster.height, channels: 3 } })
        .extract({
          left: Math.round(corner.x * 10),
          top: Math.round(corner.y * 10),
          width: Math.round(label.width * 10),
          height: Math.round(label.height * 10),
        })
        .greyscale()
        .raw()
        .toBuffer();
    };
    const width = 460;
    const upright = await labelPixels('kanga-labels.pdf');
    await mirroredBy(server, desk, 'driver');
    const backwards = await labelPixels('driver-labels.pdf');
    await mirroredBy(server, desk, 'kanga');
    const difference = (other: (i: number) => number) =>
      upright.reduce((sum, value, i) => sum + Math.abs(value - (backwards[other(i)] ?? 0)), 0) / upright.length;
    const turnedOver = difference((i) => i - (i % width) + (width - 1 - (i % width)));
    // Ink covers a good part of the label, so that words the wrong way round differ much.
    expect(turnedOver).toBeLessThan(difference((i) => i) / 3);
  });
  it('carry a code that opens their piece at the press, read by another program', async () => {
    const art = await server.upload('chart.png', await chart(600, 1000));
    const file = await server.job(2, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      sheet: withSheet({ codes: true }),
      mediaId: shop.media[2]?.id ?? null,
    }));
    const pdf = await printed(server, file, 'codes.pdf');
    const { sheets, view } = await laidOut(server, file);
    const [placed] = sheets[0]?.placed ?? [];
    if (!placed || !view.tray) throw new Error('it was laid out');
    const { label } = kindOf(view.tray, placed);
    const corner = applyTo(partToSheet(placed), label);
    const raster = await rasterOf(pdf, 1);
    // The code with its quiet zone: 2 mm round a square of 10.
    const [left, top, size] = [Math.round((corner.x - 1) * 10), Math.round((corner.y - 1) * 10), 130];
    const { data, info } = await sharp(raster.data, {
      raw: { width: raster.width, height: raster.height, channels: 3 },
    })
      .extract({ left, top, width: size, height: size })
      .resize(520, 520, { kernel: 'nearest' })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const read = jsQR(new Uint8ClampedArray(data), info.width, info.height);
    const piece = (view.tray.parts[placed.part]?.piece ?? 0) + 1;
    expect(read?.data).toBe(`${server.url}/p/${file.job.number}/${piece}`.toUpperCase());
  });
});

describe('parts at any angle', () => {
  it('are printed as they are arranged, each with its own name', async () => {
    const art = await server.upload('chart.png', await chart(600, 1000));
    let file = await server.job(2, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: [
        {
          fill: 'own',
          items: [
            ...(designOf(art.id)[0]?.items ?? []),
            {
              kind: 'text', id: 't', text: '{name}', font: 'round', colour: '#000000', size: 12, leastSize: 4,
              maxWidth: 80, x: 50, y: 80, rotation: 0,
            }, // prettier-ignore
          ],
        },
        { fill: 'own', items: [] },
      ],
      run: [
        { values: { name: 'Wren' }, count: 1 },
        { values: { name: 'Lark' }, count: 1 },
      ],
      mediaId: shop.media[3]?.id ?? null,
    }));
    const before = await laidOut(server, file);
    const { fingerprint } = before.view.sheets ?? { fingerprint: '' };
    file = await server.save(file, {
      sheet: withSheet({
        turns: 'any',
        arrangement: {
          fingerprint,
          spots: [
            { sheet: 0, x: 120, y: 60, turn: 33 },
            { sheet: 0, x: 450, y: 120, turn: 75 },
          ],
          pinned: [],
        },
      }),
    });
    const pdf = await printed(server, file, 'angles.pdf');
    expect(say('qpdf', '--check', pdf)).toMatch(/No syntax or stream encoding errors/);
    const { sheets, view } = await laidOut(server, file);
    expect(view.sheets?.arrangement).toBe('kept');
    const raster = await rasterOf(pdf, 1);
    for (const placed of sheets[0]?.placed ?? []) {
      if (!view.tray) throw new Error('a tray');
      const [face] = kindOf(view.tray, placed).faces;
      const [picture] = view.sides[0]?.drawn ?? [];
      if (!face || picture?.kind !== 'picture') throw new Error('a picture');
      const to = chain(face.toPart, partToSheet(placed));
      for (const at of [
        { x: 30, y: 30 },
        { x: 80, y: 140 },
      ]) {
        // prettier-ignore
        const p = applyTo(inverse(picture.base), at);
        const [r, g] = pixelOf(raster, applyTo(to, at));
        expect(Math.abs(r - (p.x / 600) * 255)).toBeLessThan(8);
        expect(Math.abs(g - (p.y / 1000) * 255)).toBeLessThan(8);
      }
    }
    // Words that stand at an angle come out letter by letter.
    const text = say('pdftotext', '-raw', pdf, '-').replaceAll(/\s/g, '');
    expect(text).toContain('Wren');
    expect(text).toContain('Lark');
  });
  it('are refused while they overlap', async () => {
    const art = await server.upload('chart.png', await chart(600, 1000));
    let file = await server.job(1, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[3]?.id ?? null,
    }));
    const { view } = await laidOut(server, file);
    const spot = { sheet: 0, x: 50, y: 50, turn: 0 };
    file = await server.save(file, {
      sheet: withSheet({
        arrangement: { fingerprint: view.sheets?.fingerprint ?? '', spots: [spot, { ...spot, x: 60 }], pinned: [] },
      }),
    });
    const { status, body } = await server.ask('GET', `jobs/${file.job.id}/sheet`);
    expect([status, body.faults.map(({ field }) => field)]).toEqual([409, ['sheet.clash']]);
  });
});

describe('other forms', () => {
  it('gives a sheet as a PNG that says its resolution, and its cut lines as SVG', async () => {
    const art = await server.upload('chart.png', await chart(600, 1000));
    const file = await server.job(1, ({ blanks, shop }) => ({
      blankId: blanks[5]?.id ?? null,
      design: designOf(art.id),
      mediaId: shop.media[0]?.id ?? null,
    }));
    const id = crypto.randomUUID();
    await server.ask('POST', 'prints', {
      id,
      what: { kind: 'job', jobId: file.job.id },
      by: 'Wren',
      ticks: ['paper kind', 'quality', 'colour conversion', 'size', 'source', 'mirror'],
      nozzles: 'good',
    });
    for (let i = 0; i < 100; i++) {
      const { body } = await server.ask<{ state: string }>('GET', `prints/${id}`);
      if (body.state === 'ready') break;
      await new Promise((wake) => setTimeout(wake, 100));
    }
    const png = await server.bytes(`prints/${id}/png/1`);
    // PNG specification (ISO/IEC 15948), pHYs: pixels per metre; 360 per inch are 14173.
    const at = png.indexOf('pHYs');
    expect(at).toBeGreaterThan(0);
    expect(Math.abs(png.readUInt32BE(at + 4) - 14173)).toBeLessThanOrEqual(1);
    expect(png.readUInt8(at + 12)).toBe(1);
    const { width, height } = await sharp(png).metadata();
    // poppler rounds up.
    expect([width, height]).toEqual([Math.ceil((210 / 25.4) * 360), Math.ceil((297 / 25.4) * 360)]);
    const svg = join(folder, 'cut.svg');
    writeFileSync(svg, await server.bytes(`prints/${id}/cut/1`));
    say('rsvg-convert', '-f', 'pdf', '-o', 'cut.pdf', svg);
    expect(say('pdfinfo', 'cut.pdf')).toMatch(/Page size:\s+595\.\d+ x 841\.\d+ pts/);
    const beyond = await server.ask('GET', `prints/${id}/cut/9`);
    expect([beyond.status, beyond.body.code]).toEqual([404, 'print.sheet']);
    const insert = (await server.bytes(`jobs/${file.job.id}/sheet/insert`)).toString('utf8');
    // The sleeve is 100 × 165 mm: its insert is 3 mm smaller all round.
    expect(insert).toMatch(/height="159mm"/);
  });
});
