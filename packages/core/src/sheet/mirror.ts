import { chain, rotation, scaling, translation, type Rect, type Transform } from '../geometry/index.js';
import type { Printer } from '../shop/index.js';
import type { Placed } from './layout.js';

/**
 * From template coordinates to the sheet, mm: mirrored about the piece's own upright axis when Kanga owns the mirror,
 * then turned, then set in its box. Mirrored exactly when the determinant is negative.
 */
export function templateToSheet(placed: Placed, bleedBox: Rect, mirroredBy: Printer['mirroredBy']): Transform {
  const { width, height } = bleedBox;
  return chain(
    translation(-bleedBox.x, -bleedBox.y),
    mirroredBy === 'kanga' ? chain(scaling(-1, 1), translation(width, 0)) : translation(0, 0),
    placed.turned ? chain(rotation(90), translation(height, 0)) : translation(0, 0),
    translation(placed.box.x, placed.box.y),
  );
}

/** One stroke on the sheet, mm. */
export interface Stroke {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/** Distance from the cut to where its mark begins, mm: scissors take the mark away with the trim. */
const MARK_OFFSET = 1;

/** Two short strokes at each corner of the box, outside it; they stay within half the gap. */
export function cutMarks({ x, y, width, height }: Rect, gap: number): Stroke[] {
  const end = gap / 2 - 0.5;
  return [x, x + width].flatMap((cx, i) =>
    [y, y + height].flatMap((cy, j) => {
      const [sx, sy] = [i === 0 ? -1 : 1, j === 0 ? -1 : 1];
      return [
        { x1: cx + sx * MARK_OFFSET, y1: cy, x2: cx + sx * end, y2: cy },
        { x1: cx, y1: cy + sy * MARK_OFFSET, x2: cx, y2: cy + sy * end },
      ];
    }),
  );
}
