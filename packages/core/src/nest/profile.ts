import { areaOf, boundsOf, type Polygon } from '../geometry/index.js';

/** A stretch across of a shape, from the left of its box, mm: nowhere in it does the shape begin before `near` or reach beyond `far`. */
export interface ProfileStep {
  x: number;
  width: number;
  near: number;
  far: number;
}

/** Shapes of more steps than this are no boxes any more. */
const MOST_STEPS = 3;
/** What steps may take up beside the shape, as a share of its box: more is lost by steps than is won by their speed. */
const MOST_LOST = 0.012;
/** Two steps become one where that takes up no more than this, as a share of the box. */
const CHEAP = 0.002;

/** The near and the far edge of a polygon between two places across, at their outermost. */
function sliceOf(polygon: Polygon, from: number, to: number): { near: number; far: number } {
  let [near, far] = [Infinity, -Infinity];
  polygon.forEach((p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    const [a, b] = p.x <= q.x ? [p, q] : [q, p];
    if (b.x <= from || a.x >= to) return;
    const at = (x: number) => a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
    for (const y of [at(Math.max(from, a.x)), at(Math.min(to, b.x))]) {
      near = Math.min(near, y);
      far = Math.max(far, y);
    }
  });
  return { near, far };
}

const joined = (a: ProfileStep, b: ProfileStep): ProfileStep => ({
  x: a.x,
  width: b.x + b.width - a.x,
  near: Math.min(a.near, b.near),
  far: Math.max(a.far, b.far),
});
const areaIn = ({ width, near, far }: ProfileStep): number => width * (far - near);

/**
 * The steps of a shape that is a box, or nearly one: a rectangle with its label beside it, an L, a T. A few steps hold all of it, and little else. Null for any other
 * shape. Measured from the corner of its box. O(corners²).
 */
export function profileOf(polygon: Polygon): ProfileStep[] | null {
  const box = boundsOf(polygon);
  const cuts = [...new Set(polygon.map(({ x }) => x))].sort((a, b) => a - b);
  let steps = cuts.slice(1).map((to, i): ProfileStep => {
    const from = cuts[i] ?? to;
    const { near, far } = sliceOf(polygon, from, to);
    return { x: from - box.x, width: to - from, near: near - box.y, far: far - box.y };
  });
  const whole = box.width * box.height;
  for (;;) {
    let [best, least] = [-1, Infinity];
    steps.slice(1).forEach((b, i) => {
      const a = steps[i] ?? b;
      const lost = areaIn(joined(a, b)) - areaIn(a) - areaIn(b);
      if (lost < least) [best, least] = [i, lost];
    });
    const [a, b] = [steps[best], steps[best + 1]];
    if (!a || !b || (steps.length <= MOST_STEPS && least > CHEAP * whole)) break;
    steps = [...steps.slice(0, best), joined(a, b), ...steps.slice(best + 2)];
  }
  const taken = steps.reduce((sum, step) => sum + areaIn(step), 0);
  return taken - areaOf(polygon) <= MOST_LOST * whole ? steps : null;
}
