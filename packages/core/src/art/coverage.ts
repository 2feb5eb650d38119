import { applyTo, inverse, rectPolygon, rowSpans, type Point, type Rect } from '../geometry/index.js';
import type { Template } from '../blank/index.js';
import { memoised } from '../memo/index.js';
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

/** The places that are asked about: the middles of cells, but on the rim of the box the bleed line itself, where a sliver shows first. */
interface Grid {
  pitch: number;
  columns: number;
  rows: number;
  dx: number;
  dy: number;
  xs: Float64Array;
  ys: Float64Array;
  /** By rows: 1 where the middle of the cell lies within the bleed. */
  within: Uint8Array;
  /** How many do. */
  inside: number;
}

function placesOf(start: number, length: number, count: number): Float64Array {
  const step = length / count;
  const places = Float64Array.from({ length: count }, (_, i) => start + (i + 0.5) * step);
  places[count - 1] = start + length;
  places[0] = start;
  return places;
}

/** The grid of a template, made once. O(160 × corners of the outline + 160²). */
const gridOf = memoised('template', ({ template }: { template: Template }): Grid => {
  const { bleedBox: box, bleedPolygon } = template;
  const pitch = Math.max(box.width, box.height) / SAMPLES_ACROSS;
  const [columns, rows] = [Math.ceil(box.width / pitch), Math.ceil(box.height / pitch)];
  const [dx, dy] = [box.width / columns, box.height / rows];
  const within = new Uint8Array(columns * rows);
  let inside = 0;
  for (let row = 0; row < rows; row++) {
    const spans = rowSpans(bleedPolygon, box.y + (row + 0.5) * dy);
    for (let column = 0; column < columns; column++) {
      const x = box.x + (column + 0.5) * dx;
      if (!spans.some(({ from, to }) => x >= from && x < to)) continue;
      within[row * columns + column] = 1;
      inside++;
    }
  }
  const [xs, ys] = [placesOf(box.x, box.width, columns), placesOf(box.y, box.height, rows)];
  return { pitch, columns, rows, dx, dy, xs, ys, within, inside };
});

const FULL = '#'.charCodeAt(0);

/** Takes away from `bare` (by columns: 1 where nothing covers it yet) what a picture covers of one row. The same reckoning as that of one place, without an object for each of 25,000. */
function rowCoverer(picture: DrawnPicture): (xs: Float64Array, y: number, bare: Uint8Array) => void {
  const { art, item, base, placement } = picture;
  const { width, height, mask } = art.facts;
  const back = inverse(base);
  const slack = (EDGE_SLACK * width) / placement.width;
  const maskColumns = mask?.[0]?.length ?? 1;
  const maskRows = mask?.length ?? 1;
  const once = item.repeat === 'once';
  const half = item.repeat === 'half drop' ? height / 2 : 0;
  return (xs, y, bare) => {
    for (let column = 0; column < bare.length; column++) {
      if (bare[column] === 0) continue;
      const x = nth(xs, column);
      let px = back.a * x + back.c * y + back.e;
      let py = back.b * x + back.d * y + back.f;
      if (once) {
        if (px < -slack || py < -slack || px > width + slack || py > height + slack) continue;
      } else {
        const copy = Math.floor(px / width);
        if (copy % 2 !== 0) py -= half;
        px -= copy * width;
        py -= Math.floor(py / height) * height;
      }
      if (mask) {
        const across = Math.min(maskColumns - 1, Math.max(0, Math.floor((px / width) * maskColumns)));
        const down = Math.min(maskRows - 1, Math.max(0, Math.floor((py / height) * maskRows)));
        if (mask[down]?.charCodeAt(across) !== FULL) continue;
      }
      bare[column] = 0;
    }
  };
}

/**
 * Finds the parts of the template with its bleed where no picture lays full colour: beside them, or where they are
 * transparent. Samples a grid, unless one picture plainly covers all: O(160² × pictures). Neighbouring hits on a row are joined to one strip.
 */
export function coverageOf(template: Template, pictures: readonly DrawnPicture[]): Coverage {
  const { bleedBox: box } = template;
  const grid = gridOf({ template });
  const { pitch, columns, rows, dx, dy, xs, ys, within, inside } = grid;
  // The usual case needs no samples: one picture without holes that has all four corners of the box within it has the whole box.
  const corners = rectPolygon(box);
  const whole = pictures.some((picture) => !picture.art.facts.mask && corners.every(coverFinder(picture)));
  if (whole) return { missingShare: 0, widest: 0, missing: [], pitch };
  const cover = pictures.map(rowCoverer);

  const missing: Rect[] = [];
  /** Length of the bare run that ends in this row, for each column. */
  const down = new Uint16Array(columns);
  const deepest = new Uint16Array(columns * rows);
  let [bare, widest] = [0, 0];
  for (let row = 0; row < rows; row++) {
    const left = within.slice(row * columns, (row + 1) * columns);
    for (const take of cover) take(xs, nth(ys, row), left);
    let start: number | null = null;
    for (let column = 0; column <= columns; column++) {
      const hit = left[column] === 1;
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
