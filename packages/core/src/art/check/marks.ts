import { applyTo, boundsOf, growRect, rectPolygon, type Rect } from '../../geometry/index.js';
import type { Template } from '../../blank/index.js';
import type { DrawnPicture } from '../compose.js';

/** A cell of a picture's maps where it lies on the side. */
export interface PlacedCell {
  cell: number;
  box: Rect;
  centre: { x: number; y: number };
}

const meets = (a: Rect, b: Rect) =>
  a.x <= b.x + b.width && b.x <= a.x + a.width && a.y <= b.y + b.height && b.y <= a.y + a.height;

/** The cells of the picture's maps that pass a test, where they lie on the side; those outside the bleed are left out. O(cells × copies). */
export function cellsWhere(picture: DrawnPicture, template: Template, test: (cell: number) => boolean): PlacedCell[] {
  const { maps, width, height } = picture.art.facts;
  if (!maps) return [];
  const [w, h] = [width / maps.columns, height / maps.rows];
  const hits = Array.from({ length: maps.columns * maps.rows }, (_, cell) => cell).filter(test);
  return picture.transforms.flatMap((transform) =>
    hits.flatMap((cell) => {
      const corner = { x: (cell % maps.columns) * w, y: Math.floor(cell / maps.columns) * h };
      const corners = rectPolygon({ ...corner, width: w, height: h }).map((p) => applyTo(transform, p));
      const box = boundsOf(corners);
      const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
      return meets(box, template.bleedBox) ? [{ cell, box, centre }] : [];
    }),
  );
}

/** No more places are marked than an eye can follow. */
const MOST_MARKS = 24;

/** Joins neighbouring boxes to a few larger ones, the largest first. O(n²) for a few thousand cells at most. */
export function joined(cells: readonly { box: Rect }[]): Rect[] {
  const groups: Rect[] = [];
  for (const { box } of cells) {
    const near = groups.findIndex((group) => meets(growRect(group, box.width * 0.6), box));
    const group = groups[near];
    if (group) groups[near] = boundsOf([...rectPolygon(group), ...rectPolygon(box)]);
    else groups.push(box);
  }
  return groups.sort((a, b) => b.width * b.height - a.width * a.height).slice(0, MOST_MARKS);
}
