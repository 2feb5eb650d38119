import type { Point } from '../geometry/index.js';
import { lineThrough } from './corners.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, floor, hypot, max, min, sqrt } = Math;

/**
 * How a lens bends straight lines, by the first term of D. C. Brown, “Decentering distortion of lenses”, 1966: a place that a straight lens would show at the distance r
 * from the middle of the picture is shown at r (1 + k1 r²), r over half the diagonal.
 */
export interface Lens {
  k1: number;
  /** By how much k1 may be off (standard deviation). */
  doubt: number;
  middle: Point;
  /** Half the diagonal, pixels. */
  half: number;
}

/** What a phone's k1 is before anything is seen: its lens is corrected by the phone, mostly. */
const USUAL = 0.03;
/** No phone bends lines more than this. */
const MOST = 0.12;
/** Points of an edge nearer than this to one another tell the same, pixels; nor is an edge known better than this. */
const APART = 10;
const FINEST = 0.06;
/** Where a picture was softened, its edges are less known by so much of the bell's width. */
const SOFTENED = 0.06;

/** A lens that bends nothing, of a picture of that size. */
export const straightLens = ({ width, height }: { width: number; height: number }): Lens => ({
  k1: 0,
  doubt: USUAL,
  middle: { x: width / 2, y: height / 2 },
  half: hypot(width, height) / 2,
});

/** Where a straight lens would have shown what is seen at `p`. */
export function straightened({ k1, middle, half }: Lens, p: Point): Point {
  const [x, y] = [p.x - middle.x, p.y - middle.y];
  const seen = hypot(x, y) / half;
  if (seen < 1e-9 || k1 === 0) return p;
  let r = seen;
  for (let round = 0; round < 6; round++) r -= (r + k1 * r ** 3 - seen) / max(0.2, 1 + 3 * k1 * r * r);
  return { x: middle.x + (x * r) / seen, y: middle.y + (y * r) / seen };
}

/** Where the lens shows what a straight one would have shown at `p`. */
export function bentBy({ k1, middle, half }: Lens, p: Point): Point {
  const [x, y] = [p.x - middle.x, p.y - middle.y];
  const more = 1 + k1 * ((x * x + y * y) / (half * half));
  return { x: middle.x + x * more, y: middle.y + y * more };
}

/** The points of an edge that lie within a slight bend of one another: what strays more than the rest is left out. */
export function unstrayed(points: readonly Point[]): Point[] {
  let kept = [...points];
  for (let round = 0; round < 3 && kept.length >= 12; round++) {
    const line = lineThrough(kept);
    if (!line) break;
    const placed = kept.map((p) => ({
      t: (p.x - line.at.x) * line.along.x + (p.y - line.at.y) * line.along.y,
      v: (p.y - line.at.y) * line.along.x - (p.x - line.at.x) * line.along.y,
    }));
    const reach = max(1, ...placed.map(({ t }) => abs(t)));
    // v = a + b (t² − mean of t²): what is left of a straight line through all of them is its bend.
    const squares = placed.map(({ t }) => (t / reach) ** 2);
    const mean = squares.reduce((sum, s) => sum + s, 0) / squares.length;
    const [over, under] = placed.reduce(
      ([a, b], { v }, i) => [a + v * ((squares[i] ?? 0) - mean), b + ((squares[i] ?? 0) - mean) ** 2],
      [0, 1e-9],
    );
    const away = placed.map(({ v }, i) => abs(v - (over / under) * ((squares[i] ?? 0) - mean)));
    const limit = max(0.25, 3.5 * ([...away].sort((a, b) => a - b)[floor(away.length / 2)] ?? 0));
    const next = kept.filter((_, i) => (away[i] ?? 0) <= limit);
    if (next.length === kept.length) break;
    kept = next;
  }
  return kept;
}

/** An edge that is straight in truth, by its points in the picture; `trusted` by how much of what it tells. */
export interface StraightEdge {
  points: readonly Point[];
  trusted: number;
}

/**
 * The lens that makes edges straight which are straight in truth; the straighter the better, and no further from what is usual than they tell. O(points) for each of some
 * tens of trials.
 */
export function lensOf(edges: readonly StraightEdge[], size: { width: number; height: number }, finest = FINEST): Lens {
  const lens = straightLens(size);
  const usable = edges.filter(({ points }) => points.length >= 12);
  const weights = usable.map(({ points, trusted }) => {
    const [first, last] = [points[0], points.at(-1)];
    const length = first && last ? hypot(last.x - first.x, last.y - first.y) : 0;
    return trusted * min(points.length, max(4, length / APART));
  });
  const told = weights.reduce((sum, weight) => sum + weight, 0);
  if (told === 0) return lens;
  const trials = Array.from({ length: 61 }, (_, i) => -MOST + (i * MOST) / 30);
  const costs = trials.map((k1) =>
    usable.reduce((sum, { points }, i) => {
      const line = lineThrough(points.map((p) => straightened({ ...lens, k1 }, p)));
      return sum + (line ? line.spread ** 2 : 0) * (weights[i] ?? 0);
    }, 0),
  );
  const noise = max(finest ** 2, (min(...costs) / told) * 1.5);
  const cost = costs.map((sum, i) => sum / noise + ((trials[i] ?? 0) / USUAL) ** 2);
  const at = cost.indexOf(min(...cost));
  const inner = min(trials.length - 2, max(1, at));
  const [before, here, after] = [cost[inner - 1] ?? 0, cost[inner] ?? 0, cost[inner + 1] ?? 0];
  const curve = before - 2 * here + after;
  const step = MOST / 30;
  const shift = curve > 0 ? min(1, max(-1, (0.5 * (before - after)) / curve)) : 0;
  return {
    ...lens,
    k1: (trials[inner] ?? 0) + shift * step,
    doubt: curve > 0 ? min(USUAL, step * sqrt(2 / curve)) : USUAL,
  };
}

/** Lines of the ground are trusted by so much of what the sides of a card are; they count where so many at least agree with the card, and with each other, to within so many doubts. */
const TRUSTED = 0.2;
const LEAST_LINES = 2;
const AGREE = 2.5;

/**
 * The lens by the sides of a card, and by straight lines of whatever else is in the picture as far as they agree with the card: what is bent in truth seldom bends as the
 * lens would. What these lines tell never halves the doubt more than once. The picture was softened by a bell `soft` pixels wide.
 */
export function lensWithLines(
  sides: readonly (readonly Point[])[],
  lines: readonly (readonly Point[])[],
  size: { width: number; height: number },
  soft = 0,
): Lens {
  const finest = FINEST + SOFTENED * soft;
  const card = sides.map((points) => ({ points, trusted: 1 }));
  let lens = lensOf(card, size, finest);
  const alone = lens.doubt;
  for (let round = 0; round < 2; round++) {
    const near = lines.flatMap((points) => {
      const edge = { points, trusted: TRUSTED };
      const own = lensOf([edge], size, finest);
      // One that tells nothing by itself says nothing against it either.
      const apart = abs(own.k1 - lens.k1);
      return own.doubt < USUAL * 0.7 && apart < AGREE * hypot(own.doubt, lens.doubt) ? [edge] : [];
    });
    if (near.length < LEAST_LINES) break;
    lens = lensOf([...card, ...near], size, finest);
  }
  return { ...lens, doubt: max(lens.doubt, alone / 2) };
}
