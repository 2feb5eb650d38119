import {
  areaOf,
  boundsOf,
  chain,
  rotation,
  transformed,
  translation,
  type Polygon,
  type Rect,
  type Transform,
} from '../geometry/index.js';
import { memoised } from '../memo/index.js';
import { boundOf, cornersOf, twoBlocks, type Block, type Cells } from '../nest/index.js';
import { ALLOWED_TURNS, GAP_LIMITS, type PartTurns } from './choices.js';
import { FOOT_STRIP, groundOf, type Paper } from './ground.js';
import type { PartKind } from './part.js';
import type { Tray } from './tray.js';

interface Size {
  width: number;
  height: number;
}

export interface LayoutRequest {
  tray: Tray;
  paper: Paper;
  gap: number;
  /** Least distance of a part from the edge that can be printed, mm. */
  edge: number;
  /** Parts reach to the edges, and the foot stands beside them. */
  tight?: boolean;
  /** The turns that nesting may give a part. */
  turns: PartTurns;
}

/** A part on a sheet: turned clockwise about its own origin, then moved; mm from the sheet's top-left corner. */
export interface Placed {
  /** Which of the tray's parts. */
  part: number;
  x: number;
  y: number;
  turn: number;
}

export interface Sheet {
  width: number;
  height: number;
  placed: Placed[];
  foot: Rect;
}

export interface Layout {
  sheets: Sheet[];
  /** Area of the transfers over that of the paper, 0 to 1. */
  use: number;
  /** What no layout can be better than: sheets (cut), mm of the ground (roll). */
  bound: number;
  /** The same use if the bound were reached. */
  bestUse: number;
}

/** Why nothing could be laid out: the part that is too large. */
export interface NoFit {
  kind: number;
  needs: Size;
  has: Size;
}

/** From a part's own coordinates to the sheet. */
export const partToSheet = ({ x, y, turn }: Pick<Placed, 'x' | 'y' | 'turn'>): Transform =>
  chain(rotation(turn), translation(x, y));

/** The box of a part's cut line on the sheet. */
export const boxOf = (kind: PartKind, placed: Placed): Rect => boundsOf(transformed(kind.outline, partToSheet(placed)));

export const kindOf = (tray: Tray, { part }: Pick<Placed, 'part'>): PartKind => {
  const kind = tray.kinds[tray.parts[part]?.kind ?? -1];
  if (!kind) throw new RangeError(`part ${part} is not in the tray`);
  return kind;
};

/** Boxes of rooms by their turn: thousands of parts are of the same few kinds. */
const boxes = new WeakMap<Polygon, Map<number, Rect>>();

/** The box of a kind's room, turned clockwise about its origin. */
function roomBox({ room }: PartKind, turn: number): Rect {
  const known = boxes.get(room) ?? new Map<number, Rect>();
  boxes.set(room, known);
  const box = known.get(turn) ?? boundsOf(turn === 0 ? room : transformed(room, rotation(turn)));
  known.set(turn, box);
  return box;
}

const quarter = (turned: boolean): number => (turned ? 90 : 0);

/** The cell that takes every kind. */
function cellOf(kinds: readonly PartKind[], turned: boolean): Size {
  const rooms = kinds.map((kind) => roomBox(kind, quarter(turned)));
  return { width: Math.max(...rooms.map((box) => box.width)), height: Math.max(...rooms.map((box) => box.height)) };
}

/** The shortest run of whole rows, unturned above turned, that holds `count`, no longer than `limit`. O(count). */
function shortestRun({ up, side }: Cells, width: number, count: number, limit: number): [Block, Block] | null {
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
  return best?.blocks ?? null;
}

/** Sets the first `count` cells of two blocks down on the ground. */
function setDown(
  tray: Tray,
  cells: Cells,
  blocks: [Block, Block],
  beside: boolean,
  ground: Rect,
  from: number,
  count: number,
): Placed[] {
  return cornersOf({ blocks, beside }, cells)
    .slice(0, count)
    .map(({ x, y, turned }, at): Placed => {
      const part = from + at;
      const room = roomBox(kindOf(tray, { part }), quarter(turned));
      return { part, x: ground.x + x - room.x, y: ground.y + y - room.y, turn: quarter(turned) };
    });
}

/** Where the foot stands: along the lower edge that can be printed, or down the right one. */
function footOf({ width, margins }: Paper, height: number, tight = false): Rect {
  const across = width - margins.left - margins.right;
  const bottom = height - margins.bottom;
  return tight
    ? { x: margins.left + across - FOOT_STRIP, y: margins.top, width: FOOT_STRIP, height: bottom - margins.top }
    : { x: margins.left, y: bottom - FOOT_STRIP, width: across, height: FOOT_STRIP };
}

/** Makes whole sheets of what lies on each: as long as the paper, or cut off the roll just below what lies lowest. */
export function sheetsOf(
  { tray, paper, gap, edge, tight, turns }: LayoutRequest,
  placed: readonly (readonly Placed[])[],
): Layout {
  const { margins } = paper;
  const strip = Math.max(0, edge - gap / 2);
  const ground = groundOf(paper, gap, edge, tight);
  const sheets = placed.map((on): Sheet => {
    const bottom = Math.max(
      ground.y,
      ...on.map((one) => {
        const box = roomBox(kindOf(tray, one), one.turn);
        return one.y + box.y + box.height;
      }),
    );
    const height =
      paper.kind === 'roll'
        ? Math.min(paper.length, Math.ceil(bottom + strip + FOOT_STRIP + margins.bottom - 1e-6))
        : paper.length;
    return {
      width: paper.width,
      height,
      placed: [...on],
      foot: footOf(paper, height, tight),
    };
  });
  const areas = tray.kinds.map((kind) => areaOf(kind.outline));
  const printed = tray.parts.reduce((sum, { kind }) => sum + (areas[kind] ?? 0), 0);
  const area = (list: readonly Size[]) => list.reduce((sum, { width, height }) => sum + width * height, 0);
  // Parts laid down when other turns were allowed keep theirs.
  const taken = new Set([...ALLOWED_TURNS[turns], ...placed.flat().map(({ turn }) => turn)]);
  const bound = boundOf({
    shapes: tray.kinds.map(({ room }) => ({ room, turns: [...taken] })),
    things: tray.parts.map(({ kind }) => kind),
    width: ground.width,
    length: ground.height,
    kind: paper.kind,
  });
  const lost = paper.length - ground.height;
  const least =
    paper.kind === 'roll'
      ? paper.width * (bound + lost * Math.max(1, Math.ceil(bound / ground.height - 1e-9)))
      : paper.width * paper.length * bound;
  return { sheets, use: printed / area(sheets), bound, bestUse: Math.min(1, printed / least) };
}

/**
 * Lays parts in equal cells on sheets or along a roll, at true size, each upright or turned a quarter, in at most two blocks a sheet.
 * Cut sheets: the fullest two-block pattern, so the fewest sheets that such patterns allow. Roll: the shortest length in whole rows.
 * Never scales. Throws a RangeError for an empty tray or a gap outside its limits.
 * The same layout again for the same tray on the same paper.
 */
export const layOut = memoised('tray', (request: LayoutRequest): Layout | NoFit => {
  const { tray, paper, gap, edge, tight } = request;
  const count = tray.parts.length;
  if (count < 1) throw new RangeError('there is no part in the tray');
  if (!(gap >= GAP_LIMITS.least && gap <= GAP_LIMITS.most))
    throw new RangeError(`gap must be from ${GAP_LIMITS.least} to ${GAP_LIMITS.most} mm, got ${gap}`);
  const ground = groundOf(paper, gap, edge, tight);
  const tooLarge = tray.kinds.findIndex((kind) => {
    const { width, height } = roomBox(kind, 0);
    const fits = (w: number, h: number) => w <= ground.width + 1e-6 && h <= ground.height + 1e-6;
    return !fits(width, height) && !fits(height, width);
  });
  const large = tray.kinds[tooLarge];
  if (large) {
    const { width, height } = roomBox(large, 0);
    return { kind: tooLarge, needs: { width, height }, has: { width: ground.width, height: ground.height } };
  }
  const cells: Cells = { up: cellOf(tray.kinds, false), side: cellOf(tray.kinds, true) };
  const full = twoBlocks(cells, ground);
  // Kinds of unlike shapes may fit one by one where no common cell does: then each lies by itself.
  const alone = full.count === 0;
  const placed: Placed[][] = [];
  for (let done = 0; done < count;) {
    const rest = alone ? 1 : count - done;
    const own: Cells = alone
      ? { up: cellOf([kindOf(tray, { part: done })], false), side: cellOf([kindOf(tray, { part: done })], true) }
      : cells;
    const pattern = alone ? twoBlocks(own, ground) : full;
    const run = paper.kind === 'roll' ? shortestRun(own, ground.width, rest, ground.height) : null;
    const on = run
      ? setDown(tray, own, run, false, ground, done, rest)
      : setDown(tray, own, pattern.blocks, pattern.beside, ground, done, Math.min(rest, pattern.count));
    placed.push(on);
    done += on.length;
  }
  return sheetsOf(request, placed);
});
