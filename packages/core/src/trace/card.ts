import { distance, homographyOf, hullOf, project, resampled, type Four, type Point } from '../geometry/index.js';
import { CARD, CARD_CORNERS, ordered, pixelsPerMm } from './card-shape.js';
import { cardGuesses } from './card-search.js';
import { contrastAt, type Contrast } from './contrast.js';
import { crossing, lineThrough } from './corners.js';
import { softLeast } from './grain.js';
import { bentBy, type Lens, lensWithLines, straightened, straightLens, unstrayed } from './lens.js';
import { sampler, type Picture, type Planes } from './picture.js';
import { fourCorners, quadThrough } from './quad.js';
import { type Edge, fallAlong, median } from './refine.js';
import { borderOf, touchesRim, type Labels, type Region } from './region.js';
import { type Segment, slopesOf, straightEdges } from './straight-edges.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, max, min, round, sqrt } = Math;

/** A card in a picture, measured along its edges. */
export interface CardSeen {
  /** Its sharp corners in the picture, clockwise as seen, the long side first. */
  corners: Four<Point>;
  /** What its straight sides tell of the lens. */
  lens: Lens;
  /** Where a straight lens would have shown the corners. */
  straight: Four<Point>;
  /** How far a corner may be off, pixels. */
  noise: number;
  /** The points of its sides. */
  sides: readonly (readonly Point[])[];
}

/** Straight edges shorter than this share of the picture's longer side are no part of a card's. */
const SHORTEST = 0.014;
/** Longer than this share of it they tell of the lens; so many of them are asked. */
const LONG = 0.11;
const MOST_LINES = 24;
/** A guess that is less like a card than this is none. */
const LIKE = 0.9;
/** Round corners make a card by so much likelier; a corner is round as it should be when its edge lies within this of where it should, mm. */
const ROUND = 0.2;
const LEAST_ROUND = 0.5;
const ROUND_WITHIN = 0.6;
/** Of guesses that are nearly as like one as the likeliest the one with the clearest sides is taken. */
const NEXT = 0.05;
/** As many guesses are measured, the likeliest. */
const MEASURED = 10;
/** How far to either side of a guessed side its edge is looked for, mm: roughly, then closely. */
const REACHES = [2.2, 0.9];
/** What lies between these two distances from an edge tells its contrast, mm. */
const NEAR = 0.5;
const FAR = 1.4;
/** Where card and ground are less apart than this share of what is usual on a side, its edge is not looked for; nor within so many mm of a place where how they differ changes by more than that share. */
const ALIKE = 0.4;
const BESIDE = 1.2;
const CHANGE = 0.5;
/** Points along a side, and the part of it that its round corners leave straight. */
const POINTS = 200;
const STRAIGHT_PART = { from: 0.08, to: 0.92 };
/** Fewer points than this do not make a side; nor is a side one whose points stray by more than this, mm. */
const LEAST_POINTS = 60;
const STRAY = 0.35;
/** Points of one side within so many pixels of each other stray together. */
const TOGETHER = 12;

/** Where the colour changes along a normal, as both sides of the edge differ there. */
const fallIn = (
  { weights, step: apart }: Contrast,
  picture: Picture,
  at: Point,
  normal: Point,
  { window, step }: Pick<Edge, 'window' | 'step'>,
  soft: number,
) =>
  fallAlong(at, normal, {
    sample: sampler(picture, weights),
    window,
    step,
    least: soft > 0 ? softLeast(apart, soft, step) : max(1.5, 0.08 * apart),
  });

/**
 * The points of one side of a card: where the colour changes along the normals of the line from `a` to `b`. Left out are those where card and ground are much
 * more alike than along the rest of it, and those beside the end of something printed that reaches the side.
 */
function sideOf(picture: Picture, a: Point, b: Point, perMm: number, reach: number, soft: number): Point[] {
  const length = distance(a, b);
  const normal = { x: (b.y - a.y) / length, y: -(b.x - a.x) / length };
  const step = max(0.4, (reach * perMm) / 30);
  const places = Array.from({ length: POINTS }, (_, k) => {
    const t = STRAIGHT_PART.from + ((STRAIGHT_PART.to - STRAIGHT_PART.from) * k) / (POINTS - 1);
    const at = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
    return { at, contrast: contrastAt(picture, at, normal, NEAR * perMm, FAR * perMm) };
  });
  const usual = median(places.map(({ contrast }) => contrast.step));
  const beside = max(1, round((BESIDE * perMm * POINTS) / length));
  return places.flatMap(({ at, contrast }, k) => {
    const [before, after] = [places[k - beside] ?? places[0], places[k + beside] ?? places.at(-1)];
    if (contrast.step < ALIKE * usual || !before || !after || !likeEachOther(before.contrast, after.contrast))
      return [];
    const fall = fallIn(contrast, picture, at, normal, { window: reach * perMm, step }, soft);
    return fall ? [{ x: at.x + normal.x * fall.offset, y: at.y + normal.y * fall.offset }] : [];
  });
}

/** Whether two places of a side differ from the ground in the same way. */
const likeEachOther = (one: Contrast, other: Contrast): boolean => {
  const apart = one.weights.reduce((sum, w, c) => sum + abs(w * one.step - (other.weights[c] ?? 0) * other.step), 0);
  return apart < CHANGE * max(one.step, other.step);
};

/** Where four lines cross, the first with the last at first; null when they hardly do. */
function crossed(sides: readonly (readonly Point[])[]): { corners: Four<Point>; spreads: number[] } | null {
  const lines = sides.map(lineThrough);
  const corners = lines.map((line, i) => {
    const before = lines[(i + 3) % 4];
    return line && before ? crossing(before, line) : null;
  });
  if (corners.some((p) => p === null)) return null;
  return { corners: corners as unknown as Four<Point>, spreads: lines.map((line) => line?.spread ?? 0) };
}

/**
 * Measures a card near guessed corners, in pixels: follows its sides in parts of a pixel, takes the bend of the lens out of them, and crosses them. Null when
 * its sides are not straight enough or not to be seen.
 */
function measuredCard(picture: Picture, guessed: Four<Point>, soft: number): CardSeen | null {
  let corners = guessed;
  let sides: Point[][] = [];
  for (const reach of REACHES) {
    const perMm = pixelsPerMm(corners);
    sides = corners.map((a, i) => unstrayed(sideOf(picture, a, corners[(i + 1) % 4] ?? a, perMm, reach, soft)));
    if (sides.some(({ length }) => length < LEAST_POINTS)) return null;
    const next = crossed(sides);
    if (!next || max(...next.spreads) > STRAY * perMm) return null;
    ({ corners } = next);
  }
  return throughLens(sides, lensWithLines(sides, [], picture, soft));
}

/** A card by the points of its sides, seen through a lens. */
function throughLens(sides: readonly (readonly Point[])[], lens: Lens): CardSeen | null {
  const found = crossed(sides.map((points) => points.map((p) => straightened(lens, p))));
  if (!found) return null;
  const straight = ordered(found.corners);
  const shares = sides.map((points, i) => {
    const [first, last] = [points[0], points.at(-1)];
    const length = first && last ? distance(first, last) : 0;
    return (found.spreads[i] ?? 0) / sqrt(max(4, min(points.length, length / TOGETHER)));
  });
  return {
    corners: straight.map((p) => bentBy(lens, p)) as unknown as Four<Point>,
    lens,
    straight,
    noise: 2 * max(...shares),
    sides,
  };
}

/** Whether a card's corners are round as they should be: 1 all of them, −1 none, 0 as many as not or nothing is to be seen there. */
function roundCorners(picture: Picture, { corners, straight, lens }: CardSeen, soft: number): number {
  const { width: w, height: h, radius: r } = CARD;
  const onCard = homographyOf(CARD_CORNERS, straight);
  const inside = r * (1 - Math.SQRT1_2);
  let votes = 0;
  for (const [i, sharp] of corners.entries()) {
    const x = i === 0 || i === 3 ? inside : w - inside;
    const at = bentBy(lens, project(onCard, { x, y: i < 2 ? inside : h - inside }));
    const length = distance(at, sharp);
    const normal = { x: (sharp.x - at.x) / length, y: (sharp.y - at.y) / length };
    // From the sharp corner to the arc it is r (√2 − 1).
    const perMm = length / (r * (Math.SQRT2 - 1));
    const contrast = contrastAt(picture, at, normal, 1.6 * perMm, 2.6 * perMm);
    const fall = fallIn(contrast, picture, at, normal, { window: 2 * perMm, step: max(0.4, perMm / 12) }, soft);
    if (fall) votes += abs(fall.offset) < ROUND_WITHIN * perMm ? 1 : -1;
  }
  return votes / 4;
}

/** Straight lines of a picture besides the card's own: of the floor, of a table's edge, of the blank; each by its points. The longest tell most. */
function linesBeside(
  picture: Picture,
  edges: readonly Segment[],
  factor: number,
  card: CardSeen,
  soft: number,
): Point[][] {
  const perMm = pixelsPerMm(card.corners);
  const [xs, ys] = [card.corners.map((p) => p.x), card.corners.map((p) => p.y)];
  const [left, right, top, bottom] = [min(...xs), max(...xs), min(...ys), max(...ys)];
  const inCard = ({ x, y }: Point) => x > left && x < right && y > top && y < bottom;
  return edges
    .filter(({ length }) => length > (LONG * max(picture.width, picture.height)) / factor)
    .slice(0, MOST_LINES)
    .flatMap(({ from, to }) => {
      const [a, b] = [from, to].map((p) => ({ x: p.x * factor, y: p.y * factor }));
      if (!a || !b || inCard({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })) return [];
      const points = unstrayed(sideOf(picture, a, b, perMm, REACHES[1] ?? 1, soft));
      return points.length > LEAST_POINTS ? [points] : [];
    });
}

/** Finds the card in a picture that was softened by a bell `soft` pixels wide: what is most like one of all that has four straight sides. Null when nothing is. */
export function findCard(picture: Picture, planes: Planes, soft = 0): CardSeen | null {
  const { factor } = planes;
  const slopes = slopesOf(planes);
  const edges = straightEdges(slopes, SHORTEST * max(planes.width, planes.height));
  let best: { card: CardSeen; likeness: number } | null = null;
  for (const guess of cardGuesses(slopes, edges).slice(0, MEASURED)) {
    if (guess.likeness < LIKE) break;
    const full = guess.corners.map((p) => ({ x: p.x * factor, y: p.y * factor })) as unknown as Four<Point>;
    const card = measuredCard(picture, full, soft);
    const round = card ? roundCorners(picture, card, soft) : -1;
    if (!card || round < LEAST_ROUND) continue;
    const likeness = guess.likeness + ROUND * round;
    const clearer = best && likeness > best.likeness - NEXT && card.noise < 0.5 * best.card.noise;
    if (!best || clearer || likeness > best.likeness + NEXT) best = { card, likeness };
  }
  if (!best) return null;
  const { card } = best;
  const lines = linesBeside(picture, edges, factor, card, soft);
  return throughLens(card.sides, lensWithLines(card.sides, lines, picture, soft)) ?? card;
}

/** Whether something with straight sides leaves the picture among what stands out of the ground. */
export const cutOffAmong = (planes: Planes, labels: Labels, regions: readonly Region[]): boolean =>
  regions.some((region) => {
    if (!touchesRim(region, planes)) return false;
    const border = borderOf(labels, region);
    if (border.length < 40) return false;
    const points = resampled(border, 1);
    const quad = quadThrough(points, fourCorners(hullOf(points)));
    return quad !== null && quad.stray < 3;
  });

/** The card whose corners were set by hand: measured where its sides are seen near them, else as they were set. */
export function cardByHand(picture: Picture, corners: Four<Point>, soft: number): CardSeen {
  const seen = measuredCard(picture, ordered(corners), soft);
  const lens = seen?.lens ?? straightLens(picture);
  const noise = max(0.7, round(0.0003 * max(picture.width, picture.height) * 10) / 10);
  const straight = corners.map((p) => straightened(lens, p)) as unknown as Four<Point>;
  return { corners, lens, straight, noise, sides: seen?.sides ?? [] };
}
