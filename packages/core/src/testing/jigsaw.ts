import { areaOf, boundsOf, type Point, type Polygon } from '../geometry/index.js';
import { seeded } from '../numbers/index.js';

/** The part of a convex polygon to the left of a line through a point. */
function leftOf(polygon: Polygon, through: Point, angle: number): Polygon {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const side = (p: Point) => cos * (p.y - through.y) - sin * (p.x - through.x);
  return polygon.flatMap((p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    const [a, b] = [side(p), side(q)];
    const kept = a >= 0 ? [p] : [];
    if (a >= 0 === b >= 0) return kept;
    return [...kept, { x: p.x + ((q.x - p.x) * a) / (a - b), y: p.y + ((q.y - p.y) * a) / (a - b) }];
  });
}

/**
 * A sheet cut by straight lines at any angle again and again, mm: the sheet the pieces come from is the least they need. No piece is thinner than a fifteenth of the sheet's
 * width; half of them are turned by 180°.
 */
export function jigsaw(count: number, seed: number, width: number, length: number): Polygon[] {
  const random = seeded(seed);
  let list: Polygon[] = [
    [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: length },
      { x: 0, y: length },
    ],
  ];
  while (list.length < count) {
    list.sort((a, b) => areaOf(b) - areaOf(a));
    const [piece, ...rest] = list;
    if (!piece) break;
    const box = boundsOf(piece);
    const at = (share: number) => 0.35 + 0.3 * share;
    const through = { x: box.x + box.width * at(random()), y: box.y + box.height * at(random()) };
    const angle = random() * Math.PI;
    const halves = [leftOf(piece, through, angle), leftOf(piece, through, angle + Math.PI)];
    const thick = halves.every((half) => {
      const { width: w, height: h } = boundsOf(half);
      return half.length > 2 && areaOf(half) > areaOf(piece) / 4 && areaOf(half) / Math.max(w, h) > width / 15;
    });
    if (thick) list = [...halves, ...rest];
  }
  return list.map((piece) => (random() < 0.5 ? piece : piece.map(({ x, y }) => ({ x: -x, y: -y }))));
}
