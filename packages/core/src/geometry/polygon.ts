import type { Point } from './point.js';
import { boundsOf } from './rect.js';
import { applyTo, type Transform } from './transform.js';

/** A closed outline as its corner points in order, mm; the last joins the first. Simple: it does not cross itself. */
export type Polygon = readonly Point[];

/** Area without sign, mm², by the shoelace formula. O(n). */
export function areaOf(polygon: Polygon): number {
  let twice = 0;
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    twice += p.x * q.y - q.x * p.y;
  });
  return Math.abs(twice) / 2;
}

/** Whether it is an upright rectangle: it leaves nothing of its box free. O(n). */
export function fillsBox(polygon: Polygon): boolean {
  const { width, height } = boundsOf(polygon);
  return Math.abs(areaOf(polygon) - width * height) < 1e-6;
}

/** The outline where a map takes it. */
export const transformed = (polygon: Polygon, by: Transform): Point[] => polygon.map((p) => applyTo(by, p));

/** Length of the closed outline, mm. O(n). */
export const perimeterOf = (polygon: Polygon): number =>
  polygon.reduce((sum, p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    return sum + Math.hypot(q.x - p.x, q.y - p.y);
  }, 0);

/** Whether the point lies inside, by the even-odd rule. O(n). */
export function polygonContains(polygon: Polygon, { x, y }: Point): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const p = polygon[i];
    const q = polygon[j];
    if (p && q && p.y > y !== q.y > y && x < ((q.x - p.x) * (y - p.y)) / (q.y - p.y) + p.x) inside = !inside;
  }
  return inside;
}

/** Where a level line at height `y` runs inside the polygon, left to right, by the even-odd rule. O(n log n). */
export function rowSpans(polygon: Polygon, y: number): { from: number; to: number }[] {
  const crossings: number[] = [];
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    if (p.y > y !== q.y > y) crossings.push(((q.x - p.x) * (y - p.y)) / (q.y - p.y) + p.x);
  });
  crossings.sort((a, b) => a - b);
  return Array.from({ length: Math.floor(crossings.length / 2) }, (_, i) => ({
    from: crossings[2 * i] ?? 0,
    to: crossings[2 * i + 1] ?? 0,
  }));
}
