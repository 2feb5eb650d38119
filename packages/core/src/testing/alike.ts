import { boundsOf, resampled, toSegment, upright, type Point, type Polygon } from '../geometry/index.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { floor, hypot, max, min } = Math;

/** How far two outlines are apart, either way: the 95th percentile along their length, in their own unit. O(n²). */
export function apart(one: Polygon, other: Polygon, pitch: number): number {
  const to = (p: Point, outline: Polygon) =>
    outline.reduce((least, a, i) => min(least, toSegment(p, a, outline[(i + 1) % outline.length] ?? a)), Infinity);
  const away = [...resampled(one, pitch).map((p) => to(p, other)), ...resampled(other, pitch).map((p) => to(p, one))];
  away.sort((a, b) => a - b);
  return away[floor(away.length * 0.95)] ?? Infinity;
}

function nearestOn(outline: Polygon, p: Point): Point {
  let [best, at] = [Infinity, p];
  for (const [i, a] of outline.entries()) {
    const b = outline[(i + 1) % outline.length] ?? a;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const t = max(0, min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
    const q = { x: a.x + t * dx, y: a.y + t * dy };
    const d = (p.x - q.x) ** 2 + (p.y - q.y) ** 2;
    if (d < best) [best, at] = [d, q];
  }
  return at;
}

const meanOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
});

/** One step of P. Besl and N. McKay, “A method for registration of 3-D shapes” (1992), in the plane: turned and moved so that each place comes as near as it can to the nearest of the other. */
function nearer(outline: Polygon, truth: Polygon): Polygon {
  const places = resampled(outline, 2);
  const nearest = places.map((p) => nearestOn(truth, p));
  const [from, to] = [meanOf(places), meanOf(nearest)];
  let [cos, sin] = [0, 0];
  places.forEach((p, i) => {
    const q = nearest[i] ?? to;
    const [u, v, a, b] = [p.x - from.x, p.y - from.y, q.x - to.x, q.y - to.y];
    cos += u * a + v * b;
    sin += u * b - v * a;
  });
  const size = hypot(cos, sin) || 1;
  [cos, sin] = [cos / size, sin / size];
  return outline.map((p) => ({
    x: to.x + (p.x - from.x) * cos - (p.y - from.y) * sin,
    y: to.y + (p.x - from.x) * sin + (p.y - from.y) * cos,
  }));
}

/** The error of shape and size of an outline, mm: how far it is apart from the truth at the 95th percentile, laid over it as well as can be; 99 for one that is nothing like it. */
export function shapeError(found: Polygon, truth: Polygon): number {
  const centred = (points: Polygon) => {
    const straight = upright(points);
    const { width, height } = boundsOf(straight);
    return straight.map((p) => ({ x: p.x - width / 2, y: p.y - height / 2 }));
  };
  const [one, other] = [centred(found), centred(truth)];
  const turns = [
    one,
    one.map((p) => ({ x: -p.x, y: -p.y })),
    one.map((p) => ({ x: -p.y, y: p.x })),
    one.map((p) => ({ x: p.y, y: -p.x })),
  ];
  const errors = turns.map((turn) => {
    if (apart(turn, other, 4) > 25) return 99;
    let laid: Polygon = turn;
    for (let round = 0; round < 10; round++) laid = nearer(laid, other);
    return apart(laid, other, 1);
  });
  return min(...errors);
}
