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

/** The corners of a card in mm about its own top-left one, clockwise. */
export const CARD_CORNERS: Four<Point> = [
  { x: 0, y: 0 },
  { x: CARD.width, y: 0 },
  { x: CARD.width, y: CARD.height },
  { x: 0, y: CARD.height },
];

const sidesOf = (corners: Four<Point>): Four<number> =>
  corners.map((corner, i) => distance(corner, corners[(i + 1) % 4] ?? corner)) as unknown as Four<number>;

/** How many pixels of a picture a mm is, by the long sides of a card in it. */
export const pixelsPerMm = (corners: Four<Point>): number => {
  const [top, , bottom] = sidesOf(corners);
  return (top + bottom) / 2 / CARD.width;
};

/** Its long sides over its short ones; CARD_ASPECT seen from straight above. */
export const aspectOf = (corners: Four<Point>): number => {
  const [top, right, bottom, left] = sidesOf(corners);
  return (top + bottom) / Math.max(1, right + left);
};
export const CARD_ASPECT = CARD.width / CARD.height;
