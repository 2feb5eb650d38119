import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument, rgb } from '@cantoo/pdf-lib';
import { ownSize, type ArtType } from '@kanga/core/art';
import { artFactsSchema } from '@kanga/contract/art';
import sharp from 'sharp';
import { drawnAcross, readArt } from './read-art.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-size-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
let files = 0;
const factsOf = async (bytes: Uint8Array | string, mediaType: ArtType) => {
  const path = join(folder, String(files++));
  writeFileSync(path, bytes);
  const { facts } = await readArt({ path, mediaType, page: 1 });
  expect(artFactsSchema.validate(facts).error).toBeUndefined();
  return facts;
};
const picture = () => sharp({ create: { width: 600, height: 300, channels: 3, background: '#07c' } });
/** A picture whose file says so many pixels to an inch, as libvips writes it. */
const saying = (ppi: number) => picture().withMetadata({ density: ppi });

describe('a picture’s own printed size', () => {
  it.each([
    ['image/png', () => saying(300).png()],
    ['image/jpeg', () => saying(300).jpeg()],
    ['image/tiff', () => saying(300).tiff()],
  ] as const)('is read from %s: 600 pixels at 300 to an inch are 2 in', async (mediaType, image) => {
    expect(ownSize(await factsOf(await image().toBuffer(), mediaType))?.width).toBeCloseTo(50.8, 1);
  });
  it.each([72, 96, 1, 20_000])('is not believed at %i to an inch: nobody meant it', async (ppi) => {
    for (const [mediaType, image] of [
      ['image/png', saying(ppi).png()],
      ['image/jpeg', saying(ppi).jpeg()],
      ['image/tiff', saying(ppi).tiff()],
    ] as const)
      expect(ownSize(await factsOf(await image.toBuffer(), mediaType))).toBeNull();
  });
  it('is none where the file says nothing', async () => {
    expect(ownSize(await factsOf(await picture().webp().toBuffer(), 'image/webp'))).toBeNull();
  });
  it('is that of its page in a PDF', async () => {
    const pdf = await PDFDocument.create();
    // 4 × 3 in, in points.
    pdf.addPage([288, 216]).drawRectangle({ x: 0, y: 0, width: 288, height: 216, color: rgb(0, 0.4, 0.8) });
    const size = ownSize(await factsOf(await pdf.save(), 'application/pdf'));
    expect(size?.width).toBeCloseTo(101.6, 0);
    expect(size?.height).toBeCloseTo(76.2, 0);
  });
  it('is that of a drawing in a unit of length, and none of one in pixels', async () => {
    const drawing = (size: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 0 200 100"><rect width="200" height="100" fill="#07c"/></svg>`;
    expect(ownSize(await factsOf(drawing('width="80mm" height="40mm"'), 'image/svg+xml'))?.width).toBeCloseTo(80, 0);
    expect(ownSize(await factsOf(drawing('width="2in" height="1in"'), 'image/svg+xml'))?.width).toBeCloseTo(50.8, 0);
    expect(ownSize(await factsOf(drawing('width="400" height="200"'), 'image/svg+xml'))).toBeNull();
  });
  it.each([
    ['<svg width="-5mm"/>'],
    ['<svg width="0mm"/>'],
    ['<svg width="1e999mm"/>'],
    ['<svg width="....mm"/>'],
    ['<svg width="50%"/>'],
    ['no drawing at all'],
    [`<svg ${' '.repeat(100_000)}width="`],
  ])('is none of nonsense: %.30s', (nonsense) => {
    expect(drawnAcross(nonsense)).toBeNull();
  });
});
