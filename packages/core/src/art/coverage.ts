import { applyTo, inverse, rectPolygon, rowSpans, type Point, type Rect } from '../geometry/index.js';
import type { Template } from '../blank/index.js';
import type { DrawnPicture } from './compose.js';
import { nth } from '../numbers/index.js';

export interface Coverage {
  /** Share of the template with its bleed that the art does not cover fully, 0 to 1. */
  missingShare: number;
  /** Width of the widest bare place, mm. */
  widest: number;
  /** The uncovered places as strips in template coordinates, mm, for drawing. */
  missing: Rect[];
  /** Grid pitch used, mm: nothing smaller than this is sure to be found. */
  pitch: number;
}

const SAMPLES_ACROSS = 160;
/** A picture whose edge lies on the bleed line to within this is taken to cover it, mm. */
const EDGE_SLACK = 0.05;

/** From a place on the side to the picture's own pixels, whichever copy lies there; null beside the picture. */
export function pixelFinder(
  { art, item, base, placement }: DrawnPicture,
  slackMm = EDGE_SLACK,
): (p: Point) => Point | null {
  const back = inverse(base);
  const { width, height } = art.facts;
  const slack = (slackMm * width) / placement.width;
  return (place) => {
    const p = applyTo(back, place);
    if (item.repeat === 'once')
      return p.x < -slack || p.y < -slack || p.x > width + slack || p.y > height + slack ? null : p;
    const column = Math.floor(p.x / width);
    const down = item.repeat === 'half drop' && column % 2 !== 0 ? height / 2 : 0;
    const y = p.y - down;
    return { x: p.x - column * width, y: y - Math.floor(y / height) * height };
  };
}

/** The cell of a grid over the picture that a pixel lies in, as its number by rows. */
export function cellAt(p: Point, size: { width: number; height: number }, columns: number, rows: number): number {
  const column = Math.min(columns - 1, Math.max(0, Math.floor((p.x / size.width) * columns)));
  const row = Math.min(rows - 1, Math.max(0, Math.floor((p.y / size.height) * rows)));
  return row * columns + column;
}

/** Whether the picture lays full colour on a place. */
export function coverFinder(picture: DrawnPicture): (p: Point) => boolean {
  const find = pixelFinder(picture);
  const { mask } = picture.art.facts;
  const columns = mask?.[0]?.length ?? 1;
  return (place) => {
    const p = find(place);
    if (!p) return false;
    if (!mask) return true;
    const cell = cellAt(p, picture.art.facts, columns, mask.length);
    return mask[Math.floor(cell / columns)]?.[cell % columns] === '#';
  };
}

/**
 * Finds the parts of the template with its bleed where no picture lays full colour: beside them, or where they are
 * transparent. Samples a grid, unless one picture plainly covers all: O(160² × pictures + 160 × corners of the outline). Neighbouring hits on a row are joined to one strip.
 */
export function coverageOf(template: Template, pictures: readonly DrawnPicture[]): Coverage {
  const { bleedBox: box, bleedPolygon } = template;
  const pitch = Math.max(box.width, box.height) / SAMPLES_ACROSS;
  // The usual case needs no samples: one picture without holes that has all four corners of the box within it has the whole box.
  const corners = rectPolygon(box);
  const whole = pictures.some((picture) => !picture.art.facts.mask && corners.every(coverFinder(picture)));
  if (whole) return { missingShare: 0, widest: 0, missing: [], pitch };
  const finders = pictures.map(coverFinder);
  const covers = (x: number, y: number): boolean => finders.some((find) => find({ x, y }));

  const [columns, rows] = [Math.ceil(box.width / pitch), Math.ceil(box.height / pitch)];
  const [dx, dy] = [box.width / columns, box.height / rows];
  const missing: Rect[] = [];
  /** Length of the bare run that ends in this row, for each column. */
  const down = new Uint16Array(columns);
  const deepest = new Uint16Array(columns * rows);
  let [inside, bare, widest] = [0, 0, 0];
  for (let row = 0; row < rows; row++) {
    const y = box.y + (row + 0.5) * dy;
    const spans = rowSpans(bleedPolygon, y);
    let start: number | null = null;
    for (let column = 0; column <= columns; column++) {
      const x = box.x + (column + 0.5) * dx;
      const counts = column < columns && spans.some(({ from, to }) => x >= from && x < to);
      // The outermost samples speak for the bleed line itself, where a sliver shows first.
      const atX = column === 0 ? box.x : column === columns - 1 ? box.x + box.width : x;
      const atY = row === 0 ? box.y : row === rows - 1 ? box.y + box.height : y;
      const hit = counts && !covers(atX, atY);
      if (counts) inside++;
      if (hit) bare++;
      if (column < columns) {
        down[column] = hit ? nth(down, column) + 1 : 0;
        deepest[row * columns + column] = nth(down, column);
      }
      if (hit && start === null) start = column;
      if (!hit && start !== null) {
        missing.push({ x: box.x + start * dx, y: box.y + row * dy, width: (column - start) * dx, height: dy });
        start = null;
      }
    }
  }
  // A place is as wide as the shorter of the two runs through it; a run down is known in full at its foot only.
  for (const strip of missing) {
    const row = Math.round((strip.y - box.y) / dy);
    const first = Math.round((strip.x - box.x) / dx);
    const length = Math.round(strip.width / dx);
    for (let i = first; i < first + length; i++) {
      const ends = row === rows - 1 || nth(deepest, (row + 1) * columns + i) === 0;
      if (ends) widest = Math.max(widest, Math.min(length * dx, nth(deepest, row * columns + i) * dy));
    }
  }
  return { missingShare: inside === 0 ? 0 : bare / inside, widest, missing, pitch };
}
