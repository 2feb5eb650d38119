import type { Rect } from '../geometry/index.js';
import type { Margins } from '../shop/index.js';

/** Room under each piece for its label, outside the cut, mm. */
export const LABEL_STRIP = 5;
/** Room at the foot of a sheet for its own line and the check ruler, mm. */
export const FOOT_STRIP = 9;
/** Room for scissors between pieces, mm. */
export const GAP_LIMITS = { least: 6, usual: 8, most: 60 };

export interface Size {
  width: number;
  height: number;
}

export interface LayoutRequest {
  /** Sizes of the sides of a piece with their bleed, mm; transfers take them in turn. The largest sets the room for all. */
  sizes: readonly [Size, ...Size[]];
  /** How many transfers. */
  count: number;
  media: { kind: 'cut' | 'roll'; width: number; length: number; margins: Margins };
  gap: number;
}

/** One transfer on a sheet; boxes in mm from the sheet's top-left corner. */
export interface Placed {
  /** Counts all transfers of the job from 0. */
  index: number;
  /** The piece with its bleed. */
  box: Rect;
  /** A quarter turn clockwise. */
  turned: boolean;
  /** Where its label stands, outside the cut. */
  label: Rect;
}

export interface Sheet {
  width: number;
  height: number;
  placed: Placed[];
  foot: Rect;
}

export interface Layout {
  sheets: Sheet[];
  /** Transfers that fit on a full sheet. */
  perSheet: number;
  /** Printed area over paper used, 0 to 1. */
  use: number;
  /** The fewest sheets (cut) or the shortest length in mm (roll) that any layout could reach: area over area. */
  bound: number;
}

/** Why nothing could be laid out. */
export interface NoFit {
  needs: { width: number; height: number };
  has: { width: number; height: number };
}

interface Block {
  rows: number;
  columns: number;
  turned: boolean;
}

/** The room that takes every side. */
const roomOf = ({ sizes }: LayoutRequest): Size => ({
  width: Math.max(...sizes.map((size) => size.width)),
  height: Math.max(...sizes.map((size) => size.height)),
});

const sizeOfTransfer = ({ sizes }: LayoutRequest, index: number): Size => sizes[index % sizes.length] ?? sizes[0];

const cellOf = ({ gap, ...request }: LayoutRequest, turned: boolean, piece = roomOf({ gap, ...request })) => ({
  width: (turned ? piece.height : piece.width) + gap,
  height: (turned ? piece.width : piece.height) + gap + LABEL_STRIP,
});

/** A stack of two blocks, the second under the first (or beside it), whose cells all fit; the fullest over all cuts. O(rows + columns). */
function fullestPattern(
  request: LayoutRequest,
  area: { width: number; height: number },
): { blocks: [Block, Block]; beside: boolean; count: number } {
  const fits = (room: number, size: number) => Math.max(0, Math.floor(room / size + 1e-9));
  let best = {
    blocks: [
      { rows: 0, columns: 0, turned: false },
      { rows: 0, columns: 0, turned: true },
    ] as [Block, Block],
    beside: false,
    count: 0,
  };
  for (const firstTurned of [false, true]) {
    const first = cellOf(request, firstTurned);
    const second = cellOf(request, !firstTurned);
    const consider = (a: Block, b: Block, beside: boolean) => {
      const count = a.rows * a.columns + b.rows * b.columns;
      if (count > best.count) best = { blocks: [a, b], beside, count };
    };
    for (let rows = fits(area.height, first.height); rows >= 0; rows--) {
      const left = area.height - rows * first.height;
      consider(
        { rows, columns: fits(area.width, first.width), turned: firstTurned },
        { rows: fits(left, second.height), columns: fits(area.width, second.width), turned: !firstTurned },
        false,
      );
    }
    for (let columns = fits(area.width, first.width); columns >= 0; columns--) {
      const left = area.width - columns * first.width;
      consider(
        { rows: fits(area.height, first.height), columns, turned: firstTurned },
        { rows: fits(area.height, second.height), columns: fits(left, second.width), turned: !firstTurned },
        true,
      );
    }
  }
  return best;
}

/** The shortest run of whole rows, unturned above turned, that holds `count`, no longer than `limit`. O(count). */
function shortestRun(
  request: LayoutRequest,
  width: number,
  count: number,
  limit: number,
): { blocks: [Block, Block]; length: number } | null {
  const [up, side] = [cellOf(request, false), cellOf(request, true)];
  const perRow = { up: Math.floor(width / up.width + 1e-9), side: Math.floor(width / side.width + 1e-9) };
  let best: { blocks: [Block, Block]; length: number } | null = null;
  for (let upRows = 0; upRows <= (perRow.up > 0 ? Math.ceil(count / perRow.up) : 0); upRows++) {
    const rest = Math.max(0, count - upRows * perRow.up);
    if (rest > 0 && perRow.side === 0) continue;
    const sideRows = rest === 0 ? 0 : Math.ceil(rest / perRow.side);
    const length = upRows * up.height + sideRows * side.height;
    if (length <= limit + 1e-9 && (best === null || length < best.length - 1e-9)) {
      best = {
        blocks: [
          { rows: upRows, columns: perRow.up, turned: false },
          { rows: sideRows, columns: perRow.side, turned: true },
        ],
        length,
      };
    }
  }
  return best;
}

/** Sets the first `count` cells of two blocks down from (x, y). */
function setDown(
  request: LayoutRequest,
  blocks: readonly [Block, Block],
  beside: boolean,
  x: number,
  y: number,
  from: number,
  count: number,
): Placed[] {
  const placed: Placed[] = [];
  let [blockX, blockY] = [x, y];
  for (const block of blocks) {
    const cell = cellOf(request, block.turned);
    for (let row = 0; row < block.rows; row++) {
      for (let column = 0; column < block.columns && placed.length < count; column++) {
        const size = sizeOfTransfer(request, from + placed.length);
        const box: Rect = {
          x: blockX + column * cell.width + request.gap / 2,
          y: blockY + row * cell.height + request.gap / 2,
          width: block.turned ? size.height : size.width,
          height: block.turned ? size.width : size.height,
        };
        const label = { x: box.x, y: box.y + box.height + request.gap / 2, width: box.width, height: LABEL_STRIP };
        placed.push({ index: from + placed.length, box, turned: block.turned, label });
      }
    }
    if (beside) blockX += block.columns * cell.width;
    else blockY += block.rows * cell.height;
  }
  return placed;
}

/**
 * Lays pieces in equal rooms on sheets or along a roll, at true size, each upright or turned a quarter, in at most two blocks a sheet.
 * Cut sheets: the fullest two-block pattern, so the fewest sheets that such patterns allow. Roll: the shortest length in whole rows.
 * Never scales. Throws a RangeError for a count below 1 or a gap outside its limits.
 */
export function layOut(request: LayoutRequest): Layout | NoFit {
  const { media, count, gap } = request;
  if (!(Number.isInteger(count) && count >= 1))
    throw new RangeError(`count must be a whole number of 1 or more, got ${count}`);
  if (!(gap >= GAP_LIMITS.least && gap <= GAP_LIMITS.most))
    throw new RangeError(`gap must be from ${GAP_LIMITS.least} to ${GAP_LIMITS.most} mm, got ${gap}`);
  const { margins } = media;
  const area = {
    width: media.width - margins.left - margins.right,
    height: media.length - margins.top - margins.bottom - FOOT_STRIP,
  };
  const full = fullestPattern(request, area);
  if (full.count === 0) {
    const cell = cellOf(request, false);
    return { needs: cell, has: area };
  }
  const sheets: Sheet[] = [];
  for (let done = 0; done < count;) {
    const rest = count - done;
    const run = media.kind === 'roll' ? shortestRun(request, area.width, rest, area.height) : null;
    const placed = run
      ? setDown(request, run.blocks, false, margins.left, margins.top, done, rest)
      : setDown(request, full.blocks, full.beside, margins.left, margins.top, done, Math.min(rest, full.count));
    const bottom = Math.max(...placed.map((p) => p.label.y + p.label.height)) + gap / 2;
    const height =
      media.kind === 'roll' ? Math.min(media.length, Math.ceil(bottom + FOOT_STRIP + margins.bottom)) : media.length;
    const foot = { x: margins.left, y: height - margins.bottom - FOOT_STRIP, width: area.width, height: FOOT_STRIP };
    sheets.push({ width: media.width, height, placed, foot });
    done += placed.length;
  }
  const paper = sheets.reduce((sum, sheet) => sum + sheet.width * sheet.height, 0);
  const printed = Array.from({ length: count }, (_, i) => sizeOfTransfer(request, i)).reduce(
    (sum, size) => sum + size.width * size.height,
    0,
  );
  // A label runs across the sheet whichever way its piece lies, so that a turned piece may need less room.
  const cellsArea = Array.from({ length: count }, (_, i) => sizeOfTransfer(request, i)).reduce((sum, size) => {
    const rooms = [cellOf(request, false, size), cellOf(request, true, size)];
    return sum + Math.min(...rooms.map((cell) => cell.width * cell.height));
  }, 0);
  return {
    sheets,
    perSheet: full.count,
    use: printed / paper,
    // Continuous bound (Martello and Vigo 1998), on pieces with the room they must keep.
    bound:
      media.kind === 'roll'
        ? cellsArea / area.width
        : Math.max(1, Math.ceil(cellsArea / (area.width * area.height) - 1e-9)),
  };
}

export const isLayout = (outcome: Layout | NoFit): outcome is Layout => 'sheets' in outcome;
