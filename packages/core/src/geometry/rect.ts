import type { Point } from './point.js';

/** An upright rectangle by its top-left corner and size, mm. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The rectangle with every edge moved outwards by `by` (inwards when negative). */
export const growRect = (rect: Rect, by: number): Rect => ({
  x: rect.x - by,
  y: rect.y - by,
  width: rect.width + 2 * by,
  height: rect.height + 2 * by,
});

/** Whether two rectangles share area; touching edges do not count. `slack` forgives rounding, mm. */
export const rectsOverlap = (a: Rect, b: Rect, slack = 1e-6): boolean =>
  a.x + a.width > b.x + slack &&
  b.x + b.width > a.x + slack &&
  a.y + a.height > b.y + slack &&
  b.y + b.height > a.y + slack;

/** Whether `inner` lies wholly inside `outer`, to within `slack` mm. */
export const rectContains = (outer: Rect, inner: Rect, slack = 1e-6): boolean =>
  inner.x >= outer.x - slack &&
  inner.y >= outer.y - slack &&
  inner.x + inner.width <= outer.x + outer.width + slack &&
  inner.y + inner.height <= outer.y + outer.height + slack;

/** The smallest rectangle round all points. Throws on an empty list. */
export function boundsOf(points: readonly Point[]): Rect {
  if (points.length === 0) throw new RangeError('boundsOf needs at least one point, got none');
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { x, y } of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The smallest rectangle round all rectangles. Throws on an empty list. */
export const unionOf = (rects: readonly Rect[]): Rect =>
  boundsOf(
    rects.flatMap((r) => [
      { x: r.x, y: r.y },
      { x: r.x + r.width, y: r.y + r.height },
    ]),
  );

/** The four corners of a box, clockwise from the top left. */
export const rectPolygon = ({ x, y, width, height }: Rect): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
