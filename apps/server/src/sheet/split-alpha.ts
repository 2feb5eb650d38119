import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { pipeline } from 'node:stream/promises';
import { constants, createDeflate, createInflate, deflateSync, type Deflate } from 'node:zlib';
import { pngData, type PngParts } from './png-parts.js';

/** As much as waits for zlib to pack it, bytes: what is read and taken apart meanwhile costs no time of its own. */
const AHEAD = 1 << 23;
const UNPACKED = { chunkSize: 1 << 20, highWaterMark: AHEAD };
/** Lightly packed: half the time, and with grain in the picture hardly more bytes. */
const packedBy = (strategy: number) => ({ level: 3, strategy, chunkSize: 1 << 20, highWaterMark: AHEAD });
/** How much is tried before it is said how all of it is packed, bytes. */
const TRIED = 1 << 18;
/** Runs alone are looked for where that packs nearly as well: in what is filtered or grainy it does, in a third of the time. */
const NEARLY = 1.05;

/** How the first rows are best packed. */
function strategyFor(first: Buffer): number {
  const tried = first.subarray(0, TRIED);
  const packed = (strategy: number): number => deflateSync(tried, packedBy(strategy)).length;
  return packed(constants.Z_RLE) <= NEARLY * packed(constants.Z_DEFAULT_STRATEGY)
    ? constants.Z_RLE
    : constants.Z_DEFAULT_STRATEGY;
}

/** PNG specification, ISO/IEC 15948, §9: none, sub, up, average, Paeth. */
const LAST_FILTER = 4;

/** What there is of colour and of alpha. */
interface Apart<T> {
  colour: T;
  alpha: T;
}

/** Rows that are not what the header of their PNG says. */
class NotAsSaid extends Error {}
/** Whether zlib gave up: its errors have codes of their own (`Z_DATA_ERROR`, `Z_BUF_ERROR`). */
const isZlibs = (error: unknown): boolean =>
  typeof error === 'object' &&
  error !== null &&
  'code' in error &&
  typeof error.code === 'string' &&
  error.code.startsWith('Z_');

/** Whether a PNG’s colour and alpha can be taken apart as they are filtered: 8 bits a channel, its rows in one pass. */
export const canSplit = ({ bitDepth, colourType, interlaced }: PngParts): boolean =>
  bitDepth === 8 && (colourType === 6 || colourType === 4) && !interlaced;

/** Rows of colour and of alpha out of rows of both. Filters reckon with the same channel of the pixels around, so that what is filtered stays so: nothing is undone. */
function splitRows(rows: Buffer, width: number, colours: 1 | 3): Apart<Buffer> {
  const length = 1 + width * (colours + 1);
  const count = rows.length / length;
  const colour = Buffer.allocUnsafe(count * (1 + width * colours));
  const alpha = Buffer.allocUnsafe(count * (1 + width));
  let [at, c, a] = [0, 0, 0];
  for (let row = 0; row < count; row++) {
    const filter = rows[at++] as number;
    if (filter > LAST_FILTER)
      throw new NotAsSaid(`a row of the PNG has filter ${filter}; 0 to ${LAST_FILTER} are known`);
    colour[c++] = filter;
    alpha[a++] = filter;
    for (const ends = at + length - 1; at < ends;) {
      colour[c++] = rows[at++] as number;
      if (colours === 3) {
        colour[c++] = rows[at++] as number;
        colour[c++] = rows[at++] as number;
      }
      alpha[a++] = rows[at++] as number;
    }
  }
  return { colour, alpha };
}

/** What packs, and when all of it is in its file. */
interface Packing {
  stream: Deflate;
  written: Promise<void>;
}

const fed = async ({ stream }: Packing, data: Buffer): Promise<void> => {
  if (!stream.write(data)) await once(stream, 'drain');
};

/** Packs what is fed to it into a file, as its first rows are best packed. */
function packInto(target: string, first: Buffer): Packing {
  const stream = createDeflate(packedBy(strategyFor(first)));
  return { stream, written: pipeline(stream, createWriteStream(target)) };
}

/**
 * Takes the colour and the alpha of a PNG apart into two files, each the data of a PNG of its own with the same filters, to the last value what it was. For what
 * `canSplit` says. False when its data is none that zlib reads, or does not have the rows that its header says. In memory: some megabytes, however large it is.
 */
export async function splitAlpha(path: string, parts: PngParts, targets: Apart<string>): Promise<boolean> {
  const colours = parts.colourType === 6 ? 3 : 1;
  const length = 1 + parts.width * (colours + 1);
  const ended = new AbortController();
  const packs: Packing[] = [];
  const feed = async (inflated: AsyncIterable<Buffer>): Promise<void> => {
    let rest: Buffer = Buffer.alloc(0);
    let rows = 0;
    for await (const chunk of inflated) {
      const all = rest.length > 0 ? Buffer.concat([rest, chunk]) : chunk;
      const whole = all.length - (all.length % length);
      rest = all.subarray(whole);
      if (whole === 0) continue;
      rows += whole / length;
      const { colour, alpha } = splitRows(all.subarray(0, whole), parts.width, colours);
      if (packs.length === 0) {
        packs.push(packInto(targets.colour, colour), packInto(targets.alpha, alpha));
        // What cannot be written ends what is read for it.
        for (const { written } of packs)
          written.catch((failed: unknown) => {
            ended.abort(failed);
          });
      }
      await Promise.all(packs.map((pack, i) => fed(pack, i === 0 ? colour : alpha)));
    }
    if (rows !== parts.height || rest.length > 0)
      throw new NotAsSaid(`the PNG has ${rows} whole rows; ${parts.height} were said`);
    for (const { stream } of packs) stream.end();
  };
  try {
    await pipeline(pngData(path, parts), createInflate(UNPACKED), feed, {
      signal: ended.signal,
    });
  } catch (error) {
    const why: unknown = ended.signal.aborted ? ended.signal.reason : error;
    for (const { stream } of packs) stream.destroy();
    await Promise.allSettled(packs.map(({ written }) => written));
    if (why instanceof NotAsSaid || isZlibs(why)) return false;
    throw why;
  }
  await Promise.all(packs.map(({ written }) => written));
  return true;
}
