import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, inflateSync } from 'node:zlib';
import sharp, { type Sharp } from 'sharp';
import { pngParts } from './png-parts.js';
import { canSplit, splitAlpha } from './split-alpha.js';

const folder = mkdtempSync(join(tmpdir(), 'kanga-split-'));
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});
const [WIDTH, HEIGHT] = [301, 97];
const targets = { colour: join(folder, 'colour'), alpha: join(folder, 'alpha') };

/** A PNG around rows that are filtered already. */
function around(data: Buffer, channels: 1 | 3): Buffer {
  const chunk = (kind: string, body: Buffer) => {
    const whole = Buffer.concat([Buffer.alloc(4), Buffer.from(kind), body, Buffer.alloc(4)]);
    whole.writeUInt32BE(body.length);
    whole.writeUInt32BE(crc32(whole.subarray(4, -4)), whole.length - 4);
    return whole;
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(WIDTH);
  header.writeUInt32BE(HEIGHT, 4);
  header.set([8, channels === 3 ? 2 : 0], 8);
  const signature = Buffer.from('89504e470d0a1a0a', 'hex');
  return Buffer.concat([signature, chunk('IHDR', header), chunk('IDAT', data), chunk('IEND', Buffer.alloc(0))]);
}
/** The pixels of a picture, told by their hash. */
const pixels = async (picture: Sharp) =>
  createHash('sha256')
    .update(await picture.raw().toBuffer())
    .digest('hex');

/** Grain and a gradient, so that an encoder that chooses filters row by row takes several kinds. */
const grainy = (channels: 2 | 4) =>
  sharp(
    Buffer.from(
      Array.from({ length: WIDTH * HEIGHT * channels }, (_, i) => (((i * 2654435761) >>> 27) + (i >> 7)) & 255),
    ),
    { raw: { width: WIDTH, height: HEIGHT, channels } },
  );

describe('splitAlpha', () => {
  // What sharp (libvips, libspng) reads out of both halves is what it reads out of the whole.
  it.each([
    [4, true],
    [4, false],
    [2, true],
  ] as const)(
    'gives colour and alpha as they are: %i channels, filters chosen by row: %s',
    async (channels, chosen) => {
      const whole = await grainy(channels)
        .toColourspace(channels === 2 ? 'b-w' : 'srgb')
        .png({ adaptiveFiltering: chosen })
        .toBuffer();
      const path = join(folder, 'whole.png');
      writeFileSync(path, whole);
      const parts = await pngParts(path);
      expect(parts.colourType).toBe(channels === 2 ? 4 : 6);
      expect(canSplit(parts)).toBe(true);
      expect(await splitAlpha(path, parts, targets)).toBe(true);
      const colour = around(readFileSync(targets.colour), channels === 4 ? 3 : 1);
      expect(await pixels(sharp(colour).toColourspace('srgb'))).toBe(
        await pixels(sharp(whole).removeAlpha().toColourspace('srgb')),
      );
      const alpha = around(readFileSync(targets.alpha), 1);
      expect(await pixels(sharp(alpha).extractChannel(0))).toBe(
        await pixels(sharp(whole).ensureAlpha().extractChannel('alpha')),
      );
      expect(new Set(inflateSync(readFileSync(targets.alpha)).filter((_, i) => i % (WIDTH + 1) === 0)).size > 1).toBe(
        chosen,
      );
    },
  );
  it('leaves what is no plain RGBA, and what is torn, to others', async () => {
    const path = join(folder, 'other.png');
    const of = async (png: Buffer) => {
      writeFileSync(path, png);
      return pngParts(path);
    };
    expect(canSplit(await of(await grainy(4).png({ progressive: true }).toBuffer()))).toBe(false);
    expect(canSplit(await of(await grainy(4).removeAlpha().png().toBuffer()))).toBe(false);
    const whole = await grainy(4).png({ compressionLevel: 0 }).toBuffer();
    const parts = await of(whole);
    expect(await splitAlpha(path, { ...parts, height: HEIGHT + 1 }, targets)).toBe(false);
    // Data that breaks off, and data that is none.
    expect(
      await splitAlpha(
        path,
        { ...parts, data: parts.data.map(({ at, length }) => ({ at, length: length >> 1 })) },
        targets,
      ),
    ).toBe(false);
    await of(Buffer.concat([whole.subarray(0, 41), Buffer.alloc(whole.length - 41, 7)]));
    expect(await splitAlpha(path, parts, targets)).toBe(false);
  });
  it('says what is the matter where it cannot write', async () => {
    const path = join(folder, 'whole.png');
    writeFileSync(path, await grainy(4).png().toBuffer());
    const nowhere = { ...targets, alpha: join(folder, 'no', 'such', 'folder') };
    await expect(splitAlpha(path, await pngParts(path), nowhere)).rejects.toThrow(/ENOENT/);
  });
});
