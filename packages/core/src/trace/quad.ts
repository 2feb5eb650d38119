import { distance, toSegment, type Four, type Point } from '../geometry/index.js';
import { ordered } from './card-shape.js';
import { crossing, lineThrough } from './corners.js';
import { sampler, type Picture } from './picture.js';
import { fallAlong } from './refine.js';

/** The corners of a frame in a picture, clockwise as seen, the long side first. */
export interface FrameCorners {
  corners: Four<Point>;
  /** How far its edges stray from straight lines, pixels. */
  noise: number;
}

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

/** Sharpens the corners on the full picture: each side is followed in parts of a pixel, and the sides crossed. */
export function sharpCorners(
  picture: Picture,
  corners: Four<Point>,
  weights: Parameters<typeof sampler>[1],
  reach: number,
  least = 3,
): FrameCorners {
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
