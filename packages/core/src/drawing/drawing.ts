import { areaOf, boundsOf, distance, type Point, type Polygon } from '../geometry/index.js';
import { MM_PER_INCH } from '../units/index.js';

/** The closed outlines of a drawing in its own units, largest first, y down. */
export interface Drawing {
  outlines: Polygon[];
  /** Millimetres a unit of the drawing is; null when the drawing does not say. */
  mmPerUnit: number | null;
  /** Lines that do not close, left out. */
  open: number;
}

/** What a unit may be, where a drawing does not say. */
export const DRAWING_UNITS = [
  { name: 'millimetres', mm: 1 },
  { name: 'inches', mm: MM_PER_INCH },
  { name: 'centimetres', mm: 10 },
  { name: 'pixels, 96 to the inch', mm: MM_PER_INCH / 96 },
  { name: 'points, 72 to the inch', mm: MM_PER_INCH / 72 },
] as const;

/** A drawing that cannot be used: why, and what to do about it. */
export class DrawingProblem extends Error {
  constructor(
    title: string,
    readonly remedy: string,
  ) {
    super(title);
  }
}

/** Curves are cut into chords that stray by less than this share of the drawing’s longer side. */
export const CHORD = 1 / 8000;

/** Joins loose strokes end to end where they meet to within `slack`; what closes is an outline. O(n²) in the strokes. */
export function closedLoops(strokes: readonly Polygon[], slack: number): { outlines: Polygon[]; open: number } {
  const outlines: Polygon[] = [];
  const loose: Point[][] = [];
  for (const stroke of strokes) {
    const [first, last] = [stroke[0], stroke.at(-1)];
    if (!first || !last || stroke.length < 2) continue;
    if (stroke.length > 3 && distance(first, last) <= slack) outlines.push(stroke.slice(0, -1));
    else loose.push([...stroke]);
  }
  let open = 0;
  for (let chain = loose.pop(); chain; chain = loose.pop()) {
    for (let joined = true; joined;) {
      joined = false;
      const end = chain.at(-1);
      const start = chain[0];
      if (end && start && chain.length > 3 && distance(end, start) <= slack) break;
      for (let i = 0; end && i < loose.length; i++) {
        const other = loose[i] ?? [];
        const [a, b] = [other[0], other.at(-1)];
        if (a && distance(end, a) <= slack) chain.push(...other.slice(1));
        else if (b && distance(end, b) <= slack) chain.push(...[...other].reverse().slice(1));
        else continue;
        loose.splice(i, 1);
        joined = true;
        break;
      }
    }
    const [start, end] = [chain[0], chain.at(-1)];
    if (start && end && chain.length > 3 && distance(start, end) <= slack) outlines.push(chain.slice(0, -1));
    else open++;
  }
  return { outlines, open };
}

/** Largest first, and those of no size left out. */
export const bySize = (outlines: readonly Polygon[]): Polygon[] =>
  outlines.filter((outline) => outline.length >= 3 && areaOf(outline) > 0).sort((a, b) => areaOf(b) - areaOf(a));

/** The drawing's longer side, in its own units. */
export const extentOf = (outlines: readonly Polygon[]): number => {
  const { width, height } = boundsOf(outlines.flat());
  return Math.max(width, height);
};
