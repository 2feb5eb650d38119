import sharp, { type Metadata, type Sharp } from 'sharp';
import { ART_LIMITS, type ArtFacts, type ArtMaps } from '@kanga/core/art';
import { busyOf, coloursOf, colourGrid, fineOf, halved, hazeAndPale, mapGrid, type Raster } from './maps.js';
import { profileName } from './profile.js';

/** What the reading of one file gives: its facts, and two smaller pictures for screens (WebP). */
export interface PixelReading {
  facts: ArtFacts;
  thumb: Buffer;
  preview: Buffer;
}

const THUMB = 240;
/** How hard WebP is packed, of 6: half the time of its usual 4, for a few per cent more bytes. */
const EFFORT = 2;
const PREVIEW = 1600;
/** Pixels are counted on at most this many across: enough to find what the eye would. */
const COUNTED = 1024;
const MASK_CELLS = 128;

/** Walks RGBA pixels once and counts. O(pixels). */
function count({ data, width, height }: Raster): Pick<ArtFacts, 'transparentShare' | 'faintShare' | 'rim'> {
  let [clear, faint, rim, rimOpaque, rimWhite] = [0, 0, 0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const alpha = data[i + 3] ?? 255;
      if (alpha === 0) clear++;
      else if (alpha < 64) faint++;
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) {
        rim++;
        if (alpha >= 250) {
          rimOpaque++;
          if (Math.min(data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0) >= 240) rimWhite++;
        }
      }
    }
  }
  const all = width * height;
  return {
    transparentShare: clear / all,
    faintShare: faint / all,
    rim: { opaqueShare: rimOpaque / rim, nearWhiteShare: rimWhite / rim },
  };
}

/** A cell prints fully only if every counted pixel in it does. Null when all of them do. */
function maskOf({ data, width, height }: Raster): ArtFacts['mask'] {
  const columns = Math.min(MASK_CELLS, width);
  const rows = Math.min(MASK_CELLS, height);
  const cells = Array.from({ length: rows * columns }, () => ({ least: 255, most: 0 }));
  for (let y = 0; y < height; y++) {
    const row = Math.floor((y * rows) / height) * columns;
    for (let x = 0; x < width; x++) {
      const cell = cells[row + Math.floor((x * columns) / width)];
      const alpha = data[(y * width + x) * 4 + 3] ?? 255;
      if (!cell) continue;
      if (alpha < cell.least) cell.least = alpha;
      if (alpha > cell.most) cell.most = alpha;
    }
  }
  if (cells.every((cell) => cell.least >= 250)) return null;
  const signs = cells.map(({ least, most }) => (least >= 250 ? '#' : most > 5 ? '+' : '.'));
  return Array.from({ length: rows }, (_, row) => signs.slice(row * columns, (row + 1) * columns).join(''));
}

/** Strokes are measured on at most this many pixels: a third of a millimetre is still seen on them at any printed size. */
const MEASURED = 40_000_000;

/** A picture of at most so many pixels (no more than four times MEASURED) is held whole in grey, and decoded so beside the rest: of a larger one that is more than a reading may hold at once. */
const HELD = 100_000_000;

const onWhite = (from: Sharp, { width, height }: { width: number; height: number }) =>
  from
    .resize(width, height, { fit: 'fill', kernel: 'linear' })
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb');

async function greyOf(from: Sharp, size: { width: number; height: number }): Promise<Raster> {
  const { data, info } = await onWhite(from, size)
    .greyscale()
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}

/** The whole picture in grey, at most MEASURED pixels of it; the share of its size that it has. A larger one is shrunk by a whole number: anything between takes longer than decoding it. One that is too large to be held is shrunk as it is decoded. */
async function wholeGrey(open: () => Sharp, { width, height }: { width: number; height: number }) {
  const by = Math.ceil(Math.sqrt((width * height) / MEASURED));
  const scale = 1 / by;
  if (width * height > HELD) {
    const size = { width: Math.max(1, Math.floor(width / by)), height: Math.max(1, Math.floor(height / by)) };
    return { grey: await greyOf(open(), size), scale };
  }
  const { data, info } = await open()
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb')
    .greyscale()
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const grey = { data, width: info.width, height: info.height };
  return { grey: by > 1 ? halved(grey) : grey, scale };
}

/** What is where. The full picture is decoded once for its strokes; the rest shows in the smaller one. */
async function mapsOf(
  whole: Awaited<ReturnType<typeof wholeGrey>>,
  smaller: () => Sharp,
  counted: Raster,
  size: { width: number; height: number },
): Promise<ArtMaps> {
  const grid = mapGrid(size.width, size.height);
  const { columns, rows } = colourGrid(size.width, size.height);
  const mean = await onWhite(smaller(), { width: columns, height: rows }).removeAlpha().raw().toBuffer();
  return {
    ...grid,
    ...hazeAndPale(counted, grid),
    busy: busyOf(await greyOf(smaller(), { width: counted.width, height: counted.height }), grid),
    fine: fineOf(whole.grey, grid, whole.scale),
    colours: coloursOf({ data: mean, width: columns, height: rows }),
  };
}

/** How a file is read: a raster as it is, a drawing at a size that its details show in. */
export interface Reading {
  vector: boolean;
  /** Dots per inch for a drawing that has a size of its own. */
  density?: number;
  /** Pixels to an inch, for what is known without the file saying so. */
  ppi?: number;
}

/** What programs write into a file that nobody gave a size: it means nothing. */
const NOT_MEANT = new Set([72, 96]);
/** Pixels to an inch that anybody prints with. */
const BELIEVED = { least: 30, most: 2400 };

/** How many pixels to an inch a picture says by itself, wherever its format has that; null where nobody meant it. */
function saidPpi({ density }: Metadata): number | null {
  if (density === undefined || NOT_MEANT.has(Math.round(density))) return null;
  return density >= BELIEVED.least && density <= BELIEVED.most ? density : null;
}

/**
 * Reads a picture: every pixel is decoded a few times, streamed, never all in memory in colour. Throws what sharp says
 * of a broken or cut-off file, or of one with more pixels than allowed.
 */
export async function readPixels(
  path: string,
  { vector, density, ppi }: Reading = { vector: false },
): Promise<PixelReading> {
  const open = () =>
    sharp(path, {
      limitInputPixels: ART_LIMITS.pixels,
      failOn: 'truncated',
      ...(density ? { density } : {}),
    }).autoOrient();
  const metadata = await open().metadata();
  const { width = 0, height = 0, hasAlpha = false, autoOrient, icc } = metadata;
  const size = { width: autoOrient.width || width, height: autoOrient.height || height };
  // Decoded whole beside the rest: a second core has nothing else to do.
  const beside = size.width * size.height <= HELD ? wholeGrey(open, size) : null;
  // Should the rest fail first, that is what is said.
  beside?.catch(() => undefined);
  // Shrunk once; the picture for the screen, its thumb and most of what is counted come from these pixels.
  const small = await open()
    .resize(PREVIEW, PREVIEW, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const smaller = () => sharp(small.data, { raw: { width: small.info.width, height: small.info.height, channels: 4 } });
  const preview = await smaller().webp({ quality: 86, alphaQuality: 100, effort: EFFORT }).toBuffer();
  const thumb = await smaller()
    .resize(THUMB, THUMB, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 76, effort: EFFORT })
    .toBuffer();
  // Without alpha the rim is all there is to count, and the small picture shows it; with alpha, true pixels are picked, none mixed.
  const counted = hasAlpha
    ? open().resize(COUNTED, COUNTED, {
        fit: 'inside',
        withoutEnlargement: true,
        kernel: 'nearest',
        fastShrinkOnLoad: false,
      })
    : smaller();
  const { data, info } = await counted.toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const raw = { data, width: info.width, height: info.height };
  const facts: ArtFacts = {
    ...size,
    hasAlpha,
    ...count(raw),
    mask: hasAlpha ? maskOf(raw) : null,
    maps: await mapsOf(await (beside ?? wholeGrey(open, size)), smaller, raw, size),
    vector,
    profile: profileName(icc),
    ppi: ppi ?? (vector ? null : saidPpi(metadata)),
  };
  return { facts, thumb, preview };
}
