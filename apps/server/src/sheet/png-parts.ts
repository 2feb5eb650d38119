import { open } from 'node:fs/promises';

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
  /** The joined IDAT chunks: a zlib stream with PNG's row filters, as PDF's /FlateDecode with /Predictor 15 takes it. */
  data: Buffer;
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
    const idat: Buffer[] = [];
    let keyed = false;
    for (let at = 33; at < size;) {
      const head = await read(at, 8);
      const [length, kind] = [head.readUInt32BE(0), head.toString('latin1', 4, 8)];
      if (kind === 'IDAT') idat.push(await read(at + 8, length));
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
      data: Buffer.concat(idat),
    };
  } finally {
    await file.close();
  }
}
