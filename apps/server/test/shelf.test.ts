import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { BUILT_IN_BLANKS, EMPTY_BLANK, type Blank } from '@kanga/core/blank';
import type { SideDesign, TextItem } from '@kanga/core/art';
import { fingerprintOf, type JobFile } from '@kanga/core/job';
import sharp from 'sharp';
import { boxesOf, extentOf, folder, rasterOf, say } from './pdf-reading.js';
import { designOf, useServer } from './test-server.js';

const server = useServer();
const shelf = async () => (await server.ask<Blank[]>('GET', 'blanks')).body;
const change = ({ id, builtIn, ...rest }: Blank, patch: Partial<Blank>) => {
  expect([id.length, typeof builtIn]).toEqual([36, 'boolean']);
  return { ...rest, ...patch };
};

describe('the shelf', () => {
  it('comes with goods of every kind', async () => expect(await shelf()).toEqual(BUILT_IN_BLANKS));
  it('keeps a change, once a version', async () => {
    const [tee] = (await shelf()) as [Blank];
    const { status, body } = await server.ask<Blank>(
      'PUT',
      `blanks/${tee.id}`,
      change(tee, { stock: 3, archived: true }),
    );
    expect([status, body.stock, body.archived, body.version]).toEqual([200, 3, true, tee.version + 1]);
    const late = await server.ask('PUT', `blanks/${tee.id}`, change(tee, { stock: 99 }));
    expect([late.status, late.body.code]).toEqual([409, 'blank.changed']);
    expect((await shelf())[0]).toMatchObject({ stock: 3 });
    await server.ask('PUT', `blanks/${tee.id}`, change(body, { archived: false }));
  });
  it('takes a table as a whole, or nothing of it', async () => {
    const before = (await shelf()).length;
    const good = { ...EMPTY_BLANK, name: 'One of two' };
    const refused = await server.ask('POST', 'blanks/table', [good, { ...good, name: '' }]);
    expect([refused.status, refused.body.faults[0]?.field]).toEqual([400, '1.name']);
    expect(await shelf()).toHaveLength(before);
    expect((await server.ask<Blank[]>('POST', 'blanks/table', [good, good])).body).toHaveLength(2);
    expect(await shelf()).toHaveLength(before + 2);
  });
  it('gives a template at true size with a ruler of 100 mm, as poppler sees it', async () => {
    const tag = (await shelf()).find((blank) => blank.family === 'faux leather') as Blank;
    const path = join(folder, 'template.pdf');
    writeFileSync(path, await server.bytes(`blanks/${tag.id}/template/0`));
    expect(say('qpdf', '--check', path)).toMatch(/No syntax or stream encoding errors/);
    const { MediaBox } = boxesOf(path, 1);
    // ISO 216: A4 is 210 × 297 mm.
    expect(MediaBox.x1 - MediaBox.x0).toBeCloseTo(210, 0);
    const raster = await rasterOf(path, 1);
    const dark = (rgb: [number, number, number]) => rgb[0] < 140;
    // A tag of 4 × 2.75 in with 1/8 in of bleed: 4.25 × 3 in to cut. Common practice, no published source.
    const cut = extentOf(raster, dark, { x0: 30, y0: 5, x1: 180, y1: 120 });
    expect(cut.x1 - cut.x0).toBeCloseTo(4.25 * 25.4, 0);
    expect(cut.y1 - cut.y0).toBeCloseTo(3 * 25.4, 0);
    const ruler = extentOf(raster, dark, { x0: 20, y0: 275, x1: 190, y1: 287 });
    expect(ruler.x1 - ruler.x0).toBeCloseTo(100, 0);
  });
});

describe('fonts', () => {
  it('are handed out by their cuts, and no other file is', async () => {
    expect((await server.bytes('fonts/round/hebrew')).subarray(0, 4).toString('latin1')).toBe('wOFF');
    expect((await server.ask('GET', 'fonts/round/klingon')).status).toBe(404);
    expect((await server.ask('GET', 'fonts/..%2f..%2fpackage/latin')).status).toBe(404);
  });
});

const line = (more: Partial<TextItem> = {}): TextItem => ({
  kind: 'text',
  id: 'line',
  text: '{name}',
  font: 'plain',
  colour: '#c4126e',
  size: 20,
  leastSize: 6,
  maxWidth: 200,
  x: 133,
  y: 100,
  rotation: 0,
  ...more,
});
const lettered = (items: TextItem[]): SideDesign[] => [{ fill: 'own', items }];

describe('a run of names', () => {
  const run = (design: SideDesign[], names: string[]) =>
    server.job(names.length, ({ blanks, shop }) => ({
      blankId: blanks[0]?.id ?? null,
      mediaId: shop.media.find((one) => one.name === '610 mm roll')?.id ?? null,
      design,
      run: names.map((name) => ({ values: { name }, count: 1 })),
    }));
  it('prints each piece with its own name, as vectors: no font and no picture of it', async () => {
    const file = await run(lettered([line()]), ['I', 'Wide Name Here']);
    const path = join(folder, 'run.pdf');
    writeFileSync(path, await server.bytes(`jobs/${file.job.id}/sheet`));
    expect(say('pdfimages', '-list', path).trim().split('\n')).toHaveLength(2);
    const raster = await rasterOf(path, 1);
    const magenta = (rgb: [number, number, number]) => rgb[0] > 150 && rgb[1] < 90;
    const ink = extentOf(raster, magenta, { x0: 0, y0: 0, x1: 610, y1: raster.height / 10 });
    expect(ink.x1 - ink.x0).toBeGreaterThan(150);
  });
  it('is stopped before printing where the font lacks a sign, with the row', async () => {
    const file = await run(lettered([line()]), ['Ada', 'שירה']);
    const refused = await server.ask('GET', `jobs/${file.job.id}/sheet`);
    expect(refused.status).toBe(409);
    expect(JSON.stringify(refused.body)).toContain('row 2 (שירה)');
    const other = await run(lettered([line({ font: 'round' })]), ['Ada', 'שירה']);
    expect((await server.bytes(`jobs/${other.job.id}/sheet`)).length).toBeGreaterThan(1000);
  });
});

describe('a drawing on the sheet', () => {
  it('stays a drawing: lines in the PDF, not pixels', async () => {
    const art = await server.upload(
      'sign.svg',
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100" viewBox="0 0 100 100"><circle cx="50" cy="50" r="48" fill="#c4126e"/></svg>',
      ),
    );
    const file = await server.job(1, ({ blanks, shop }) => ({
      blankId: blanks[0]?.id ?? null,
      mediaId: shop.media.find((one) => one.name === '13 × 19 in')?.id ?? null,
      design: designOf(art.id, { x: 133, y: 114, width: 100, rotation: 0 }),
    }));
    const path = join(folder, 'drawing.pdf');
    writeFileSync(path, await server.bytes(`jobs/${file.job.id}/sheet`));
    expect(say('pdfimages', '-list', path).trim().split('\n')).toHaveLength(2);
    const raster = await rasterOf(path, 1);
    const ink = extentOf(raster, (rgb) => rgb[0] > 150 && rgb[1] < 90, { x0: 0, y0: 0, x1: 330, y1: 480 });
    // A circle of 96 % of 100 mm, at true size.
    expect(Math.abs(ink.x1 - ink.x0 - 96)).toBeLessThan(0.4);
    expect(Math.abs(ink.y1 - ink.y0 - 96)).toBeLessThan(0.4);
  });
});

describe('a proof', () => {
  const natural = async (): Promise<JobFile> => {
    const blank = (
      await server.ask<Blank>('POST', 'blanks', { ...EMPTY_BLANK, name: 'Natural', baseColour: '#d8c6a0' })
    ).body;
    const art = await server.upload(
      'blue.png',
      await sharp({ create: { width: 1200, height: 1200, channels: 3, background: '#3060c0' } })
        .png()
        .toBuffer(),
    );
    return server.job(1, () => ({ blankId: blank.id, design: designOf(art.id) }));
  };
  const middle = async (path: string) => {
    const { data, info } = await sharp(await server.bytes(path))
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = (Math.floor(info.height / 2) * info.width + Math.floor(info.width / 2)) * info.channels;
    return [data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0];
  };
  it('shows dye as a filter over the cloth: linear light multiplied', async () => {
    const { job } = await natural();
    const pressed = await middle(`jobs/${job.id}/proof/0/pressed`);
    // IEC 61966-2-1: #3060c0 and #d8c6a0 in linear light, multiplied, and back.
    const light = (c: number) => (c / 255 <= 0.04045 ? c / 255 / 12.92 : ((c / 255 + 0.055) / 1.055) ** 2.4);
    const code = (l: number) => 255 * (l <= 0.0031308 ? 12.92 * l : 1.055 * l ** (1 / 2.4) - 0.055);
    const wanted = [
      [0x30, 0xd8],
      [0x60, 0xc6],
      [0xc0, 0xa0],
    ].map(([art = 0, base = 0]) => code(light(art) * light(base)));
    pressed.forEach((c, i) => {
      expect(Math.abs(c - (wanted[i] ?? 0))).toBeLessThan(5);
    });
    const paper = await middle(`jobs/${job.id}/proof/0/paper`);
    const spread = (rgb: number[]) => Math.max(...rgb) - Math.min(...rgb);
    expect(spread(paper)).toBeLessThan(spread(pressed));
  });
  it('as a PDF has no fault, and says for whom', async () => {
    const { job } = await natural();
    const path = join(folder, 'proof.pdf');
    writeFileSync(path, await server.bytes(`jobs/${job.id}/proof`));
    expect(say('qpdf', '--check', path)).toMatch(/No syntax or stream encoding errors/);
    expect(say('pdftotext', '-layout', path, '-')).toMatch(/Approved by/);
  });
  it('is approved as it stands, and no longer when the art changes', async () => {
    const file = await natural();
    const approve = (fingerprint: string) =>
      server.ask<JobFile>('POST', `jobs/${file.job.id}/approval`, { by: 'Ms Vale', fingerprint });
    expect((await approve('0'.repeat(14))).status).toBe(409);
    const { status, body } = await approve(fingerprintOf(file));
    expect([status, body.job.approval?.by]).toEqual([201, 'Ms Vale']);
    const moved = await server.save(body, {
      design: designOf(file.arts[0]?.id ?? null, { x: 90, y: 95, width: 260, rotation: 0 }),
    });
    expect(moved.job.approval).toEqual(body.job.approval);
    expect(fingerprintOf(moved)).not.toBe(body.job.approval?.fingerprint);
  });
  it('is looked at through a printer’s profile when one is given, and what is none is refused', async () => {
    const { job } = await natural();
    const look = `jobs/${job.id}/proof/0/profile`;
    expect((await server.ask('GET', look)).body.code).toBe('profile.none');
    expect((await server.send('proof-profile?name=photo.icc', Buffer.alloc(400))).body).toMatchObject({
      code: 'profile.broken',
    });
    const p3 = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
      .withIccProfile('p3')
      .png()
      .toBuffer();
    const { icc } = await sharp(p3).metadata();
    expect((await server.send('proof-profile?name=wide.icc', icc as Buffer)).status).toBe(201);
    expect((await server.ask<{ name: string }>('GET', 'proof-profile')).body).toEqual({ name: 'wide.icc' });
    const [through, pressed] = [await middle(look), await middle(`jobs/${job.id}/proof/0/pressed`)];
    // Display P3 holds all of sRGB: there and back changes next to nothing.
    through.forEach((c, i) => {
      expect(Math.abs(c - (pressed[i] ?? 0))).toBeLessThan(6);
    });
  });
  it('of nothing is refused', async () => {
    const { job } = await server.job(1, () => ({}));
    expect((await server.ask('GET', `jobs/${job.id}/proof/0/pressed`)).body.code).toBe('proof.nothing');
  });
});
