import { normals, seeded } from '../numbers/index.js';
import type { DayGraph } from './graph.js';
import type { DayBuilt, DayShop } from './build.js';
import { NORMAL_95, type Pace } from './done.js';
import { USUAL_AIMS } from './model.js';
import { int, real } from './shape.js';

/** How far times stray from what was planned: of all of a day together (a slow day), and each by itself, as shares. */
interface Spread {
  day: number;
  each: number;
}
/** What is taken until enough was measured. From memory, no published source. */
const USUAL_SPREAD: Spread = { day: 0.08, each: 0.2 };

/** How far each task of a plan strays: by what was measured for loads at a press, of which one of many beds strays less; all else as usual. */
export function spreadOf(
  { parts }: DayBuilt,
  { pace }: Pick<DayShop, 'pace'>,
): { day: number; eachOf: (task: number) => number } {
  const each = pace?.spread.each ?? USUAL_SPREAD.each;
  return {
    day: pace ? dayStray(pace) : USUAL_SPREAD.day,
    eachOf: (task) => {
      const part = parts[task];
      if (!pace || part?.kind !== 'press') return USUAL_SPREAD.each;
      return each / Math.sqrt(Math.max(1, part.beds));
    },
  };
}

/** The usual spread of days counts like so many days of measuring. Ours. */
const PRIOR = 3;
/** The quantile that promises are made by. */
const Z = 1.2816;

/**
 * How far a day to come strays, by days that were measured: their spread, drawn to the usual one while they are few; that their mean is not quite known; and that neither is their spread, by which a normal
 * quantile falls short of Student’s (Abramowitz and Stegun, Handbook of Mathematical Functions, 26.7.5, its first term; from memory).
 */
function dayStray({ days, pressings, low, high, spread }: Pace): number {
  const known = Math.log(1 + spread.day ** 2);
  const usual = Math.log(1 + USUAL_SPREAD.day ** 2);
  const each = Math.log(1 + spread.each ** 2) / (pressings / days);
  // What single pressings stray hides a part of what days do (Satterthwaite 1946).
  const seen = known + each === 0 ? 1 : known / (known + each);
  const free = (days - 1) * seen ** 2 + PRIOR;
  const error = Math.log(high / low) / (2 * NORMAL_95);
  const variance = ((days - 1) * known + PRIOR * usual) / (days - 1 + PRIOR) + error ** 2;
  const student = 1 + (Z ** 2 + 1) / (4 * free);
  return Math.sqrt(Math.exp(variance * student ** 2) - 1);
}

/** Days that are tried for a surety: their 90th share lies within 2 points two times in three. */
const RUNS = 200;

/**
 * When each job is done in days whose times stray, the arrangement as it is: ends in rising order, s from now. Times are multiplied by log-normal factors of mean one, one for the day and one for each
 * task (as job times are usually modelled). Leaves the graph as it was. O(runs · time of a plan).
 */
export function strayEnds(
  graph: DayGraph,
  spread: { day: number; eachOf: (task: number) => number },
  seed: number,
  runs = RUNS,
): Float64Array[] {
  const { model, choiceLasts } = graph;
  const normal = normals(seeded(seed));
  const plain = choiceLasts.slice();
  const ends = model.jobs.map(() => new Float64Array(runs));
  const factor = (share: number) => {
    const s = Math.sqrt(Math.log(1 + share * share));
    return Math.exp(s * normal() - (s * s) / 2);
  };
  for (let run = 0; run < runs; run++) {
    const today = factor(spread.day);
    for (let t = 0; t < graph.tasks; t++) {
      // The first need of a task says how long it takes.
      const need = int(graph.taskNeeds, t);
      const own = today * factor(spread.eachOf(t));
      for (let c = int(graph.choiceAt, need), to = int(graph.choiceAt, need + 1); c < to; c++)
        choiceLasts[c] = real(plain, c) * own;
    }
    graph.time(USUAL_AIMS);
    ends.forEach((list, job) => (list[run] = graph.endOf(job)));
  }
  choiceLasts.set(plain);
  graph.time(USUAL_AIMS);
  for (const list of ends) list.sort();
  return ends;
}

/** The moment by which so many of a hundred days had it done; of sorted ends. */
export const sureBy = (ends: Float64Array, share: number): number =>
  ends[Math.min(ends.length - 1, Math.max(0, Math.ceil(share * ends.length) - 1))] ?? 0;

/** The share of days in which it was done by a moment; of sorted ends. */
export function shareBy(ends: Float64Array, due: number): number {
  let count = 0;
  while (count < ends.length && (ends[count] ?? Infinity) <= due) count++;
  return ends.length === 0 ? 0 : count / ends.length;
}
