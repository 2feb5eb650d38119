import { distance, resampled, type Point, type Polygon } from '../geometry/index.js';
import { apexOf, crossing, lineThrough } from './corners.js';

/** Out of the global object once: what is looked up there at every call costs more than the sum. */
const { abs, hypot, max, round, tan } = Math;

/** How finely an outline is looked at, mm, and which stretch of it on either side of a tip is an arm: beyond what is blunted. */
const PITCH = 0.25;
const ARMS = [
  { from: 4, to: 10, apart: 2.2 },
  { from: 8, to: 14, apart: 3.4 },
  { from: 14, to: 22, apart: 4.4 },
];
/** Arms that bend by more than this are no needle's, mm; nor such that meet at more or less, radians. */
const STRAY = 0.2;
const APEX = { least: 0.03, most: 0.45 };
/** A needle reaches no further beyond its traced end than this, mm: what does is a strap, or an end that is round. */
const MOST = 12;
/** How far an arm may lie beside where it was seen, mm: what that comes to at a tip grows as it gets finer. */
const BESIDE = 0.06;

/**
 * How far the finest tip of an outline may be off, mm; nought where none is as fine as a needle. Judged by arms on either side that begin beyond what may be blunted: where
 * they would meet, and how well that can be known. `points` in pixels, `perMm` pixels to the millimetre. O(n).
 */
export function needleDoubt(points: Polygon, perMm: number): number {
  const even = resampled(points, PITCH * perMm);
  return max(...ARMS.map((arm) => doubtOf(even, arm, perMm)));
}

function doubtOf(
  even: Polygon,
  { from, to, apart }: { from: number; to: number; apart: number },
  perMm: number,
): number {
  const n = even.length;
  const [near, far] = [round(from / PITCH), round(to / PITCH)];
  if (n < 4 * far) return 0;
  const at = (i: number): Point => even[((i % n) + n) % n] as Point;
  const chord = (i: number) => distance(at(i - near), at(i + near)) / perMm;
  let doubt = 0;
  for (let i = 0; i < n; i++) {
    const wide = chord(i);
    if (wide > apart) continue;
    let narrowest = true;
    for (let k = 1 - near; k < near && narrowest; k++) narrowest = k < 0 ? chord(i + k) > wide : chord(i + k) >= wide;
    if (!narrowest) continue;
    const arm = (way: 1 | -1) => Array.from({ length: far - near + 1 }, (_, k) => at(i + way * (near + k)));
    const end = Array.from({ length: 2 * near + 1 }, (_, k) => at(i - near + k));
    doubt = max(doubt, doubtAt(arm(1), arm(-1), end, perMm));
  }
  return doubt;
}

/** How far an end between two arms may be off, mm. Both arms begin at the end and lead away from it. */
function doubtAt(one: readonly Point[], other: readonly Point[], end: readonly Point[], perMm: number): number {
  const [line, second] = [lineThrough(one), lineThrough(other)];
  if (!line || !second || max(line.stray, second.stray) > STRAY * perMm) return 0;
  const [a, c] = [one[0], other[0]];
  const tip = crossing(line, second);
  if (!a || !c || !tip) return 0;
  const apex = apexOf([...one].reverse(), other);
  if (apex > APEX.most || apex < APEX.least) return 0;
  const axis = { x: tip.x - (a.x + c.x) / 2, y: tip.y - (a.y + c.y) / 2 };
  const length = hypot(axis.x, axis.y) || 1;
  const reaches = end.map((p) => ((p.x - tip.x) * axis.x + (p.y - tip.y) * axis.y) / length);
  const beyond = abs(max(...reaches)) / perMm;
  return beyond > MOST ? 0 : beyond + BESIDE / tan(apex / 2);
}
