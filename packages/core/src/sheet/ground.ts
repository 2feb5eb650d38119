import type { Rect } from '../geometry/index.js';
import type { Media } from '../shop/index.js';
import { CROSS_ARM, CROSS_OFFSET } from './part.js';
import type { CellRoom } from './seam.js';

/** Room at the foot of a sheet for its own line and the check ruler, mm. */
export const FOOT_STRIP = 9;

/** What paper is to a layout: its kind, its size and what of it can be printed. */
export type Paper = Pick<Media, 'kind' | 'width' | 'length' | 'margins'>;

/**
 * Where rooms may lie, mm from the sheet's top-left corner: inside the printer's margins and above the foot. A room reaches half a gap
 * beyond its part, which counts towards the strip at the edge.
 */
export function groundOf({ width, length, margins }: Paper, gap: number, edge: number): Rect {
  const strip = Math.max(0, edge - gap / 2);
  return {
    x: margins.left + strip,
    y: margins.top + strip,
    width: width - margins.left - margins.right - 2 * strip,
    height: length - margins.top - margins.bottom - FOOT_STRIP - 2 * strip,
  };
}

/** The largest parts of a print that the ground holds, upright and turned, with a label `strip` high and the gap left out, and marks along their seams where they are `marked`. */
export function cellRooms({ width, height }: Rect, gap: number, strip: number, marked = true): CellRoom[] {
  const beside = Math.max(1.5, gap / 2 - 1);
  const cross = marked ? CROSS_OFFSET + CROSS_ARM + 0.5 + beside : gap / 2;
  const label = 1 + strip + beside;
  // A hair for the rounding of rooms.
  const [across, down] = [2 * cross + 0.5, cross + Math.max(cross, label) + 0.5];
  return [
    { width: width - across, height: height - down },
    { width: height - across, height: width - down },
  ].filter((room) => room.width > 0 && room.height > 0);
}
