import { distance, type Point } from './point.js';
import { perimeterOf, type Polygon } from './polygon.js';
import { boundsOf } from './rect.js';
import { applyTo, rotation } from './transform.js';

/** Moves an outline so that its box begins at the origin. */
export function atOrigin(polygon: Polygon): Point[] {
  const { x, y } = boundsOf(polygon);
  return polygon.map((p) => ({ x: p.x - x, y: p.y - y }));
}

/** The outline as the other side sees it: left and right swapped, its points still in the same turn. */
export function mirroredOutline(polygon: Polygon): Point[] {
  return atOrigin(polygon.map((p) => ({ x: -p.x, y: p.y })).reverse());
}

/** The convex hull, clockwise as seen (y down). A. M. Andrew 1979, monotone chain: O(n log n). */
export function hullOf(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of list) {
      while (chain.length >= 2) {
        const [a, b] = [chain.at(-2), chain.at(-1)];
        if (!a || !b || (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0) break;
        chain.pop();
      }
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return sorted.length < 3 ? sorted : [...half(sorted), ...half([...sorted].reverse())];
}

const turned = (polygon: Polygon, radians: number): Point[] => {
  const turn = rotation((radians * 180) / Math.PI);
  return polygon.map((p) => applyTo(turn, p));
};

/**
 * The outline turned upright: so that the smallest rectangle round it stands straight, by no more than 45°. The rectangle shares an edge
 * with the hull (Freeman and Shapira 1975): O(n log n + h²).
 */
export function upright(polygon: Polygon): Point[] {
  const hull = hullOf(polygon);
  let [best, angle] = [Infinity, 0];
  hull.forEach((a, i) => {
    const b = hull[(i + 1) % hull.length] ?? a;
    const quarter = Math.PI / 2;
    const edge = Math.atan2(b.y - a.y, b.x - a.x);
    const back = -(edge - Math.round(edge / quarter) * quarter);
    const { width, height } = boundsOf(turned(hull, back));
    // The least turn of those that are as good.
    if (width * height < best * (1 - 1e-6) || (width * height < best * (1 + 1e-6) && Math.abs(back) < Math.abs(angle)))
      [best, angle] = [width * height, back];
  });
  return atOrigin(turned(polygon, angle));
}

/** `count` points at even steps along the outline, beginning where it crosses the upright line at `x` highest up. */
function fromTop(polygon: Polygon, x: number, count: number): Point[] {
  let start = { at: 0, p: polygon[0] ?? { x: 0, y: 0 } };
  let highest = Infinity;
  let passed = 0;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length] ?? a;
    const length = distance(a, b);
    if (a.x !== b.x && (a.x - x) * (b.x - x) <= 0) {
      const t = (x - a.x) / (b.x - a.x);
      const y = a.y + t * (b.y - a.y);
      if (y < highest) {
        highest = y;
        start = { at: passed + t * length, p: { x, y } };
      }
    }
    passed += length;
  });
  const whole = perimeterOf(polygon);
  const wanted = Array.from({ length: count }, (_, k) => (start.at + (k * whole) / count) % whole);
  const order = wanted.map((at, k) => ({ at, k })).sort((a, b) => a.at - b.at);
  const out: Point[] = [];
  let [edge, before] = [0, 0];
  for (const { at, k } of order) {
    for (;;) {
      const a = polygon[edge % polygon.length] ?? start.p;
      const b = polygon[(edge + 1) % polygon.length] ?? start.p;
      const length = distance(a, b);
      if (at <= before + length || edge >= polygon.length - 1) {
        const t = length === 0 ? 0 : Math.min(1, (at - before) / length);
        out[k] = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
        break;
      }
      before += length;
      edge++;
    }
  }
  return out;
}

/** How many points an outline is compared at with its own mirror image. */
const COMPARED = 720;

/** The outline made symmetric left to right: the mean of itself and its mirror image, followed from the top of their middle line. O(n). */
export function symmetric(polygon: Polygon): Point[] {
  const own = atOrigin(polygon);
  const middle = boundsOf(own).width / 2;
  const mirror = mirroredOutline(own);
  const [a, b] = [fromTop(own, middle, COMPARED), fromTop(mirror, middle, COMPARED)];
  return atOrigin(a.map((p, i) => ({ x: (p.x + (b[i]?.x ?? p.x)) / 2, y: (p.y + (b[i]?.y ?? p.y)) / 2 })));
}

/** Takes neighbouring edges that lie level or upright to within `degrees` and sets them so; corners between stay where the lines meet. */
export function squaredUp(polygon: Polygon, degrees = 4): Point[] {
  const n = polygon.length;
  const limit = (degrees * Math.PI) / 180;
  const out = polygon.map((p) => ({ ...p }));
  for (let i = 0; i < n; i++) {
    const [a, b] = [out[i], out[(i + 1) % n]];
    if (!a || !b) continue;
    const angle = Math.atan2(b.y - a.y, b.x - a.x);
    const off = Math.abs(angle - (Math.round(angle / (Math.PI / 2)) * Math.PI) / 2);
    if (off > limit || off === 0) continue;
    if (Math.abs(b.x - a.x) > Math.abs(b.y - a.y)) {
      const y = (a.y + b.y) / 2;
      out[i] = { x: a.x, y };
      out[(i + 1) % n] = { x: b.x, y };
    } else {
      const x = (a.x + b.x) / 2;
      out[i] = { x, y: a.y };
      out[(i + 1) % n] = { x, y: b.y };
    }
  }
  return atOrigin(out);
}
