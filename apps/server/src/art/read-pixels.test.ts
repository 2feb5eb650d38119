import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { check } from '@kanga/contract/finding';
import { artFactsSchema } from '@kanga/contract/art';
import sharp, { type Sharp } from 'sharp';
import { readPixels } from './read-pixels.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-pixels-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
let files = 0;
const read = async (image: Sharp) => {
  const path = join(folder, String(files++));
  writeFileSync(path, await image.toBuffer());
  return readPixels(path);
};
const svg = (body: string, width = 600, height = 400) =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${body}</svg>`));

describe('readPixels', () => {
  it('maps which parts print: a disc on a clear ground', async () => {
    const { facts } = await read(svg('<circle cx="300" cy="200" r="150" fill="#07c"/>').png());
    const mask = facts.mask ?? [];
    expect(mask).toHaveLength(128);
    expect(mask[64]?.[64]).toBe('#');
    expect(mask[0]?.[0]).toBe('.');
    // The disc covers π·150² of 600 × 400 pixels.
    expect(1 - facts.transparentShare).toBeCloseTo((Math.PI * 150 ** 2) / 240_000, 2);
    const printed = mask.join('').replace(/[^#]/g, '').length / (128 * 128);
    expect(printed).toBeGreaterThan(0.26);
    expect(printed).toBeLessThan(0.3);
  });
  it('says nothing of a mask when every pixel prints, alpha channel or not', async () => {
    expect((await read(svg('<rect width="600" height="400" fill="#07c"/>').ensureAlpha().png())).facts).toMatchObject({
      mask: null,
      hasAlpha: true,
      transparentShare: 0,
    });
    expect((await read(svg('<rect width="600" height="400" fill="#07c"/>').flatten().jpeg())).facts).toMatchObject({
      mask: null,
      hasAlpha: false,
    });
  });
  it('marks cells that print partly: a soft halo', async () => {
    const { facts } = await read(svg('<rect width="600" height="400" fill="#000" fill-opacity="0.12"/>').png());
    expect(facts.faintShare).toBeCloseTo(1, 2);
    expect(new Set((facts.mask ?? []).join(''))).toEqual(new Set(['+']));
  });
  it('tells a white rim from a coloured one', async () => {
    const framed = (rim: string) =>
      read(
        svg(
          `<rect width="600" height="400" fill="${rim}"/><rect x="60" y="60" width="480" height="280" fill="#c4126e"/>`,
        )
          .flatten()
          .png(),
      );
    expect((await framed('#fdfdfd')).facts.rim.nearWhiteShare).toBe(1);
    expect((await framed('#e0c040')).facts.rim.nearWhiteShare).toBe(0);
  });
  it.each([1, 3, 6, 8])('gives the size as seen, whatever the camera’s turn (%d)', async (orientation) => {
    const { facts } = await read(
      svg('<rect width="600" height="400" fill="#07c"/>').flatten().withMetadata({ orientation }).jpeg(),
    );
    const lying = orientation <= 4;
    expect([facts.width, facts.height]).toEqual(lying ? [600, 400] : [400, 600]);
  });
  it('takes grey, palette and 16 bits, and every answer is as the contract says', async () => {
    const base = () => svg('<circle cx="300" cy="200" r="150" fill="#888"/>');
    for (const image of [
      base().greyscale().png(),
      base().png({ palette: true }),
      base().toColourspace('rgb16').png(),
      svg('', 1, 1).png(),
    ]) {
      const { facts, thumb, preview } = await read(image);
      expect(check(artFactsSchema, facts)).toMatchObject({ ok: true });
      expect((await sharp(thumb).metadata()).format).toBe('webp');
      expect((await sharp(preview).metadata()).format).toBe('webp');
    }
  });
});
