import type { ArtMaps } from '@kanga/core/art';

/** Pixels of one kind, by rows. */
export interface Raster {
  data: Uint8Array;
  width: number;
  height: number;
}

/** Cells along the longer side of a picture: for what is there, and for its colours. */
const CELLS = 64;
const COLOUR_CELLS = 96;

const gridOf = (width: number, height: number, most: number) => {
  const longer = Math.max(width, height);
  const cells = (side: number) => Math.max(1, Math.min(side, Math.round((side / longer) * most)));
  return { columns: cells(width), rows: cells(height) };
};

export type Grid = ReturnType<typeof gridOf>;
export const mapGrid = (width: number, height: number): Grid => gridOf(width, height, CELLS);
export const colourGrid = (width: number, height: number): Grid => gridOf(width, height, COLOUR_CELLS);

/** The cell of each column and row of a raster, so that the inner loops only add. */
const cellNumbers = (length: number, cells: number): Int32Array => {
  const numbers = new Int32Array(length);
  for (let i = 0; i < length; i++) numbers[i] = Math.floor((i * cells) / length);
  return numbers;
};

/** A share as one digit: 0 none, 9 nearly all; anything at all is at least 1 when `keep` says so. */
const digit = (share: number, keep = 0.02): string =>
  String(share < keep ? 0 : Math.min(9, Math.max(1, Math.round(share * 10))));

/** Faint pixels: more than none and less than a quarter opaque. Pale ones: printed, and within a hair of white without being it. */
export function hazeAndPale({ data, width, height }: Raster, { columns, rows }: Grid): Pick<ArtMaps, 'haze' | 'pale'> {
  const [column, row] = [cellNumbers(width, columns), cellNumbers(height, rows)];
  const [haze, pale, all] = [0, 1, 2].map(() => new Uint32Array(columns * rows)) as [
    Uint32Array,
    Uint32Array,
    Uint32Array,
  ];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      const cell = (row[y] ?? 0) * columns + (column[x] ?? 0);
      all[cell] = (all[cell] ?? 0) + 1;
      const alpha = data[i + 3] ?? 255;
      if (alpha > 0 && alpha < 64) haze[cell] = (haze[cell] ?? 0) + 1;
      if (alpha < 200) continue;
      const [r, g, b] = [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0];
      const least = Math.min(r, g, b);
      if (least >= 226 && least < 252) pale[cell] = (pale[cell] ?? 0) + 1;
    }
  }
  const digits = (counts: Uint32Array) =>
    Array.from(counts, (n, cell) => digit(n / Math.max(1, all[cell] ?? 1))).join('');
  return { haze: digits(haze), pale: digits(pale) };
}

/** A raster half as wide and half as high, each pixel the mean of four; an odd last line or column is left out. O(pixels), some 3 ns each. */
export function halved({ data, width, height }: Raster): Raster {
  const [across, down] = [width >> 1, height >> 1];
  const small = new Uint8Array(across * down);
  for (let y = 0; y < down; y++) {
    let upper = 2 * y * width;
    for (let at = y * across; at < (y + 1) * across; at++, upper += 2) {
      const lower = upper + width;
      const sum = (data[upper] ?? 0) + (data[upper + 1] ?? 0) + (data[lower] ?? 0) + (data[lower + 1] ?? 0);
      small[at] = (sum + 2) >> 2;
    }
  }
  return { data: small, width: across, height: down };
}

/** A step between neighbouring pixels this large is an edge, of 255. */
const EDGE = 36;

/** How busy each place is: the share of its pixels that lie on an edge. */
export function busyOf({ data, width, height }: Raster, { columns, rows }: Grid): string {
  const [column, row] = [cellNumbers(width, columns), cellNumbers(height, rows)];
  const edges = new Uint32Array(columns * rows);
  const all = new Uint32Array(columns * rows);
  for (let y = 0; y + 1 < height; y++) {
    for (let x = 0; x + 1 < width; x++) {
      const i = y * width + x;
      const here = data[i] ?? 0;
      const step = Math.abs(here - (data[i + 1] ?? 0)) + Math.abs(here - (data[i + width] ?? 0));
      const cell = (row[y] ?? 0) * columns + (column[x] ?? 0);
      all[cell] = (all[cell] ?? 0) + 1;
      if (step >= EDGE) edges[cell] = (edges[cell] ?? 0) + 1;
    }
  }
  return Array.from(edges, (n, cell) => digit((n / Math.max(1, all[cell] ?? 1)) * 2.5)).join('');
}

/**
 * A stroke stands out from its surroundings by this much somewhere, of 255, and reaches as far as a lesser contrast: so a soft edge
 * does not make it thinner. Its surroundings are blocks this many pixels across.
 */
const CONTRAST = 48;
const REACH = 20;
const STRONG = 4;
const SIGN = 3;
const SHIFT = 5;
const BLOCK = 1 << SHIFT;
/** The widest stroke that is told, in pixels. */
const WIDEST = 15;

/** Mean of each block of pixels and its neighbours: the ground that a stroke stands out from. */
function groundOf({ data, width, height }: Raster): { means: Float32Array; across: number } {
  const across = Math.ceil(width / BLOCK);
  const down = Math.ceil(height / BLOCK);
  const sums = new Float64Array(across * down);
  for (let y = 0; y < height; y++) {
    const line = (y >> SHIFT) * across;
    for (let bx = 0; bx < across; bx++) {
      let sum = 0;
      const end = y * width + Math.min(width, (bx + 1) * BLOCK);
      for (let i = y * width + bx * BLOCK; i < end; i++) sum += data[i] ?? 0;
      sums[line + bx] = (sums[line + bx] ?? 0) + sum;
    }
  }
  const length = (block: number, side: number) => Math.min(BLOCK, side - block * BLOCK);
  const means = new Float32Array(across * down);
  for (let by = 0; by < down; by++) {
    for (let bx = 0; bx < across; bx++) {
      let [sum, count] = [0, 0];
      for (let ny = Math.max(0, by - 1); ny <= Math.min(down - 1, by + 1); ny++) {
        for (let nx = Math.max(0, bx - 1); nx <= Math.min(across - 1, bx + 1); nx++) {
          sum += sums[ny * across + nx] ?? 0;
          count += length(nx, width) * length(ny, height);
        }
      }
      means[by * across + bx] = sum / count;
    }
  }
  return { means, across };
}

/** What a pixel is against its surroundings: 1 lighter, 2 darker, 0 neither; and 4 more where it plainly stands out. */
function standingOut(raster: Raster): Uint8Array {
  const { data, width, height } = raster;
  const { means, across } = groundOf(raster);
  const signs = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const line = (y >> SHIFT) * across;
    for (let bx = 0; bx < across; bx++) {
      const mean = means[line + bx] ?? 0;
      const end = y * width + Math.min(width, (bx + 1) * BLOCK);
      for (let i = y * width + bx * BLOCK; i < end; i++) {
        const away = (data[i] ?? 0) - mean;
        if (away < -REACH) signs[i] = away < -CONTRAST ? 2 | STRONG : 2;
        else if (away > REACH) signs[i] = away > CONTRAST ? 1 | STRONG : 1;
      }
    }
  }
  return signs;
}

/** Length of the level run of one sign that each pixel is part of, 255 for longer ones; 0 where nothing stands out. */
function levelRuns(signs: Uint8Array, width: number, height: number): Uint8Array {
  const runs = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const start = y * width;
    let [from, sign] = [0, 0];
    for (let x = 0; x <= width; x++) {
      const now = x < width ? (signs[start + x] ?? 0) & SIGN : SIGN;
      if (now === sign) continue;
      if (sign !== 0) {
        const length = Math.min(255, x - from);
        // Grain is runs of a pixel or two: filling them one by one costs less than asking for it.
        for (let i = start + from; i < start + x; i++) runs[i] = length;
      }
      from = x;
      sign = now;
    }
  }
  return runs;
}

/** Width of the stroke that an upright run of `length` pixels is part of, whose level runs are `level` long; 0 for none. */
function strokeOf(length: number, level: number): number {
  if (length <= WIDEST && level >= 4 * length) return length;
  if (level <= WIDEST && length >= 4 * level) return Math.max(1, Math.round(level));
  // Neither lying nor standing: a slanting stroke, or a dot. A dot has few pixels; a stroke gathers votes.
  const slant = Math.max(1, Math.round((length * level) / Math.hypot(length, level)));
  return slant <= WIDEST && Math.min(length, level) <= WIDEST ? slant : 0;
}

/**
 * Width of the narrowest strokes in each place, in pixels of a raster that is `scale` times the original. A stroke stands out from
 * its surroundings, lighter or darker, and covers more pixels than a dot as wide would. A few passes over the pixels,
 * all along the rows: O(pixels), some 20 ns each.
 */
export function fineOf(raster: Raster, { columns, rows }: Grid, scale: number): string {
  const { width, height } = raster;
  const [column, row] = [cellNumbers(width, columns), cellNumbers(height, rows)];
  const votes = new Uint32Array(columns * rows * (WIDEST + 1));
  const signs = standingOut(raster);
  const level = levelRuns(signs, width, height);
  // The upright run that goes on in each column: its sign, whether it plainly stands out, where it began, and the sum of its level runs.
  const [sign, strong] = [new Uint8Array(width), new Uint8Array(width)];
  const [from, sum] = [new Int32Array(width), new Int32Array(width)];
  for (let y = 0; y <= height; y++) {
    const start = y * width;
    for (let x = 0; x < width; x++) {
      const seen = y < height ? (signs[start + x] ?? 0) : SIGN;
      const now = seen & SIGN;
      const was = sign[x] ?? 0;
      if (now === 0 && was === 0) continue;
      if (now !== was) {
        if (was !== 0 && strong[x] !== 0) {
          const length = y - (from[x] ?? 0);
          const stroke = strokeOf(length, (sum[x] ?? 0) / length);
          if (stroke > 0) {
            const middle = row[(from[x] ?? 0) + (length >> 1)] ?? 0;
            const at = (middle * columns + (column[x] ?? 0)) * (WIDEST + 1) + stroke;
            votes[at] = (votes[at] ?? 0) + length;
          }
        }
        sign[x] = now;
        strong[x] = 0;
        from[x] = y;
        sum[x] = 0;
      }
      if (seen > SIGN) strong[x] = 1;
      if (now !== 0 && now !== SIGN) sum[x] = (sum[x] ?? 0) + (level[start + x] ?? 0);
    }
  }
  // A stroke that goes half through a cell counts, and so do many short ones; a dot has the square of its width alone.
  const across = Math.min(width / columns, height / rows);
  const enough = (stroke: number) => Math.max(16, Math.min(8 * stroke * stroke, 0.5 * across * stroke));
  return Array.from({ length: columns * rows }, (_, cell) => {
    let gathered = 0;
    for (let stroke = 1; stroke <= WIDEST; stroke++) {
      gathered += votes[cell * (WIDEST + 1) + stroke] ?? 0;
      if (gathered >= enough(stroke)) return Math.max(1, Math.min(WIDEST, Math.round(stroke / scale))).toString(16);
    }
    return '0';
  }).join('');
}

/** Mean colours as `rrggbb`, a cell a pixel of the raster (RGB). */
export const coloursOf = ({ data, width, height }: Raster): ArtMaps['colours'] => ({
  columns: width,
  rows: height,
  cells: Buffer.from(data.buffer, data.byteOffset, width * height * 3).toString('hex'),
});
