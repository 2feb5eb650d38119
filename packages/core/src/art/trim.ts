import type { ArtFacts } from './art.js';
import {
  applyTo,
  boundsOf,
  clipped,
  growRect,
  rectPolygon,
  transformed,
  unionOf,
  type Rect,
} from '../geometry/index.js';
import { memoised } from '../memo/index.js';
import { fieldsIn } from '../text/index.js';
import type { ComposedSide, Drawn } from './compose.js';

/** Paper left round the art of a spot print for scissors, mm. Common practice, no published source. */
export const TRIM_MARGIN = 5;
/** Saving less than this each way is not worth another shape, mm. */
const WORTH_TRIMMING = 10;

/** What of a picture prints, in its pixels: the rest of it is clear. */
function printedPart({ width, height, mask }: Pick<ArtFacts, 'width' | 'height' | 'mask'>): Rect {
  const rows = mask ?? [];
  const prints = (row: string) => /[#+]/.test(row);
  const top = rows.findIndex(prints);
  if (top < 0) return { x: 0, y: 0, width, height };
  const bottom = rows.length - [...rows].reverse().findIndex(prints);
  const first = rows.map((row) => row.search(/[#+]/)).filter((at) => at >= 0);
  const last = rows.map((row) => Math.max(row.lastIndexOf('#'), row.lastIndexOf('+')) + 1);
  const [left, right] = [Math.min(...first), Math.max(...last)];
  const [across, down] = [width / (rows[0]?.length ?? 1), height / rows.length];
  return { x: left * across, y: top * down, width: (right - left) * across, height: (bottom - top) * down };
}

/** The boxes that one thing takes on its side, mm; null: nobody knows how long a line of a run gets. */
function boxesOf(one: Drawn): Rect[] | null {
  if (one.kind === 'picture') {
    const printed = rectPolygon(printedPart(one.art.facts));
    return one.transforms.map((place) => boundsOf(transformed(printed, place)));
  }
  const { item, line, transform } = one;
  const on = (rect: Rect) => boundsOf(rectPolygon(rect).map((point) => applyTo(transform, point)));
  if (fieldsIn(item.text).length === 0) return line.ink ? [on(line.ink)] : [];
  // Every piece says something else: the room that all of them keep to.
  const { maxWidth, size } = item;
  return maxWidth === null ? null : [on({ x: -maxWidth / 2, y: -size, width: maxWidth, height: 2 * size })];
}

/**
 * The side with its template cut down to what is printed on it, with room for scissors: the transfer of a spot print is as large as its art, however large the place is that it may stand in.
 * The same side where the print covers all of it, where nothing is on it, or where that would save nothing. `items`: how many things the design has on it; one that is not drawn yet leaves it whole. O(items).
 */
export const trimmedSide = (side: ComposedSide, items: number): ComposedSide => trimmed({ side, items });

const trimmed = memoised('side', ({ side, items }: { side: ComposedSide; items: number }): ComposedSide => {
  const { template, drawn } = side;
  if (template.covers || drawn.length === 0 || drawn.length < items) return side;
  const boxes = drawn.map(boxesOf);
  const known = boxes.flatMap((box) => box ?? []);
  if (known.length === 0 || boxes.includes(null)) return side;
  const art = unionOf(known);
  const [bleedPolygon, ...more] = clipped([template.bleedPolygon], rectPolygon(growRect(art, TRIM_MARGIN)));
  // An outline that falls into several is cut out whole: paper holds it together.
  if (!bleedPolygon || more.length > 0) return side;
  const bleedBox = boundsOf(bleedPolygon);
  const { width, height } = template.bleedBox;
  if (width - bleedBox.width < WORTH_TRIMMING && height - bleedBox.height < WORTH_TRIMMING) return side;
  return { ...side, template: { ...template, bleedPolygon, bleedBox } };
});
