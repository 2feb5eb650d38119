import { chain, scaling, translation, type Rect, type Transform } from '@kanga/core/geometry';
import type { Sheet } from '@kanga/core/sheet';
import { POINTS_PER_MM } from '@kanga/core/units';

/** From millimetres of the sheet, y down, to points of the page, y up. */
export const toPage = (sheet: Sheet): Transform =>
  chain(scaling(POINTS_PER_MM, -POINTS_PER_MM), translation(0, sheet.height * POINTS_PER_MM));

/** A box of the sheet as the page's own boxes are given: corner and size in points, y up. */
export const pageBox = (rect: Rect, sheet: Sheet): [number, number, number, number] => [
  rect.x * POINTS_PER_MM,
  (sheet.height - rect.y - rect.height) * POINTS_PER_MM,
  rect.width * POINTS_PER_MM,
  rect.height * POINTS_PER_MM,
];
