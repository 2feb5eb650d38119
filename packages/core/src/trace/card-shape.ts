import { distance, type Four, type Point } from '../geometry/index.js';

/** A bank or identity card: ISO/IEC 7810, ID-1, 85.60 × 53.98 mm, its corners rounded by 3.18 mm. */
export const CARD = { width: 85.6, height: 53.98, radius: 3.18 };

/** Clockwise as seen, the long sides first and third. */
export function ordered(corners: readonly Point[]): Four<Point> {
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
