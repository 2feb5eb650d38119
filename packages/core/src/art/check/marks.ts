import { applyTo, rectsOverlap, unionOf, type Rect } from '../../geometry/index.js';
import type { Template } from '../../blank/index.js';
import type { DrawnPicture } from '../compose.js';

/** A cell of a picture's maps where it lies on the side. */
export interface PlacedCell {
  cell: number;
  box: Rect;
  centre: { x: number; y: number };
}

/** The cells of the picture's maps that pass a test, where they lie on the side; those outside the bleed are left out. O(cells × copies). */
export function cellsWhere(picture: DrawnPicture, template: Template, test: (cell: number) => boolean): PlacedCell[] {
  const { maps, width, height } = picture.art.facts;
  if (!maps) return [];
  const hits: number[] = [];
  for (let cell = 0; cell < maps.columns * maps.rows; cell++) if (test(cell)) hits.push(cell);
  if (hits.length === 0) return [];
  const [w, h] = [width / maps.columns, height / maps.rows];
  return picture.transforms.flatMap((transform) => {
    // A cell under an affine map has the same box wherever it lies, about its mapped middle.
    const boxWidth = Math.abs(transform.a) * w + Math.abs(transform.c) * h;
    const boxHeight = Math.abs(transform.b) * w + Math.abs(transform.d) * h;
    const placed: PlacedCell[] = [];
    for (const cell of hits) {
      const middle = { x: ((cell % maps.columns) + 0.5) * w, y: (Math.floor(cell / maps.columns) + 0.5) * h };
      const centre = applyTo(transform, middle);
      const box = { x: centre.x - boxWidth / 2, y: centre.y - boxHeight / 2, width: boxWidth, height: boxHeight };
      if (rectsOverlap(box, template.bleedBox)) placed.push({ cell, box, centre });
    }
    return placed;
  });
}

/** No more places are marked than an eye can follow. */
const MOST_MARKS = 24;

/** Joins neighbouring boxes to a few larger ones, the largest first. O(n²) for a few thousand cells at most. */
export function joined(cells: readonly { box: Rect }[]): Rect[] {
  const groups: Rect[] = [];
  for (const { box } of cells) {
    const near = groups.findIndex((group) => rectsOverlap(group, box, -0.6 * box.width));
    const group = groups[near];
    if (group) groups[near] = unionOf([group, box]);
    else groups.push(box);
  }
  return groups.sort((a, b) => b.width * b.height - a.width * a.height).slice(0, MOST_MARKS);
}
