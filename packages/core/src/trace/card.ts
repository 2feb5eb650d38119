import {
  areaOf,
  distance,
  hullOf,
  toSegment,
  type Four,
  type Point,
  type Polygon,
  resampled,
} from '../geometry/index.js';
import { crossing, lineThrough } from './corners.js';
import { softLeast } from './grain.js';
import { sampler, type Picture, type Planes } from './picture.js';
import { fallAlong } from './refine.js';
import { borderOf, touchesRim, type Labels, type Region } from './region.js';
import { contrastWeights } from './scan.js';

/** A bank or identity card: ISO/IEC 7810, ID-1, 85.60 × 53.98 mm. */
export const CARD = { width: 85.6, height: 53.98 };

/** The corners of a card in a picture, clockwise as seen, the long side first. */
export interface CardCorners {
  corners: Four<Point>;
  /** How far its edges stray from straight lines, pixels. */
  noise: number;
}

/** How far the shape of a card may be off, seen at a tilt of 20° or a little more. */
const ASPECT = { least: 1.32, most: 1.9 };
/** Its corners are rounded: the region fills its four sides to within this. */
const FILL = { least: 0.955, most: 1.03 };

/** The hull reduced to the four corners whose loss costs most area. Visvalingam and Whyatt 1993: O(h²). */
export function fourCorners(hull: readonly Point[]): Point[] {
  const left = [...hull];
  while (left.length > 4) {
    let [least, at] = [Infinity, 0];
    left.forEach((p, i) => {
      const [a, b] = [left[(i - 1 + left.length) % left.length] ?? p, left[(i + 1) % left.length] ?? p];
      const area = Math.abs((a.x - p.x) * (b.y - p.y) - (b.x - p.x) * (a.y - p.y));
      if (area < least) [least, at] = [area, i];
    });
    left.splice(at, 1);
  }
  return left;
}

/** Lines through the middle part of each side of a quadrilateral, and where they cross; null when a side has too few points. */
export function quadThrough(
  points: readonly Point[],
  quad: readonly Point[],
): { corners: Point[]; stray: number } | null {
  const lines = quad.map((a, i) => {
    const b = quad[(i + 1) % 4] ?? a;
    const length = distance(a, b);
    const on = points.filter((p) => {
      const t = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / (length * length);
      return t > 0.13 && t < 0.87 && toSegment(p, a, b) < length * 0.08;
    });
    const rough = lineThrough(on);
    // Once more without what strays: a finger's shadow, a printed edge.
    const close =
      rough &&
      on.filter(
        (p) =>
          Math.abs((p.x - rough.at.x) * rough.along.y - (p.y - rough.at.y) * rough.along.x) <
          Math.max(0.8, rough.stray * 0.5),
      );
    return close && close.length >= 6 ? lineThrough(close) : rough;
  });
  const corners = lines.map((line, i) => {
    const before = lines[(i + 3) % 4];
    return line && before ? crossing(before, line) : null;
  });
  if (corners.some((corner) => corner === null)) return null;
  return { corners: corners as Point[], stray: Math.max(...lines.map((line) => line?.stray ?? 0)) };
}

/** Clockwise as seen, the long sides first and third. */
function ordered(corners: readonly Point[]): Four<Point> {
  const centre = {
    x: corners.reduce((sum, p) => sum + p.x, 0) / 4,
    y: corners.reduce((sum, p) => sum + p.y, 0) / 4,
  };
  const round = [...corners].sort(
    (a, b) => Math.atan2(a.y - centre.y, a.x - centre.x) - Math.atan2(b.y - centre.y, b.x - centre.x),
  );
  const side = (i: number) => distance(round[i % 4] ?? centre, round[(i + 1) % 4] ?? centre);
  const long = side(0) + side(2) >= side(1) + side(3) ? 0 : 1;
  return [0, 1, 2, 3].map((i) => round[(i + long) % 4] ?? centre) as unknown as Four<Point>;
}

/** How much like a card four corners are: 0 exactly its shape; null when they are none. */
function unlikeCard(corners: Four<Point>, area: number): number | null {
  const side = (i: 0 | 1 | 2 | 3) => distance(corners[i], corners[((i + 1) % 4) as 0 | 1 | 2 | 3]);
  const aspect = (side(0) + side(2)) / Math.max(1, side(1) + side(3));
  const fill = area / Math.max(1, areaOf(corners));
  if (aspect < ASPECT.least || aspect > ASPECT.most || fill < FILL.least || fill > FILL.most) return null;
  return Math.abs(Math.log(aspect / (CARD.width / CARD.height))) + Math.abs(1 - fill);
}

/** Sharpens the corners on the full picture: each side is followed in parts of a pixel, and the sides crossed. */
export function sharpCorners(
  picture: Picture,
  corners: Four<Point>,
  weights: Parameters<typeof sampler>[1],
  reach: number,
  least = 3,
): CardCorners {
  const sample = sampler(picture, weights);
  const points = corners.flatMap((a, i) => {
    const b = corners[((i + 1) % 4) as 0 | 1 | 2 | 3];
    const length = distance(a, b);
    // Outward of a clockwise outline, y down.
    const normal = { x: (b.y - a.y) / length, y: -(b.x - a.x) / length };
    const count = Math.min(220, Math.max(24, Math.round(length / 3)));
    return Array.from({ length: count }, (_, k) => {
      const t = 0.13 + (0.74 * k) / (count - 1);
      const at = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      const fall = fallAlong(at, normal, { sample, window: reach, step: Math.max(0.4, reach / 60), least });
      return fall ? { x: at.x + normal.x * fall.offset, y: at.y + normal.y * fall.offset } : null;
    }).filter((p) => p !== null);
  });
  const quad = quadThrough(points, corners);
  return quad ? { corners: ordered(quad.corners), noise: quad.stray / 3 } : { corners, noise: 2 };
}

/** Finds the card among what stands out in a picture that was softened by a bell `soft` pixels wide: the smallest region of its shape. `cutOff` tells of one that leaves the picture. */
export function findCard(
  picture: Picture,
  planes: Planes,
  labels: Labels,
  regions: readonly Region[],
  soft = 0,
): { card: CardCorners; region: Region } | { cutOff: boolean } {
  let best: { corners: Four<Point>; region: Region } | null = null;
  let cutOff = false;
  for (const region of regions) {
    const border: Polygon = borderOf(labels, region);
    if (border.length < 40) continue;
    const points = resampled(border, 1);
    const quad = quadThrough(points, fourCorners(hullOf(points)));
    if (!quad) continue;
    const corners = ordered(quad.corners);
    const unlike = unlikeCard(corners, region.area);
    if (touchesRim(region, planes)) {
      cutOff ||= quad.stray < 3;
      continue;
    }
    // Of two that could be one, a card is the smaller: tags and cases of its shape are larger.
    if (unlike !== null && (best === null || region.area < best.region.area)) best = { corners, region };
  }
  if (!best) return { cutOff };
  const { weights, step } = contrastWeights(planes, labels, best.region);
  const full = best.corners.map((p) => ({ x: p.x * planes.factor, y: p.y * planes.factor })) as unknown as Four<Point>;
  const perMm = distance(full[0], full[1]) / CARD.width;
  const least = soft > 0 ? softLeast(step, soft, 0.4) : 3;
  return { card: sharpCorners(picture, full, weights, Math.max(4, 2.4 * perMm), least), region: best.region };
}
