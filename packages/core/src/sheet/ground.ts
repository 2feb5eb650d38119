import type { Rect } from '../geometry/index.js';
import type { Media } from '../shop/index.js';
import type { Division } from './choices.js';
import { CROSS_ARM, CROSS_OFFSET, LABEL_OFFSET, NOTE_OFFSET, NOTE_SIZE } from './part.js';
import type { CellRoom } from './seam.js';

/** Room at the foot of a sheet for its own line and the check ruler, mm. */
export const FOOT_STRIP = 9;

/** What paper is to a layout: its kind, its size and what of it can be printed. */
export type Paper = Pick<Media, 'kind' | 'width' | 'length' | 'margins'>;

/**
 * Where rooms may lie, mm from the sheet's top-left corner: inside the printer's margins and above the foot. A room reaches half a gap
 * beyond its part, which counts towards the strip at the edge. `tight`: a part lies right at the edge, its room beyond it, and the foot stands at the right.
 */
export function groundOf({ width, length, margins }: Paper, gap: number, edge: number, tight = false): Rect {
  const strip = tight ? edge - gap / 2 : Math.max(0, edge - gap / 2);
  const across = width - margins.left - margins.right;
  const down = length - margins.top - margins.bottom;
  return {
    x: margins.left + strip,
    y: margins.top + strip,
    width: tight ? across - FOOT_STRIP - strip - Math.max(0, strip) : across - 2 * strip,
    height: down - 2 * strip - (tight ? 0 : FOOT_STRIP),
  };
}

/** The largest parts that reach to the edges hold: their labels stand beside what is higher than wide, below what is not, whichever way it lies. */
function tightRooms({ width, height }: CellRoom, gap: number, strip: number): CellRoom[] {
  // A hair for the rounding of rooms.
  const [wide, high] = [width - gap - 0.5, height - gap - 0.5];
  const label = LABEL_OFFSET + strip;
  return [
    { width: wide - label, height: high },
    { width: wide, height: Math.min(wide, high) - label },
    { width: high, height: wide - label },
    { width: Math.min(wide, high) - label, height: wide },
  ].filter((room) => room.width > 0 && room.height > 0);
}

/**
 * The largest parts of a print that the ground holds, upright and turned, with a label `strip` high and the gap left out, and marks along their seams where they are
 * `marked`. Crosses stand at both ends of a seam, and words along it: a part keeps room on those of its sides alone where there are any.
 */
export function cellRooms(
  { width, height }: Rect,
  gap: number,
  strip: number,
  marked: boolean,
  { columns, rows }: Division,
  tight = false,
): CellRoom[] {
  if (tight) return tightRooms({ width, height }, gap, strip);
  const beside = Math.max(1.5, gap / 2 - 1);
  const bare = gap / 2;
  const cross = Math.max(bare, CROSS_OFFSET + CROSS_ARM + 0.5 + beside);
  const words = Math.max(bare, NOTE_OFFSET + NOTE_SIZE.height / 2 + beside);
  const label = LABEL_OFFSET + strip + beside;
  // Of the part that needs most: one in the middle has seams on both of its sides.
  const ends = (seams: number, across: number) =>
    !marked || (seams === 0 && across === 0)
      ? [bare, bare]
      : across > 0
        ? [cross, cross]
        : seams > 1
          ? [words, words]
          : [bare, words];
  const [left = bare, right = bare] = ends(columns - 1, rows - 1);
  const [first = bare, second = bare] = ends(rows - 1, columns - 1);
  // The label stands below; of two parts one above the other, each has its words on the other side.
  const down = Math.max(first + Math.max(second, label), second + Math.max(first, label));
  // A hair for the rounding of rooms.
  const [beyond, below] = [left + right + 0.5, down + 0.5];
  return [
    { width: width - beyond, height: height - below },
    { width: height - beyond, height: width - below },
  ].filter((room) => room.width > 0 && room.height > 0);
}
