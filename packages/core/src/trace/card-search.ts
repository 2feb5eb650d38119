import { distance, type Four, type Point } from '../geometry/index.js';
import { aspectOf, CARD, CARD_ASPECT, ordered, pixelsPerMm } from './card-shape.js';
import { crossing } from './corners.js';
import { between, type Segment, type Slopes } from './straight-edges.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, cos, floor, hypot, log, max, min, PI, sin } = Math;

/** A card's short side is no shorter or longer than this, as a share of the picture's longer side. */
const SIDE = { least: 0.045, most: 0.6 };
/** As many straight edges are paired, the longest. */
const MOST_EDGES = 420;
/** How far two sides that face each other are from parallel at most, seen aslant; and two that meet from a right angle. */
const PARALLEL = (7 * PI) / 180;
const SQUARE = (25 * PI) / 180;
/** Long side over short side, seen at a tilt of 25° or a little more. */
const ASPECT = { least: 1.32, most: 1.92 };
/** Of its four sides so much is covered by the edges that it was made of, before it is looked at more closely. */
const COVERED = 0.45;
/** An edge goes on beyond a corner when it is longer than the side by this share of it; of the eight ends of four sides so many may. */
const OVER = 0.08;
const MOST_ON = 2;
/** Corners that differ by less than this many cells are the same guess. */
const SAME = 3;
/** So much of each side, and of all four, is to be seen as an edge along it. */
const SEEN = { side: 0.5, all: 0.72 };
const ALONG = cos((25 * PI) / 180);

/** A corner's edge lies across the line that halves it. */
const DIAGONAL = cos(PI / 6);
/** What is looked at beyond a corner, as shares of the side: the sides of a card end there, the lines of a chequered cloth go on. */
const BEYOND = { from: 1.05, to: 1.2 };

/** What may be a card. */
export interface CardGuess {
  /** In cells of the small picture, clockwise, the long side first. */
  corners: Four<Point>;
  /** How much like a card it is: 1 is a whole edge on all sides, and more with the round corners of a card. */
  likeness: number;
}

/** Share of the line from `a` to `b`, or of the part of it `from` one share of its length `to` another, along which an edge is seen; without more, the corners are left out. O(length). */
function seenAlong(slopes: Slopes, a: Point, b: Point, from = 0.08, to = 0.92): number {
  const { size, x, y, width, height, least } = slopes;
  const length = distance(a, b);
  const normal = { x: (b.y - a.y) / length, y: -(b.x - a.x) / length };
  const count = max(8, min(60, floor((length * (to - from)) / 2)));
  let seen = 0;
  for (let k = 0; k < count; k++) {
    const t = from + ((to - from) * k) / (count - 1);
    for (let off = -2; off <= 2; off++) {
      const column = floor(a.x + (b.x - a.x) * t + normal.x * off);
      const row = floor(a.y + (b.y - a.y) * t + normal.y * off);
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const i = row * width + column;
      if ((size[i] ?? 0) <= least || abs((x[i] ?? 0) * normal.x + (y[i] ?? 0) * normal.y) < ALONG) continue;
      seen++;
      break;
    }
  }
  return seen / count;
}

/** Whether the corners are as round as a card's: 1 all of them, −1 all are sharp, 0 nothing is to be seen. Those of ISO/IEC 7810 have a radius of 3.18 mm. */
function roundness({ size, x, y, width, height, least }: Slopes, corners: Four<Point>): number {
  const perMm = pixelsPerMm(corners);
  const centre = { x: (corners[0].x + corners[2].x) / 2, y: (corners[0].y + corners[2].y) / 2 };
  /** How far inside the sharp corner its edge lies, along the line that halves it. */
  const inside = CARD.radius * (Math.SQRT2 - 1);
  let votes = 0;
  for (const [i, corner] of corners.entries()) {
    const [before, after] = [corners[(i + 3) % 4] ?? centre, corners[(i + 1) % 4] ?? centre];
    const [one, other] = [distance(corner, before), distance(corner, after)];
    const inward = {
      x: (before.x - corner.x) / one + (after.x - corner.x) / other,
      y: (before.y - corner.y) / one + (after.y - corner.y) / other,
    };
    const norm = hypot(inward.x, inward.y) || 1;
    let [most, at] = [least, NaN];
    for (let mm = -1; mm <= 3.6; mm += 0.15) {
      const column = floor(corner.x + (inward.x / norm) * mm * perMm);
      const row = floor(corner.y + (inward.y / norm) * mm * perMm);
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const cell = row * width + column;
      const aligned = abs(((x[cell] ?? 0) * inward.x + (y[cell] ?? 0) * inward.y) / norm);
      const slope = (size[cell] ?? 0) * aligned;
      if (aligned > DIAGONAL && slope > most) [most, at] = [slope, mm];
    }
    if (!Number.isNaN(at)) votes += abs(at - inside) < 0.7 ? 1 : -1;
  }
  return votes / 4;
}

/** Share of the sides that go on beyond their corners. */
function goesOn(slopes: Slopes, corners: Four<Point>): number {
  let on = 0;
  for (const [i, corner] of corners.entries()) {
    for (const from of [corners[(i + 3) % 4], corners[(i + 1) % 4]])
      if (from && seenAlong(slopes, from, corner, BEYOND.from, BEYOND.to) > 0.7) on++;
  }
  return on / 8;
}

/** Where along the direction of a pair of sides an edge across them lies. */
interface Across {
  edge: Segment;
  t: number;
}

const middle = ({ from, to }: Segment): Point => ({ x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
const asLine = (edge: Segment) => ({
  at: edge.from,
  along: { x: (edge.to.x - edge.from.x) / edge.length, y: (edge.to.y - edge.from.y) / edge.length },
});

/** Part of the way from `low` to `high` that an edge covers, measured along `along` from `origin`, and at how many of its ends it goes on beyond. */
function covers(edge: Segment, origin: Point, along: Point, low: number, high: number): { share: number; on: number } {
  const a = (edge.from.x - origin.x) * along.x + (edge.from.y - origin.y) * along.y;
  const b = (edge.to.x - origin.x) * along.x + (edge.to.y - origin.y) * along.y;
  const [from, to, length] = [min(a, b), max(a, b), high - low];
  return {
    share: max(0, min(high, to) - max(low, from)) / length,
    on: Number(from < low - OVER * length) + Number(to > high + OVER * length),
  };
}

/**
 * What may be a card in a small picture whose straight edges are known, the longest first; the likeliest card first: four straight edges, two and two nearly parallel, of the proportions of a card, with an edge seen along most of
 * each side. A stripe across it, or a ground that is as busy as can be, leaves those edges. O(edges² × edges across).
 */
export function cardGuesses(slopes: Slopes, all: readonly Segment[]): CardGuess[] {
  const { width, height } = slopes;
  const across = max(width, height);
  const edges = all.slice(0, MOST_EDGES);
  const guesses: CardGuess[] = [];
  const looked = new Set<string>();
  for (const [i, one] of edges.entries()) {
    for (let j = i + 1; j < edges.length; j++) {
      const other = edges[j];
      if (!other || between(one.angle, other.angle) > PARALLEL) continue;
      const along = { x: cos(one.angle), y: sin(one.angle) };
      const origin = middle(one);
      const place = (p: Point) => ({
        t: (p.x - origin.x) * along.x + (p.y - origin.y) * along.y,
        v: (p.y - origin.y) * along.x - (p.x - origin.x) * along.y,
      });
      const apart = place(middle(other)).v;
      const d = abs(apart);
      if (d < SIDE.least * across || d > SIDE.most * across) continue;
      const over: Across[] = [];
      for (const edge of edges) {
        if (edge.length < 0.25 * d || between(edge.angle, one.angle) < PI / 2 - SQUARE) continue;
        const { t, v } = place(middle(edge));
        const share = v / apart;
        if (share > 0 && share < 1) over.push({ edge, t });
      }
      over.sort((a, b) => a.t - b.t);
      for (const [k, first] of over.entries()) {
        for (let l = k + 1; l < over.length; l++) {
          const second = over[l];
          if (!second) break;
          const ratio = (second.t - first.t) / d;
          if (ratio > ASPECT.most) break;
          if (ratio < ASPECT.least && (ratio > 1 / ASPECT.least || ratio < 1 / ASPECT.most)) continue;
          const corners = cornersOf(one, other, first, second, { origin, along, apart });
          if (!corners) continue;
          const key = corners.map((p) => `${floor(p.x / SAME)} ${floor(p.y / SAME)}`).join(' ');
          if (looked.has(key)) continue;
          looked.add(key);
          const guess = guessOf(slopes, corners);
          if (guess) guesses.push(guess);
        }
      }
    }
  }
  return guesses.sort((a, b) => b.likeness - a.likeness);
}

/** The corners of four edges that cover enough of the sides between them; null when they do not, or have not the proportions of a card. */
function cornersOf(
  one: Segment,
  other: Segment,
  first: Across,
  second: Across,
  { origin, along, apart }: { origin: Point; along: Point; apart: number },
): Four<Point> | null {
  const normal = { x: -along.y, y: along.x };
  const [low, high] = [min(0, apart), max(0, apart)];
  let [covered, on] = [0, 0];
  for (const { share, on: beyond } of [
    covers(one, origin, along, first.t, second.t),
    covers(other, origin, along, first.t, second.t),
    covers(first.edge, origin, normal, low, high),
    covers(second.edge, origin, normal, low, high),
  ]) {
    covered += share;
    on += beyond;
  }
  if (covered < 4 * COVERED || on > MOST_ON) return null;
  const [a, b, c, d] = [one, other, first.edge, second.edge].map(asLine) as unknown as Four<ReturnType<typeof asLine>>;
  const found = [crossing(a, c), crossing(a, d), crossing(b, d), crossing(b, c)];
  if (found.some((p) => p === null)) return null;
  const corners = ordered(found as Point[]);
  const aspect = aspectOf(corners);
  return aspect < ASPECT.least || aspect > ASPECT.most ? null : corners;
}

/** How much like a card what lies between four corners is; null when too little of its sides is seen. */
function guessOf(slopes: Slopes, corners: Four<Point>): CardGuess | null {
  let [all, least] = [0, 1];
  for (const i of [0, 1, 2, 3] as const) {
    const seen = seenAlong(slopes, corners[i], corners[((i + 1) % 4) as 0 | 1 | 2 | 3]);
    all += seen / 4;
    least = min(least, seen);
  }
  if (all < SEEN.all || least < SEEN.side) return null;
  return {
    corners,
    likeness:
      all +
      0.15 * roundness(slopes, corners) -
      0.3 * goesOn(slopes, corners) -
      0.2 * abs(log(aspectOf(corners) / CARD_ASPECT)),
  };
}
