import { distance, type Point } from './point.js';
import { perimeterOf, type Polygon } from './polygon.js';

/** Distance of p to the segment ab, mm. */
export function toSegment(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const t = length === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

/** Marks the points of an open run that have to stay so that none that goes is further than the tolerance from what is left. */
function keepRun(points: readonly Point[], from: number, to: number, tolerance: number, keep: Uint8Array): void {
  const stack: [number, number][] = [[from, to]];
  for (let run = stack.pop(); run; run = stack.pop()) {
    const [a, b] = run;
    const [start, end] = [points[a], points[b % points.length]];
    let [far, at] = [tolerance, -1];
    for (let i = a + 1; start && end && i < b; i++) {
      const p = points[i];
      const away = p ? toSegment(p, start, end) : 0;
      if (away > far) [far, at] = [away, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    stack.push([a, at], [at, b]);
  }
}

/**
 * The closed outline with as few of its points as stay within `tolerance` mm of those that go. D. Douglas and T. Peucker,
 * “Algorithms for the reduction of the number of points required to represent a digitized line”, 1973; begun at the two points furthest
 * apart along x + y, which lie on the outline's own corners. O(n log n), O(n²) at worst.
 */
export function simplified(polygon: Polygon, tolerance: number): Point[] {
  const n = polygon.length;
  if (n <= 3) return [...polygon];
  const rank = (p: Point) => p.x + p.y;
  let [low, high] = [0, 0];
  polygon.forEach((p, i) => {
    const [l, h] = [polygon[low], polygon[high]];
    if (l && rank(p) < rank(l)) low = i;
    if (h && rank(p) > rank(h)) high = i;
  });
  const [first, second] = [Math.min(low, high), Math.max(low, high)];
  const keep = new Uint8Array(n);
  keep[first] = 1;
  keep[second] = 1;
  // Turned so that the run from the second point back to the first is a run, too.
  keepRun(polygon, first, second, tolerance, keep);
  const turned = [...polygon.slice(second), ...polygon.slice(0, first + 1)];
  const turnedKeep = new Uint8Array(turned.length);
  keepRun(turned, 0, turned.length - 1, tolerance, turnedKeep);
  turnedKeep.forEach((kept, i) => {
    if (kept) keep[(second + i) % n] = 1;
  });
  return polygon.filter((_, i) => keep[i] === 1);
}

/** Points at even steps of about `pitch` along a closed outline. O(n + steps). */
export function resampled(polygon: Polygon, pitch: number): Point[] {
  const length = perimeterOf(polygon);
  const count = Math.max(8, Math.round(length / pitch));
  const step = length / count;
  const points: Point[] = [];
  let [passed, wanted] = [0, 0];
  for (let i = 0; i < polygon.length && points.length < count; i++) {
    const [a, b] = [polygon[i], polygon[(i + 1) % polygon.length]];
    if (!a || !b) continue;
    const part = distance(a, b);
    while (points.length < count && wanted <= passed + part) {
      const t = part === 0 ? 0 : (wanted - passed) / part;
      points.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
      wanted += step;
    }
    passed += part;
  }
  return points;
}
