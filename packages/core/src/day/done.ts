import type { DayBook, TakenRow } from './book.js';
import { secondsBetween } from '../bench/index.js';
import { momentAfter } from '../units/index.js';

/** One time that a bed was under a plate, as the log has it. */
export interface DoneBed {
  jobId: string;
  number: number;
  name: string;
  artId: string | null;
  /** The name of the press: it may be in the shop no more. */
  press: string;
  /** When the press was closed, ISO 8601. */
  at: string;
  /** So long it was closed, and so long it was to be, s. */
  seconds: number;
  planned: number;
  /** From one closing to the next of that job, as it was planned, s; null: nothing says. */
  cycle: number | null;
  pieces: number;
  spoiled: number;
  celsius: number;
}

/** Pressings of one job that followed one another on a press: what hung on the line together. */
export interface DoneLoad extends Pick<
  DoneBed,
  'jobId' | 'number' | 'name' | 'artId' | 'press' | 'pieces' | 'spoiled' | 'celsius'
> {
  /** ISO 8601. */
  from: string;
  to: string;
}

/** A pause of this many cycles ends a load, and where no plan says how long one is, of so many seconds. Ours. */
const [PAUSE, PAUSE_SECONDS] = [3, 900];

/** Pressings as loads, by press and moment. O(pressings · log pressings). */
export function doneLoads(beds: readonly DoneBed[]): DoneLoad[] {
  const loads: DoneLoad[] = [];
  const last = new Map<string, DoneLoad>();
  for (const bed of [...beds].sort((a, b) => a.at.localeCompare(b.at))) {
    const { jobId, number, name, artId, press, pieces, spoiled, celsius } = bed;
    const before = last.get(press);
    const pause = before ? secondsBetween(before.to, bed.at) : Infinity;
    if (before?.jobId === jobId && pause < (bed.cycle === null ? PAUSE_SECONDS : PAUSE * bed.cycle)) {
      before.to = endOf(bed);
      before.pieces += pieces;
      before.spoiled += spoiled;
      continue;
    }
    const load = { jobId, number, name, artId, press, pieces, spoiled, celsius, from: bed.at, to: endOf(bed) };
    last.set(press, load);
    loads.push(load);
  }
  return loads;
}

/** What minutes of a press went to that no plan had, s. */
export interface Lost {
  /** The first load was closed after it was planned to be. */
  late: number;
  /** Between loads, beyond what a load takes. */
  between: number;
  /** Closed for longer than planned. */
  longer: number;
  /** Pressings whose pieces were spoiled. */
  spoiled: number;
}

/** One press on one day: what was planned for it in the plan that was taken, and what was done. */
export interface PressDay {
  press: string;
  /** Loads of the plan, and those of them whose job was pressed to their end; null: no plan was taken for that day. */
  loads: number | null;
  /** Pressings, pieces and spoiled ones. */
  pressings: number;
  pieces: number;
  spoiled: number;
  /** ISO 8601; null: nothing was planned, or nothing pressed. */
  plannedFrom: string | null;
  plannedTo: string | null;
  from: string | null;
  to: string | null;
  lost: Lost;
}

const endOf = ({ at, seconds }: DoneBed): string => momentAfter(at, seconds);
const earliest = (moments: readonly string[]): string | null =>
  moments.reduce<string | null>((a, b) => (a === null || b < a ? b : a), null);
const latest = (moments: readonly string[]): string | null =>
  moments.reduce<string | null>((a, b) => (a === null || b > a ? b : a), null);

/**
 * What became of a day, press by press: pressings of that day against the loads that the taken plan had for it. `presses` gives names to the ids of the plan; `begins` and `ends` are the day, ISO 8601.
 * O(pressings · log pressings + loads).
 */
export function dayDone(
  beds: readonly DoneBed[],
  taken: DayBook['taken'],
  presses: readonly { id: string; name: string }[],
  [begins, ends]: readonly [string, string],
): PressDay[] {
  const nameOf = new Map(presses.map(({ id, name }) => [id, name]));
  const byPress = new Map<string, { done: DoneBed[]; rows: TakenRow[] }>();
  const of = (press: string) => {
    const own = byPress.get(press) ?? { done: [], rows: [] };
    byPress.set(press, own);
    return own;
  };
  for (const bed of beds) of(bed.press).done.push(bed);
  for (const row of taken?.rows ?? []) {
    const press = nameOf.get(row.unit);
    if (press !== undefined && row.start >= begins && row.start < ends) of(press).rows.push(row);
  }
  return [...byPress]
    .map(([press, { done, rows }]) => {
      const own = [...done].sort((a, b) => a.at.localeCompare(b.at));
      const plannedFrom = earliest(rows.map(({ start }) => start));
      const from = own[0]?.at ?? null;
      return {
        press,
        loads: taken === null ? null : rows.length,
        pressings: own.length,
        pieces: own.reduce((sum, { pieces }) => sum + pieces, 0),
        spoiled: own.reduce((sum, { spoiled }) => sum + spoiled, 0),
        plannedFrom,
        plannedTo: latest(rows.map(({ end }) => end)),
        from,
        to: latest(own.map(endOf)),
        lost: {
          late: plannedFrom === null || from === null ? 0 : Math.max(0, secondsBetween(plannedFrom, from)),
          between: between(own),
          longer: own.reduce((sum, { seconds, planned }) => sum + Math.max(0, seconds - planned), 0),
          spoiled: own.reduce(
            (sum, { seconds, pieces, spoiled }) => sum + (pieces === 0 ? 0 : (seconds * spoiled) / pieces),
            0,
          ),
        },
      };
    })
    .sort((a, b) => a.press.localeCompare(b.press));
}

/** Seconds between pressings beyond the cycle that each was planned with; where nothing says how long one is, its pressing counts alone. */
function between(own: readonly DoneBed[]): number {
  return own.slice(1).reduce((sum, bed, i) => {
    const before = own[i];
    if (!before) return sum;
    const beyond = secondsBetween(before.at, bed.at) - Math.max(before.cycle ?? 0, before.seconds);
    return sum + Math.max(0, beyond);
  }, 0);
}

/** How fast the shop works, against what is planned, from the pressings of some days. */
export interface Pace {
  /** A load takes so many times what is planned, in the mean; with 95 % between these. */
  factor: number;
  low: number;
  high: number;
  /** From so many pressings of so many days. */
  pressings: number;
  days: number;
  /** How far days, and loads of one bed within a day, stray from it, as shares. */
  spread: { day: number; each: number };
}

/** From one closing to the next this much sooner or later than planned is no work at that pace: it was written down afterwards, or somebody was at lunch. Ours. */
const [SOONEST, LATEST] = [0.4, 4];
/** Less than this says nothing yet. Ours. */
const [LEAST_PRESSINGS, LEAST_DAYS] = [20, 3];

/**
 * The pace of a shop: times from one closing to the next of the same job on the same press, over what was planned, as logarithms, in a model of days and of loads within them (variance components by the analysis
 * of variance: Searle, Casella and McCulloch, Variance Components, 1992, chapter 3; from memory). Null while there is too little. `dayOf` gives the day of a moment. O(pressings · log pressings).
 */
export function paceOf(beds: readonly DoneBed[], dayOf: (at: string) => string): Pace | null {
  const byDay = new Map<string, number[]>();
  const last = new Map<string, DoneBed>();
  for (const bed of [...beds].sort((a, b) => a.at.localeCompare(b.at))) {
    const before = last.get(bed.press);
    last.set(bed.press, bed);
    if (before?.jobId !== bed.jobId || before.cycle === null || before.cycle <= 0) continue;
    const factor = secondsBetween(before.at, bed.at) / before.cycle;
    if (factor < SOONEST || factor > LATEST) continue;
    const day = dayOf(before.at);
    const own = byDay.get(day) ?? [];
    own.push(Math.log(factor));
    byDay.set(day, own);
  }
  const days = [...byDay.values()];
  const all = days.flat();
  if (all.length < LEAST_PRESSINGS || days.length < LEAST_DAYS) return null;
  const mean = meanOf(all);
  const means = days.map(meanOf);
  const within = days.reduce((sum, own, d) => sum + own.reduce((s, one) => s + (one - (means[d] ?? 0)) ** 2, 0), 0);
  const each = within / Math.max(1, all.length - days.length);
  const between = days.reduce((sum, own, d) => sum + own.length * ((means[d] ?? 0) - mean) ** 2, 0) / (days.length - 1);
  // How many of a day count, where days had different numbers.
  const usual = (all.length - days.reduce((sum, own) => sum + own.length ** 2, 0) / all.length) / (days.length - 1);
  const day = Math.max(0, (between - each) / usual);
  const error = Math.sqrt(days.reduce((sum, own) => sum + (day + each / own.length) * own.length ** 2, 0)) / all.length;
  // The mean of a log-normal time lies above the exponential of the mean of its logarithm.
  const lift = Math.exp((day + each) / 2);
  const wide = NORMAL_95 * error;
  return {
    factor: Math.exp(mean) * lift,
    low: Math.exp(mean - wide) * lift,
    high: Math.exp(mean + wide) * lift,
    pressings: all.length,
    days: days.length,
    spread: { day: Math.sqrt(Math.exp(day) - 1), each: Math.sqrt(Math.exp(each) - 1) },
  };
}
/** The 97.5th percentile of the normal distribution. */
export const NORMAL_95 = 1.96;
const meanOf = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;
