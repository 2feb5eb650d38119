import { project, type Homography, type Point } from '../geometry/index.js';
import { normalIntegral, nth } from '../numbers/index.js';
import { medianOf } from './light.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, hypot, max, min, round, sqrt } = Math;

/** Reads how dark a picture is at a place, 0 to 1. */
export type Darkness = (x: number, y: number) => number;

/** Steps of a profile, mm, and how far its middle may lie off where it should. */
const STEP = 0.04;
const OFF = 0.8;

/** A mean profile across a straight thing: `from` and `to` are the ends of a line along it, on the target; `across` the direction over it. */
export function profile(
  darkness: Darkness,
  map: Homography,
  from: Point,
  to: Point,
  across: Point,
  side: number,
): Float64Array {
  const count = 2 * round(side / STEP) + 1;
  const rows = max(8, round(hypot(to.x - from.x, to.y - from.y) / 0.12));
  const all = Array.from({ length: rows }, (_, r) => {
    const s = (r + 0.5) / rows;
    const base = { x: from.x + (to.x - from.x) * s, y: from.y + (to.y - from.y) * s };
    return Float64Array.from({ length: count }, (_x, i) => {
      const d = i * STEP - side;
      const p = project(map, { x: base.x + across.x * d, y: base.y + across.y * d });
      return darkness(p.x, p.y);
    });
  });
  // Rows stray by parts of a pixel where cloth gives way: each is laid over the mean before it counts.
  const mean = (list: readonly Float64Array[]) =>
    Float64Array.from({ length: count }, (_, i) => list.reduce((sum, row) => sum + nth(row, i), 0) / list.length);
  const first = mean(all);
  return mean(all.map((row) => shiftedTo(first, row)));
}

/** How far a row may be shifted, steps. */
const MOST_SHIFT = 8;

function shiftedTo(mean: Float64Array, row: Float64Array): Float64Array {
  let best = 0;
  let least = Infinity;
  for (let shift = -MOST_SHIFT; shift <= MOST_SHIFT; shift++) {
    let sum = 0;
    for (let i = MOST_SHIFT; i < row.length - MOST_SHIFT; i++) {
      const off = (mean[i] ?? 0) - (row[i + shift] ?? 0);
      sum += off * off;
    }
    if (sum < least) [best, least] = [shift, sum];
  }
  return row.map((_, i) => nth(row, min(row.length - 1, max(0, i + best))));
}

/** A line of some width with soft edges. */
const lineAt = (d: number, width: number, blur: number): number =>
  normalIntegral((d + width / 2) / blur) - normalIntegral((d - width / 2) / blur);

/** What a line shows: how soft it is, and a second one beside it. */
export interface LineReading {
  /** Standard deviation of its blur, mm. */
  blur: number;
  /** Where the second image lies, mm across, and how strong it is beside the first; null: there is none. */
  ghost: { shift: number; share: number } | null;
  /** How well it is told: what is left, as a share of the line. */
  left: number;
}

/** Blurs that are tried, mm; and shifts of a second image, steps. */
const BLURS = Array.from({ length: 16 }, (_, i) => 0.025 * 1.22 ** i);
const SHIFTS = Array.from({ length: 44 }, (_, i) => 5 + i).flatMap((steps) => [steps, -steps]);
/** Blurs about the best of them, as factors. */
const CLOSER = [0.84, 0.88, 0.92, 0.96, 1, 1.04, 1.08, 1.12, 1.16];
/** How far from where it is darkest a line is looked for, and a line with a ghost from where it lies best, steps. */
const MOST_OFF = 8;
const GHOST_OFF = 4;
/** By how much a line may have grown or shrunk on its way to the cloth, mm. */
const GROWN = [-0.05, 0, 0.05, 0.1];
/** A second image counts from this share on, and where it explains at least this much of what one line leaves over. */
const LEAST_GHOST = 0.07;
const EXPLAINS = 0.55;
/** What is left over by less than this share of the line is noise. */
const NOISE = 0.012;

/** A profile at every whole step up to four to either side: worked out once, and moved. */
function movedAbout(n: number, at: (i: number) => number): Float64Array[] {
  const long = Float64Array.from({ length: n + 2 * GHOST_OFF }, (_, k) => at(k - GHOST_OFF));
  return Array.from({ length: 2 * GHOST_OFF + 1 }, (_, from) => long.subarray(from, from + n));
}

/** Reads the profile of a thin line of a known width: its blur, and a ghost of it. Least squares over blurs and shifts. O(blurs · shifts · length). */
export function readLine(values: Float64Array, width: number): LineReading | null {
  const n = values.length;
  const d = (i: number) => (i - (n - 1) / 2) * STEP;
  const ends = [...values.slice(0, n >> 4), ...values.slice(-(n >> 4))];
  const ground = medianOf(ends);
  const seen = values.map((value) => value - ground);
  let peak = 0;
  for (let i = 0; i < n; i++) if (abs(d(i)) <= OFF && nth(seen, i) > nth(seen, peak)) peak = i;
  const high = nth(seen, peak);
  if (high < 0.02) return null;
  const total = seen.reduce((sum, value) => sum + value * value, 0);
  // One line alone: where it lies best, how wide it has become, and how soft.
  let single = { left: Infinity, blur: 0.05, centre: d(peak), width };
  const tryLine = (model: (i: number) => number, blur: number, centre: number, wide: number) => {
    let sxx = 0;
    let sxy = 0;
    for (let i = 0; i < n; i++) {
      const one = model(i);
      sxx += one * one;
      sxy += one * (seen[i] ?? 0);
    }
    const left = total - (sxy > 0 ? (sxy * sxy) / sxx : 0);
    if (left < single.left) single = { blur, centre, width: wide, left };
  };
  for (const grown of GROWN)
    for (const blur of BLURS) {
      // A line of one width and blur is the same wherever it lies: worked out once, at whole steps from its middle, and moved by them.
      const half = Float64Array.from({ length: n + MOST_OFF }, (_, k) => lineAt(k * STEP, width + grown, blur));
      for (let off = -MOST_OFF; off <= MOST_OFF; off++) {
        const middle = peak + off;
        tryLine((i) => half[abs(i - middle)] ?? 0, blur, d(middle), width + grown);
      }
    }
  const rough = single;
  for (const factor of CLOSER)
    for (const grown of [-0.02, 0, 0.02])
      for (const off of [-0.02, 0, 0.02]) {
        const [blur, centre, wide] = [rough.blur * factor, rough.centre + off, rough.width + grown];
        tryLine((i) => lineAt(d(i) - centre, wide, blur), blur, centre, wide);
      }
  let double = { left: Infinity, blur: single.blur, shift: 0, share: 0 };
  if (sqrt(single.left / total) > NOISE)
    for (const grown of GROWN)
      for (const blur of [single.blur, ...BLURS.filter((one) => one < single.blur)])
        for (const first of movedAbout(n, (i) => lineAt(d(i) - single.centre, width + grown, blur))) {
          let aa = 0;
          let ay = 0;
          for (let i = 0; i < n; i++) {
            const own = first[i] ?? 0;
            aa += own * own;
            ay += own * (seen[i] ?? 0);
          }
          for (const steps of SHIFTS) {
            let bb = 0;
            let by = 0;
            let ab = 0;
            for (let i = max(0, steps); i < min(n, n + steps); i++) {
              // Where the first image lies, the second adds nothing that is seen.
              const own = first[i] ?? 0;
              const second = (first[i - steps] ?? 0) * (1 - own);
              bb += second * second;
              by += second * (seen[i] ?? 0);
              ab += second * own;
            }
            const det = aa * bb - ab * ab;
            if (det < 1e-9) continue;
            const main = (ay * bb - by * ab) / det;
            const other = (by * aa - ay * ab) / det;
            if (main <= 0 || other < LEAST_GHOST * main || other > main) continue;
            const left = total - main * ay - other * by;
            if (left < double.left) double = { left, blur, shift: steps * STEP, share: other / main };
          }
        }
  const explains = single.left > 0 ? 1 - double.left / single.left : 0;
  const ghostly = sqrt(single.left / total) > NOISE && explains > EXPLAINS;
  return ghostly
    ? { blur: double.blur, ghost: { shift: double.shift, share: double.share }, left: sqrt(double.left / total) }
    : { blur: single.blur, ghost: null, left: sqrt(single.left / total) };
}
