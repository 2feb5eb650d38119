import type { Point } from './point.js';
import type { Polygon } from './polygon.js';

/** Where segments ab and cd cross, ends included; null when they do not, or run along each other without meeting. */
function segmentsMeet(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [rx, ry, sx, sy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = rx * sy - ry * sx;
  if (cross === 0) return null;
  const t = ((c.x - a.x) * sy - (c.y - a.y) * sx) / cross;
  const u = ((c.x - a.x) * ry - (c.y - a.y) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? { x: a.x + t * rx, y: a.y + t * ry } : null;
}

/**
 * The first place where a closed outline crosses or touches itself, or null. Edges are sorted by their left end, so that only those
 * that overlap in x are compared: O(n log n) for outlines as they are drawn, O(n²) at worst.
 */
export function crossingOf(polygon: Polygon): Point | null {
  const n = polygon.length;
  const edges = polygon
    .map((a, i) => {
      const b = polygon[(i + 1) % n] ?? a;
      return { i, a, b, left: Math.min(a.x, b.x), right: Math.max(a.x, b.x) };
    })
    .sort((one, other) => one.left - other.left);
  for (let k = 0; k < edges.length; k++) {
    const one = edges[k];
    for (let m = k + 1; one && m < edges.length; m++) {
      const other = edges[m];
      if (!other || other.left > one.right) break;
      const apart = Math.abs(one.i - other.i);
      if (apart === 1 || apart === n - 1) continue;
      const at = segmentsMeet(one.a, one.b, other.a, other.b);
      if (at) return at;
    }
  }
  return null;
}
