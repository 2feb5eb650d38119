import { distance, type Point } from '../geometry/index.js';
import { nth } from '../numbers/index.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, acos, atan2, cos, max, min, round, sin, sqrt, tan } = Math;

/** A straight line by a point on it and its direction. */
export interface Line {
  at: Point;
  along: Point;
  /** The furthest that a point strays from it. */
  stray: number;
  /** How far they stray from it mostly: the root of the mean square. */
  spread: number;
}

/** The line through points by least squares of the distances at right angles. Null for fewer than three points. */
export function lineThrough(points: readonly Point[]): Line | null {
  if (points.length < 3) return null;
  const n = points.length;
  const at = {
    x: points.reduce((sum, p) => sum + p.x, 0) / n,
    y: points.reduce((sum, p) => sum + p.y, 0) / n,
  };
  let [sxx, sxy, syy] = [0, 0, 0];
  for (const p of points) {
    const [dx, dy] = [p.x - at.x, p.y - at.y];
    sxx += dx * dx;
    sxy += dx * dy;
    syy += dy * dy;
  }
  const angle = 0.5 * atan2(2 * sxy, sxx - syy);
  const along = { x: cos(angle), y: sin(angle) };
  const away = points.map((p) => abs((p.x - at.x) * along.y - (p.y - at.y) * along.x));
  return { at, along, stray: max(...away), spread: sqrt(away.reduce((sum, d) => sum + d * d, 0) / n) };
}

/** Where two lines cross; null when they hardly do. */
export function crossing(a: Pick<Line, 'at' | 'along'>, b: Pick<Line, 'at' | 'along'>): Point | null {
  const cross = a.along.x * b.along.y - a.along.y * b.along.x;
  if (abs(cross) < 0.08) return null;
  const t = ((b.at.x - a.at.x) * b.along.y - (b.at.y - a.at.y) * b.along.x) / cross;
  return { x: a.at.x + a.along.x * t, y: a.at.y + a.along.y * t };
}

/** Where a corner is looked for: lengths along the outline, mm. */
const BLUNT = 0.75;
const ARM = 2.4;
/** An outline that turns by more than this within the blunt part has a corner there, degrees. */
const TURN = 35;
/** The arms of a corner are straight to within this, and its tip lies within that of what was found, mm. */
const STRAIGHT = 0.07;
const TIP = 1.6;
/** A sharp tip is lost where it is narrower than about twice this, mm: the sharper, the further back. */
const LOST = 0.6;
const LEAST_APEX = 0.03;
/** Arms that meet at less than this make a needle, radians. */
const NEEDLE = 0.7;
/** Where its arms begin, as multiples of the blunt part. */
const BLUNTED = [1, 2, 3.5, 5];
/** How far from a tip the next point of its arm stands at least, mm. */
const CLEAR = 0.25;

/** The angle at which two arms meet, radians: `before` leads to the tip, `after` away from it. */
export function apexOf(before: readonly Point[], after: readonly Point[]): number {
  const [a, b, c, d] = [before[0], before.at(-1), after[0], after.at(-1)];
  if (!a || !b || !c || !d) return Math.PI;
  const [one, other] = [
    { x: a.x - b.x, y: a.y - b.y },
    { x: d.x - c.x, y: d.y - c.y },
  ];
  const sizes = Math.hypot(one.x, one.y) * Math.hypot(other.x, other.y) || 1;
  return acos(min(1, max(-1, (one.x * other.x + one.y * other.y) / sizes)));
}

/**
 * Gives sharp corners back their tips, which softening rounds off: where the outline turns at once between two straight arms,
 * the points between are replaced by the place where the arms cross. `points` stand at even steps of `pitch`; all lengths in pixels,
 * `perMm` pixels to the millimetre. `closed`: how far gaps were closed, mm, which blunts tips as much more. O(n × arm).
 */
export function sharpened(points: readonly Point[], pitch: number, perMm: number, closed = 0): Point[] {
  const n = points.length;
  const [blunt, arm] = [max(1, round(((BLUNT + 1.5 * closed) * perMm) / pitch)), max(4, round((ARM * perMm) / pitch))];
  if (n < 4 * (blunt + arm)) return [...points];
  const at = (i: number): Point => points[((i % n) + n) % n] ?? { x: 0, y: 0 };
  const run = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, k) => at(from + k));
  const turnAt = (i: number): number => {
    const [a, b, c, d] = [at(i - blunt - arm), at(i - blunt), at(i + blunt), at(i + blunt + arm)];
    const turn = atan2(d.y - c.y, d.x - c.x) - atan2(b.y - a.y, b.x - a.x);
    return abs((atan2(sin(turn), cos(turn)) * 180) / Math.PI);
  };
  const turns = points.map((_, i) => turnAt(i));
  const tips = new Map<number, Point>();
  const gone = new Set<number>();
  for (let i = 0; i < n; i++) {
    const turn = nth(turns, i);
    if (turn < TURN + 12 * closed) continue;
    let best = true;
    for (let k = -blunt - 2; k <= blunt + 2; k++) {
      const other = turns[(((i + k) % n) + n) % n] ?? 0;
      if (other > turn || (other === turn && k < 0)) best = false;
    }
    if (!best) continue;
    // A very sharp tip is blunted further back: its arms begin there.
    for (const back of BLUNTED.map((times) => round(times * blunt))) {
      const [into, out] = [run(i - back - arm, i - back), run(i + back, i + back + arm)];
      const [before, after] = [lineThrough(into), lineThrough(out)];
      if (!before || !after || max(before.stray, after.stray) > STRAIGHT * perMm) continue;
      const tip = crossing(before, after);
      const apex = apexOf(into, out);
      if (back > blunt && apex > NEEDLE) continue;
      const lost = apex < NEEDLE ? LOST / tan(max(LEAST_APEX, apex / 2)) : 0;
      if (!tip || distance(tip, at(i)) > (TIP + 2 * closed + lost) * perMm) continue;
      tips.set(i, tip);
      for (let k = -back + 1; k < back; k++) if (k !== 0) gone.add((((i + k) % n) + n) % n);
      // What the softening left beyond the tip, seen along its arm, would stand there as a small hook.
      for (const [step, arms] of [
        [-1, before],
        [1, after],
      ] as const) {
        const away = { x: arms.at.x - tip.x, y: arms.at.y - tip.y };
        const length = Math.hypot(away.x, away.y);
        const past = (p: Point) => ((p.x - tip.x) * away.x + (p.y - tip.y) * away.y) / length < CLEAR * perMm;
        for (let k = back; k < back + arm && past(at(i + step * k)); k++) gone.add((((i + step * k) % n) + n) % n);
      }
      break;
    }
  }
  return points.flatMap((p, i) => {
    const tip = tips.get(i);
    return tip ? [tip] : gone.has(i) ? [] : [p];
  });
}
