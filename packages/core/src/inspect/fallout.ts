import type { HouseRules } from '../shop/index.js';
import type { FaultCode } from './faults.js';
import { wilsonInterval } from './tally.js';

/** What came of one run, or of several that are alike in all but their counts. */
export interface RunOutcome {
  /** The day on which it was judged, `2026-11-26`. */
  day: string;
  press: string;
  blank: string;
  /** Who pressed; null: nobody said. */
  by: string | null;
  /** The schools that the house followed; null: plans of before did not say. */
  house: HouseRules | null;
  good: number;
  spoiled: number;
  /** How many pieces each fault spoiled. */
  faults: Partial<Record<FaultCode, number>>;
}

/** What came of many runs, those that are alike added up; what a house does is told once, and named by its place in the list. */
export interface Outcomes {
  houses: HouseRules[];
  runs: (Omit<RunOutcome, 'house'> & { house: number | null })[];
}

/** The runs with what their house did. Throws a RangeError when one names a house that is not told. O(n). */
export const runsOf = ({ houses, runs }: Outcomes): RunOutcome[] =>
  runs.map((run) => {
    if (run.house === null) return { ...run, house: null };
    const house = houses[run.house];
    if (!house) throw new RangeError(`there is no house ${run.house} among ${houses.length}`);
    return { ...run, house };
  });

/** Good houses keep fallout under this. Common practice, no published source. */
export const FALLOUT_AIM = 0.02;

/** Spoiled pieces among pressed ones, with what the true share may be (Wilson, 95 %). */
export interface Share {
  name: string;
  spoiled: number;
  pressed: number;
  share: number;
  low: number;
  high: number;
  /** Whether it is surely above or below the aim (exact binomial, 2.5 % a side); null: too few pieces to say. */
  against: 'above' | 'below' | null;
}

/** ln Γ by Lanczos's series (g = 7, nine terms): to about 1e-13 for x above 0. */
function lnGamma(x: number): number {
  const terms = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const [first = 0, ...rest] = terms;
  const at = x - 1;
  const t = at + 7.5;
  const sum = rest.reduce((all, term, i) => all + term / (at + i + 1), first);
  return 0.5 * Math.log(2 * Math.PI) + (at + 0.5) * Math.log(t) - t + Math.log(sum);
}
const lnBeta = (a: number, b: number): number => lnGamma(a) + lnGamma(b) - lnGamma(a + b);
const lnChoose = (n: number, k: number): number => lnGamma(n + 1) - lnGamma(k + 1) - lnGamma(n - k + 1);

/** The chance of at most `k` spoiled of `n` when a share `p` is (binomial). O(k). */
function atMost(k: number, n: number, p: number): number {
  let sum = 0;
  for (let i = 0; i <= k; i++) sum += Math.exp(lnChoose(n, i) + i * Math.log(p) + (n - i) * Math.log1p(-p));
  return Math.min(1, sum);
}

/** Half of what an interval of 95 % leaves out. */
const TAIL = 0.025;

function shareOf(name: string, spoiled: number, pressed: number, aim: number): Share {
  const { low, high } = wilsonInterval(spoiled, pressed);
  // The interval is rough where pieces are few: whether the aim is missed or met is asked of the binomial itself.
  const above = spoiled > 0 && 1 - atMost(spoiled - 1, pressed, aim) < TAIL;
  const below = atMost(spoiled, pressed, aim) < TAIL;
  const against = above ? 'above' : below ? 'below' : null;
  return { name, spoiled, pressed, share: spoiled / pressed, low, high, against };
}

/** The fallout of all runs together; null when nothing was judged. */
export function falloutOf(runs: readonly RunOutcome[], aim: number = FALLOUT_AIM): Share | null {
  const spoiled = runs.reduce((sum, run) => sum + run.spoiled, 0);
  const pressed = runs.reduce((sum, run) => sum + run.spoiled + run.good, 0);
  return pressed === 0 ? null : shareOf('all', spoiled, pressed, aim);
}

/** What fallout is held apart by: the press, the blank, who pressed, or what the house did about one of its questions. */
export type FalloutKey = 'press' | 'blank' | 'by' | keyof HouseRules;

const groupOf = (run: RunOutcome, key: FalloutKey): string => {
  if (key === 'press' || key === 'blank') return run[key];
  if (key === 'by') return run.by ?? 'nobody said who';
  return run.house?.[key] ?? 'nobody said how';
};

/** The fallout held apart, the worst that can be told apart first, then by share. O(n log n). */
export function falloutBy(runs: readonly RunOutcome[], key: FalloutKey, aim: number = FALLOUT_AIM): Share[] {
  const groups = new Map<string, { spoiled: number; pressed: number }>();
  for (const run of runs) {
    const group = groupOf(run, key);
    const before = groups.get(group) ?? { spoiled: 0, pressed: 0 };
    groups.set(group, {
      spoiled: before.spoiled + run.spoiled,
      pressed: before.pressed + run.spoiled + run.good,
    });
  }
  return [...groups]
    .filter(([, { pressed }]) => pressed > 0)
    .map(([name, { spoiled, pressed }]) => shareOf(name, spoiled, pressed, aim))
    .sort((a, b) => b.low - a.low || b.share - a.share || a.name.localeCompare(b.name));
}

/** One day on the control chart. */
export interface ControlDay {
  day: string;
  pressed: number;
  share: number;
  /** Three standard deviations of so many pieces about the mean; never below 0. */
  lower: number;
  upper: number;
  out: boolean;
}

/**
 * The control chart of fallout by day: p ± 3 √(p (1 − p) / n) about the mean of all days (NIST/SEMATECH e-Handbook 6.3.3.2). Days in order; days
 * without a judged piece are left out. O(n log n).
 */
export function controlChart(runs: readonly RunOutcome[]): { mean: number; days: ControlDay[] } | null {
  const all = falloutOf(runs);
  if (!all) return null;
  const mean = all.share;
  const byDay = new Map<string, { spoiled: number; pressed: number }>();
  for (const { day, spoiled, good } of runs) {
    const before = byDay.get(day) ?? { spoiled: 0, pressed: 0 };
    byDay.set(day, { spoiled: before.spoiled + spoiled, pressed: before.pressed + spoiled + good });
  }
  const days = [...byDay]
    .filter(([, { pressed }]) => pressed > 0)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([day, { spoiled, pressed }]): ControlDay => {
      const reach = 3 * Math.sqrt((mean * (1 - mean)) / pressed);
      const share = spoiled / pressed;
      const [lower, upper] = [Math.max(0, mean - reach), Math.min(1, mean + reach)];
      return { day, pressed, share, lower, upper, out: share > upper + 1e-12 || share < lower - 1e-12 };
    });
  return { mean, days };
}

/** Faults by how many pieces they spoiled, the most first, with the share that they and all before them make up. */
export function pareto(runs: readonly RunOutcome[]): { fault: FaultCode; pieces: number; upTo: number }[] {
  const counts = new Map<FaultCode, number>();
  for (const { faults } of runs)
    for (const [fault, pieces] of Object.entries(faults) as [FaultCode, number][])
      counts.set(fault, (counts.get(fault) ?? 0) + pieces);
  const all = [...counts.values()].reduce((sum, one) => sum + one, 0);
  let before = 0;
  return [...counts]
    .sort(([a, m], [b, n]) => n - m || a.localeCompare(b))
    .map(([fault, pieces]) => {
      before += pieces;
      return { fault, pieces, upTo: before / all };
    });
}

/** More blanks than this for a good piece are not ordered: then something else is wrong. */
const MOST_FOR_ONE = 20;

/**
 * How many blanks to order so that `good` pieces come out good with a surety of 95 % (or another): the fewest n for which the chance of at least as many good ones is
 * as large, when `spoiled` of `pressed` pieces were spoiled before. What is not known of the true share counts, too (beta-binomial, Jeffreys's prior: Beta(½, ½)); so after few
 * pieces more is ordered than after many. Null when more than 20 for each would be needed. O(spares × log spares).
 */
export function blanksToOrder(good: number, spoiled: number, pressed: number, surety = 0.95): number | null {
  if (!(Number.isInteger(good) && good > 0))
    throw new RangeError(`good pieces are a whole number above 0, got ${good}`);
  if (!(spoiled >= 0 && spoiled <= pressed))
    throw new RangeError(`spoiled pieces are from 0 to those pressed, got ${spoiled} of ${pressed}`);
  if (!(surety > 0 && surety < 1)) throw new RangeError(`a surety is between 0 and 1, got ${surety}`);
  const [a, b] = [spoiled + 0.5, pressed - spoiled + 0.5];
  const isEnough = (n: number): boolean => {
    let chance = 0;
    for (let k = 0; k <= n - good && chance < surety; k++)
      chance += Math.exp(lnChoose(n, k) + lnBeta(k + a, n - k + b) - lnBeta(a, b));
    return chance >= surety;
  };
  // One more is never worse: doubled until it is enough, then halved.
  let [low, high] = [good - 1, good];
  for (let spare = 1; !isEnough(high); spare *= 2) {
    if (high >= good * MOST_FOR_ONE) return null;
    low = high;
    high = Math.min(good + spare, good * MOST_FOR_ONE);
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (isEnough(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** Pieces from which the log is believed before the house’s own figure. */
export const BELIEVED_FROM = 50;

/** What is enough to have `good` pieces come out good with a surety of 95 %, by the log of like goods and the house’s share while that is thin; as many as are wanted where nothing reasonable would do. */
export function enoughFor(good: number, log: { spoiled: number; pressed: number }, share: number): number {
  const { spoiled, pressed } = withHouse(log, share);
  return blanksToOrder(good, spoiled, pressed) ?? good;
}

/** What was spoiled of what was pressed; while that is thin, the house’s own share stands for the pieces that are missing to a log that is believed. */
function withHouse(log: { spoiled: number; pressed: number }, share: number): { spoiled: number; pressed: number } {
  const missing = Math.max(0, BELIEVED_FROM - log.pressed);
  return { spoiled: log.spoiled + share * missing, pressed: log.pressed + missing };
}
