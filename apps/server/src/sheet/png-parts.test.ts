import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inflateSync } from 'node:zlib';
import sharp from 'sharp';
import { pngParts, writePngData } from './png-parts.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-png-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
const written = (name: string, data: Buffer) => {
  const path = join(folder, name);
  writeFileSync(path, data);
  return path;
};
const plain = (channels: 3 | 4) =>
  sharp({ create: { width: 40, height: 30, channels, background: { r: 200, g: 30, b: 30, alpha: 0.5 } } });

describe('pngParts', () => {
  // PNG specification, ISO/IEC 15948: a row is a filter byte and its pixels.
  it('gives the size, the kind and the joined data, as zlib reads it', async () => {
    const path = written('rgb.png', await plain(3).png().toBuffer());
    const parts = await pngParts(path);
    expect(parts).toMatchObject({ width: 40, height: 30, bitDepth: 8, colourType: 2, interlaced: false, keyed: false });
    await writePngData(path, parts, `${path}.data`);
    expect(inflateSync(readFileSync(`${path}.data`))).toHaveLength(30 * (1 + 40 * 3));
  });
  it('tells alpha and interlacing', async () => {
    expect(await pngParts(written('rgba.png', await plain(4).png().toBuffer()))).toMatchObject({ colourType: 6 });
    expect(await pngParts(written('adam7.png', await plain(3).png({ progressive: true }).toBuffer()))).toMatchObject({
      interlaced: true,
    });
  });
  it('names where a cut-off file ends', async () => {
    const whole = await plain(3).png({ compressionLevel: 0 }).toBuffer();
    await expect(pngParts(written('cut.png', whole.subarray(0, 400)))).rejects.toThrow(/ends at byte 400/);
  });
});
