import type { Point } from '../geometry/index.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { acos, cos, hypot, max, min } = Math;

/** Points of an outline whose run leads into a gap: as many on either side as tell its direction, and the fewest that do. */
const LEADING = 10;
const LEAST_LEADING = 5;
/** A gap across which an outline turns by more than this, degrees, is the tip of a needle; one longer than this share of the outline is bridged straight. */
const MOST_TURN = 150;
const LONGEST = 0.2;

/** The direction in which points run at the first of them, of a parabola through them by least squares: from what follows to it. Null for too few. */
function runAt(points: readonly Point[]): Point | null {
  const n = points.length;
  if (n < LEAST_LEADING) return null;
  const [x, y] = (['x', 'y'] as const).map((axis) => {
    // Around the middle t the even and odd sums part: slope and bend are each by themselves.
    const mid = (n - 1) / 2;
    let [s2, s4, st, sv, st2v] = [0, 0, 0, 0, 0];
    points.forEach((p, i) => {
      const t = i - mid;
      s2 += t * t;
      s4 += t ** 4;
      st += t * p[axis];
      sv += p[axis];
      st2v += t * t * p[axis];
    });
    const bend = (n * st2v - s2 * sv) / (n * s4 - s2 * s2);
    return -(st / s2 - 2 * bend * mid);
  });
  const size = hypot(x ?? 0, y ?? 0);
  return size > 0 ? { x: (x ?? 0) / size, y: (y ?? 0) / size } : null;
}

/**
 * Sets every missing point between the nearest good ones before and after it, on a curve that leaves the one and enters the other in the direction of the
 * outline there: C. Hermite's cubic, with the speed that keeps it on a circle where there is one. `otherwise`: the rough outline. O(points).
 */
export function bridged(points: readonly (Point | null)[], otherwise: readonly Point[]): Point[] {
  const n = points.length;
  const first = points.findIndex((p) => p !== null);
  if (first < 0) return [...otherwise];
  const at = (i: number) => points[((i % n) + n) % n] ?? null;
  const run = (from: number, step: 1 | -1): Point[] => {
    const out: Point[] = [];
    for (let k = 0; k < LEADING; k++) {
      const p = at(from + k * step);
      if (!p) break;
      out.push(p);
    }
    return out;
  };
  const out: Point[] = [];
  for (let k = 0; k < n;) {
    const i = (first + k) % n;
    const here = points[i];
    if (here) {
      out[i] = here;
      k++;
      continue;
    }
    let gap = 1;
    while (gap < n && at(i + gap) === null) gap++;
    const [before, after] = [at(i - 1) ?? otherwise[i], at(i + gap) ?? otherwise[i]];
    const runs: [Point[], Point[]] | null = gap > n * LONGEST ? null : [run(i - 1, -1), run(i + gap, 1)];
    const rough = Array.from({ length: gap }, (_, j) => otherwise[(i + j) % n]).filter((p) => p !== undefined);
    const curve = before && after ? across(before, after, runs, rough) : null;
    for (let j = 0; j < gap; j++) out[(i + j) % n] = curve?.((j + 1) / (gap + 1)) ?? otherwise[i] ?? { x: 0, y: 0 };
    k += gap;
  }
  return out;
}

/** A needle's tip lies no further from its ends than this many times what was seen roughly of it. */
const BEYOND = 2;

/** The curve from one point to another by the runs of points that lead to both, where something was seen roughly along `rough`; straight without runs. */
function across(
  before: Point,
  after: Point,
  runs: [Point[], Point[]] | null,
  rough: readonly Point[],
): (t: number) => Point {
  const straight = (from: Point, to: Point, t: number) => ({
    x: from.x * (1 - t) + to.x * t,
    y: from.y * (1 - t) + to.y * t,
  });
  const [leaves, comes] = runs ? runs.map(runAt) : [];
  if (!leaves || !comes) return (t) => straight(before, after, t);
  const enters = { x: -comes.x, y: -comes.y };
  const turn = acos(min(1, max(-1, leaves.x * enters.x + leaves.y * enters.y)));
  const chord = hypot(after.x - before.x, after.y - before.y);
  if (turn > (MOST_TURN * Math.PI) / 180) {
    // The two arms of a needle: on to where they meet.
    const cross = leaves.x * comes.y - leaves.y * comes.x;
    const [dx, dy] = [after.x - before.x, after.y - before.y];
    const [one, other] = [(dx * comes.y - dy * comes.x) / cross, (dx * leaves.y - dy * leaves.x) / cross];
    const seen = max(chord, ...rough.map((p) => hypot(p.x - before.x, p.y - before.y)));
    if (!(one > 0 && other > 0 && max(one, other) < BEYOND * seen)) return (t) => straight(before, after, t);
    const tip = { x: before.x + leaves.x * one, y: before.y + leaves.y * one };
    return (t) => (t < 0.5 ? straight(before, tip, 2 * t) : straight(tip, after, 2 * t - 1));
  }
  const speed = (chord * 2) / (1 + cos(turn / 2));
  return (t) => {
    const [a, b] = [(1 + 2 * t) * (1 - t) ** 2, t * (1 - t) ** 2 * speed];
    const [c, d] = [t * t * (3 - 2 * t), t * t * (t - 1) * speed];
    return {
      x: a * before.x + b * leaves.x + c * after.x + d * enters.x,
      y: a * before.y + b * leaves.y + c * after.y + d * enters.y,
    };
  };
}
