import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { sniff } from './sniff.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-sniff-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
const told = async (data: Buffer | string) => {
  const path = join(folder, 'x.png');
  writeFileSync(path, data);
  return sniff(path);
};
const picture = () => sharp({ create: { width: 8, height: 8, channels: 3, background: '#c4126e' } });

describe('sniff', () => {
  it('knows what it takes by its bytes, as sharp writes them', async () => {
    expect(await told(await picture().png().toBuffer())).toEqual({ mediaType: 'image/png' });
    expect(await told(await picture().jpeg().toBuffer())).toEqual({ mediaType: 'image/jpeg' });
  });
  it('knows the other pictures that sharp writes', async () => {
    expect(await told(await picture().webp().toBuffer())).toEqual({ mediaType: 'image/webp' });
    expect(await told(await picture().tiff().toBuffer())).toEqual({ mediaType: 'image/tiff' });
    expect(await told(await picture().gif().toBuffer())).toEqual({ looksLike: 'a GIF' });
  });
  it.each([
    ['%PDF-1.7', 'application/pdf'],
    ['  <?xml version="1.0"?><svg/>', 'image/svg+xml'],
    ['<!-- drawn by hand -->\n<svg xmlns="http://www.w3.org/2000/svg"/>', 'image/svg+xml'],
  ])('takes %j', async (data, mediaType) => expect(await told(data)).toEqual({ mediaType }));
  it.each([
    ['PK\u0003\u0004', 'a zip archive'],
    ['\0\0\0\u0018ftypheic', 'a HEIC photograph'],
    ['<!DOCTYPE html><svg>', 'a web page'],
    ['<?xml version="1.0"?><note/>', 'XML, but not an SVG'],
    ['hello', 'not a picture'],
    ['', 'not a picture'],
  ])('names %j', async (data, looksLike) => expect(await told(data)).toEqual({ looksLike }));
});
