import type { Point } from './point.js';
import { offsetPolygon } from './clip.js';
import type { Polygon } from './polygon.js';
import { boundsOf, type Rect } from './rect.js';

/** The shape of a print area about its own top-left corner, mm. */
export type Outline =
  | { kind: 'rectangle'; width: number; height: number; radius: number }
  | { kind: 'ellipse'; width: number; height: number }
  | { kind: 'polygon'; points: Polygon };

/** Chords for a quarter circle of radius r that stray from it by less than 0.01 mm. */
const quarterSteps = (r: number): number =>
  Math.max(4, Math.ceil(Math.PI / 4 / Math.acos(1 - Math.min(0.01 / Math.max(r, 0.02), 0.5))));

function arc(cx: number, cy: number, rx: number, ry: number, from: number, sweep: number, steps: number): Point[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = from + (sweep * i) / steps;
    return { x: cx + rx * Math.cos(angle), y: cy + ry * Math.sin(angle) };
  });
}

/** The outline as a polygon, curves drawn in chords closer than 0.01 mm. */
export function polygonOf(outline: Outline): Polygon {
  if (outline.kind === 'polygon') return outline.points;
  const { width: w, height: h } = outline;
  if (outline.kind === 'ellipse') {
    const steps = quarterSteps(Math.max(w, h) / 2) * 4;
    return arc(w / 2, h / 2, w / 2, h / 2, 0, 2 * Math.PI, steps).slice(0, -1);
  }
  const r = Math.min(outline.radius, w / 2, h / 2);
  if (r <= 0)
    return [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: h },
      { x: 0, y: h },
    ];
  const [q, steps] = [Math.PI / 2, quarterSteps(r)];
  return [
    ...arc(w - r, r, r, r, -q, q, steps),
    ...arc(w - r, h - r, r, r, 0, q, steps),
    ...arc(r, h - r, r, r, q, q, steps),
    ...arc(r, r, r, r, 2 * q, q, steps),
  ];
}

/** Width and height of the outline's box, mm. */
export function sizeOf(outline: Outline): { width: number; height: number } {
  if (outline.kind !== 'polygon') return { width: outline.width, height: outline.height };
  const { width, height } = boundsOf(outline.points);
  return { width, height };
}

/**
 * The outline grown by a bleed (or shrunk by a safe margin, negative), as a polygon in the same coordinates.
 * A square corner stays square, as scissors cut it; rounded ones keep their centre.
 */
export const grownPolygon = (outline: Outline, by: number): Polygon =>
  offsetPolygon(polygonOf(outline), by, outline.kind === 'rectangle' && outline.radius <= 0 ? 'sharp' : 'round');

/** The box of the outline grown by `by`, in the outline's own coordinates. */
export const grownBox = (outline: Outline, by: number): Rect => boundsOf(grownPolygon(outline, by));

/** The text of an SVG path for a closed polygon. */
export const svgPath = (polygon: Polygon): string =>
  polygon.length === 0
    ? ''
    : `M${polygon.map((p) => `${Number(p.x.toFixed(3))} ${Number(p.y.toFixed(3))}`).join('L')}Z`;
