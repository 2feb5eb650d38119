import { nth } from '../numbers/index.js';

/** What was changed in the shop between two check swatches. */
export const CHANGES = ['ink', 'paper', 'element', 'blank'] as const;
export type Change = (typeof CHANGES)[number];

/** A swatch that was pressed by the recipe to see whether all is as it was. */
export interface CheckSwatch {
  /** ISO 8601. */
  at: string;
  /** ΔE00 against the accepted one. */
  apart: number;
  /** What has become of the channels since: more or less strength, yellowing, spread, ΔE. */
  moved: { strength: number; yellowing: number; spread: number };
  /** What was changed since the one before. */
  since: readonly Change[];
}

/** A control chart of single readings. */
export interface DriftChart {
  centre: number;
  upper: number;
  /** Places of readings beyond the limit. */
  beyond: number[];
  drifted: boolean;
  /** The likely cause, in words; null while nothing has drifted. */
  cause: string | null;
}

/** 3/d₂ of the mean moving range of two: NIST/SEMATECH e-Handbook 6.3.2.2. */
const MOVING = 2.66;
/** No limit is lower than this, ΔE: less is not seen, and is nothing to act upon. */
const LEAST_LIMIT = 2;
/** Readings that settle a limit of their own; until then the least one holds. */
const SETTLES = 5;

/** The chart of check swatches, oldest first: individuals with limits by their moving range, and what a drift most likely comes from. O(n). */
export function driftOf(checks: readonly CheckSwatch[]): DriftChart {
  const values = checks.map(({ apart }) => apart);
  const base = values.slice(0, Math.max(SETTLES, values.length - 1));
  const centre = base.length > 0 ? base.reduce((sum, one) => sum + one, 0) / base.length : 0;
  const ranges = base.slice(1).map((value, i) => Math.abs(value - nth(base, i)));
  const range = ranges.length > 0 ? ranges.reduce((sum, one) => sum + one, 0) / ranges.length : 0;
  const upper = base.length >= SETTLES ? Math.max(LEAST_LIMIT, centre + MOVING * range) : LEAST_LIMIT;
  const beyond = values.flatMap((value, i) => (value > upper ? [i] : []));
  const last = checks.at(-1);
  const drifted = last !== undefined && last.apart > upper;
  return { centre, upper, beyond, drifted, cause: drifted ? causeOf(last) : null };
}

const CHANGED: Record<Change, string> = {
  ink: 'the new ink',
  paper: 'the new paper',
  element: 'the new heating element',
  blank: 'another lot of cloth',
};

/** What moved tells of the cause. Common practice, no published source. */
function causeOf({ moved, since }: CheckSwatch): string {
  const [first] = since;
  if (first !== undefined) return `It came with ${CHANGED[first]}.`;
  const { strength, yellowing, spread } = moved;
  const hotter = yellowing > 0.7 || spread > 1;
  if (strength < -0.7 && !hotter)
    return 'Paler and no yellower: the plate is cooler than it was, the pressure lighter, or a nozzle is clogged.';
  if (hotter) return 'Yellower or less sharp: the plate is hotter than it was, or the dwell longer.';
  if (strength > 0.7) return 'Stronger, and nothing yellowed: the ink or the paper gives more.';
  return 'The hue has turned: a nozzle, the ink, or the profile it is printed with.';
}
