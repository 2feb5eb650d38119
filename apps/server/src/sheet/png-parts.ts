import { createReadStream, createWriteStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';

/** What a PNG holds, without its compression undone. */
export interface PngParts {
  width: number;
  height: number;
  bitDepth: number;
  /** 0 grey, 2 RGB, 3 palette, 4 grey with alpha, 6 RGB with alpha (PNG specification, ISO/IEC 15948). */
  colourType: number;
  interlaced: boolean;
  /** Whether a tRNS chunk makes some colours transparent. */
  keyed: boolean;
  /** Where its IDAT chunks lie: joined, a zlib stream with PNG's row filters, as PDF's /FlateDecode with /Predictor 15 takes it. */
  data: { at: number; length: number }[];
}

/** Reads the parts of a PNG file. Throws when its chunks do not add up. */
export async function pngParts(path: string): Promise<PngParts> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const read = async (at: number, length: number): Promise<Buffer> => {
      if (at + length > size)
        throw new Error(`the PNG ends at byte ${size}, inside a chunk that goes to ${at + length}`);
      const buffer = Buffer.alloc(length);
      await file.read(buffer, 0, length, at);
      return buffer;
    };
    const header = await read(8, 25);
    const data: PngParts['data'] = [];
    let keyed = false;
    for (let at = 33; at < size;) {
      const head = await read(at, 8);
      const [length, kind] = [head.readUInt32BE(0), head.toString('latin1', 4, 8)];
      if (kind === 'IDAT') {
        if (at + 8 + length > size)
          throw new Error(`the PNG ends at byte ${size}, inside a chunk that goes to ${at + 8 + length}`);
        data.push({ at: at + 8, length });
      }
      if (kind === 'tRNS') keyed = true;
      if (kind === 'IEND') break;
      at += 12 + length;
    }
    return {
      width: header.readUInt32BE(8),
      height: header.readUInt32BE(12),
      bitDepth: header.readUInt8(16),
      colourType: header.readUInt8(17),
      interlaced: header.readUInt8(20) !== 0,
      keyed,
      data,
    };
  } finally {
    await file.close();
  }
}

/** Writes a PNG's joined data to a file of its own, a piece at a time. */
export async function writePngData(path: string, { data }: PngParts, target: string): Promise<void> {
  async function* pieces(): AsyncGenerator<Buffer> {
    for (const { at, length } of data) {
      if (length === 0) continue;
      yield* createReadStream(path, {
        start: at,
        end: at + length - 1,
        highWaterMark: 1 << 20,
      }) as AsyncIterable<Buffer>;
    }
  }
  await pipeline(Readable.from(pieces()), createWriteStream(target));
}
