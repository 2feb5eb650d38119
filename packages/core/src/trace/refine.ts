import type { Point } from '../geometry/index.js';
import { bridged } from './bridge.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, ceil, hypot, max, min } = Math;

/** Every point moved to the mean of its neighbours, `reach` to either side: takes the stairs out of a border of cells. */
export function smoothed(points: readonly Point[], reach: number): Point[] {
  const n = points.length;
  return points.map((_, i) => {
    let [x, y] = [0, 0];
    for (let j = -reach; j <= reach; j++) {
      const p = points[(i + j + n) % n];
      x += p?.x ?? 0;
      y += p?.y ?? 0;
    }
    return { x: x / (2 * reach + 1), y: y / (2 * reach + 1) };
  });
}

/** The outward direction at each point of a clockwise outline (y down), over `reach` neighbours. */
function outward(points: readonly Point[], reach: number): Point[] {
  const n = points.length;
  return points.map((_, i) => {
    const [a, b] = [points[(i - reach + n) % n], points[(i + reach) % n]];
    const [dx, dy] = [(b?.x ?? 0) - (a?.x ?? 0), (b?.y ?? 0) - (a?.y ?? 0)];
    const length = hypot(dx, dy) || 1;
    return { x: dy / length, y: -dx / length };
  });
}

export interface Edge {
  /** The weighted value at a place of the picture; it falls from the inside to the outside across the edge. */
  sample: (x: number, y: number) => number;
  /** How far the edge is looked for to either side, pixels. */
  window: number;
  /** Steps along the normal, pixels; and the softening of the profile, in steps. */
  step: number;
  /** The least fall over a step that is an edge at all. */
  least: number;
}

/** What an edge is looked for in at a place of a rough outline, and how far its two sides are apart there, in the sampled value. */
export type EdgeAt = (at: Point, normal: Point) => Pick<Edge, 'sample' | 'least'> & { apart: number };

/** Binomial weights of a softened profile. */
const SOFT = [1, 4, 6, 4, 1].map((w) => w / 16);

/** Where the value falls, along one normal: the innermost fall that is at least half as steep as the steepest; null when nothing falls. */
export function fallAlong(
  at: Point,
  normal: Point,
  { sample, window, step, least }: Edge,
): { offset: number; strength: number } | null {
  const half = ceil(window / step);
  const count = 2 * half + 1;
  const raw = new Float32Array(count);
  for (let j = 0; j < count; j++) {
    const d = (j - half) * step;
    raw[j] = sample(at.x + normal.x * d, at.y + normal.y * d);
  }
  const profile = raw.map((_, j) =>
    SOFT.reduce((sum, w, k) => sum + w * (raw[min(count - 1, max(0, j + k - 2))] ?? 0), 0),
  );
  const fall = profile.map((_, j) => (j === 0 || j === count - 1 ? 0 : (profile[j - 1] ?? 0) - (profile[j + 1] ?? 0)));
  const steepest = fall.reduce((most, f) => max(most, f), 0);
  if (steepest < least) return null;
  for (let j = 1; j < count - 1; j++) {
    const [before, here, after] = [fall[j - 1] ?? 0, fall[j] ?? 0, fall[j + 1] ?? 0];
    if (here < steepest * 0.5 || here < before || here < after) continue;
    // The peak of the parabola through three neighbours.
    const curve = before - 2 * here + after;
    const shift = curve === 0 ? 0 : (0.5 * (before - after)) / curve;
    return { offset: (j - half + min(0.5, max(-0.5, shift))) * step, strength: here };
  }
  return null;
}

/** The middle one of some values; nought of none. */
export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? 0;
};

/** Points on either side of a gap that are bridged with it. */
const GUARD = 4;

export interface Refined {
  points: Point[];
  /** Share of the points where an edge was found, 0 to 1. */
  found: number;
  /** How far points stray from the run of their neighbours, pixels: the noise of the edge. */
  noise: number;
}

/**
 * Moves a rough outline onto the edge that lies near it, in parts of a pixel. A point without an edge, or far from where its
 * neighbours found theirs, is set between the nearest good ones along the curve that they lead to: so a gap in a pen line is bridged. O(points × window / step).
 */
export function refined(
  rough: readonly Point[],
  { edgeAt, window, step }: { edgeAt: EdgeAt } & Pick<Edge, 'window' | 'step'>,
  reach: number,
  stray: number,
): Refined {
  const n = rough.length;
  const normals = outward(rough, reach);
  const falls = rough.map((p, i) => {
    const normal = normals[i] ?? { x: 0, y: 0 };
    const { sample, least, apart } = edgeAt(p, normal);
    const fall = fallAlong(p, normal, { sample, least, window, step });
    return fall && { offset: fall.offset, strength: fall.strength / apart };
  });
  const found = falls.filter((f) => f !== null);
  if (found.length < 8) return { points: [...rough], found: found.length / max(1, n), noise: 0 };
  const strength = median(found.map((f) => f.strength));
  const aways: number[] = [];
  const good = falls.map((fall, i): number | null => {
    if (!fall || fall.strength < strength * 0.25) return null;
    const near: number[] = [];
    for (let j = -4; j <= 4; j++) {
      const other = falls[(i + j + n) % n];
      if (other && j !== 0) near.push(other.offset);
    }
    if (near.length < 3) return null;
    const away = abs(fall.offset - median(near));
    if (away > stray) return null;
    aways.push(away);
    return fall.offset;
  });
  // The line bends into its own end where it breaks off: its last points are not trusted.
  const trusted = good.map((d, i) => {
    if (d === null) return null;
    for (let j = -GUARD; j <= GUARD; j++) {
      const [one, next] = [good[(i + j + n) % n], good[(i + j + 1 + n) % n]];
      if (one === null && next === null) return null;
    }
    return d;
  });
  const moved = rough.map((p, i) => {
    const d = trusted[i];
    const normal = normals[i];
    return d === null || d === undefined || !normal ? null : { x: p.x + normal.x * d, y: p.y + normal.y * d };
  });
  return {
    points: bridged(moved, rough),
    found: moved.filter((p) => p !== null).length / n,
    noise: aways.length > 0 ? median(aways) : 0,
  };
}
