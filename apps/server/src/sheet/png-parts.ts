import { createWriteStream } from 'node:fs';
import { open, type FileHandle } from 'node:fs/promises';
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

/** So much of a file is read at once, bytes: a chunk is often of 8 kB, and asking for each by itself takes longer than all the rest. */
const BLOCK = 1 << 20;

/** What lies at `at` of a file, `length` bytes or as many as there are; kept until the next time. */
type Look = (at: number, length: number) => Promise<Buffer>;

/** Looks into a file a block at a time: what is in the last one costs nothing. */
function lookInto(file: FileHandle): Look {
  const block = Buffer.alloc(BLOCK);
  let [begins, ends] = [0, 0];
  return async (at, length) => {
    if (at < begins || at + length > ends) {
      const { bytesRead } = await file.read(block, 0, BLOCK, at);
      [begins, ends] = [at, at + bytesRead];
    }
    return block.subarray(at - begins, Math.min(at + length, ends) - begins);
  };
}

/** Reads the parts of a PNG file. Throws when its chunks do not add up. */
export async function pngParts(path: string): Promise<PngParts> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const look = lookInto(file);
    const read = async (at: number, length: number): Promise<Buffer> => {
      if (at + length > size)
        throw new Error(`the PNG ends at byte ${size}, inside a chunk that goes to ${at + length}`);
      return look(at, length);
    };
    const header = Buffer.from(await read(8, 25));
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

/** A PNG's joined data in blocks. Throws when the file has become shorter since its parts were read. */
export async function* pngData(path: string, { data }: PngParts): AsyncGenerator<Buffer> {
  const file = await open(path);
  try {
    const look = lookInto(file);
    let block = Buffer.allocUnsafe(BLOCK);
    let filled = 0;
    for (const { at, length } of data)
      for (let done = 0; done < length;) {
        const some = await look(at + done, Math.min(length - done, BLOCK - filled));
        if (some.length === 0) throw new Error(`the PNG ends before byte ${at + length}, which it had`);
        some.copy(block, filled);
        filled += some.length;
        done += some.length;
        if (filled < BLOCK) continue;
        yield block;
        [block, filled] = [Buffer.allocUnsafe(BLOCK), 0];
      }
    yield block.subarray(0, filled);
  } finally {
    await file.close();
  }
}

/** Writes a PNG's joined data to a file of its own. */
export async function writePngData(path: string, parts: PngParts, target: string): Promise<void> {
  await pipeline(pngData(path, parts), createWriteStream(target));
}
