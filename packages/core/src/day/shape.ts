import { checkModel, type DayModel } from './model.js';

/** Elements that are there: the arrays of a graph are as long as what they are about. Of one kind each, so that they are read at once. */
export const int = (list: Int32Array, index: number): number => list[index] as number;
export const real = (list: Float64Array, index: number): number => list[index] as number;

/** How close to nothing a difference is nothing, s or of a value. */
export const HAIR = 1e-6;

/** What of a model no arrangement changes, laid out in plain arrays. A slot is one unit that a need takes at once. */
export class GraphShape {
  readonly tasks: number;
  readonly jobs: number;
  readonly needs: number;
  readonly slots: number;
  /** By task (one more at the end): its needs, and its slots, from there to those of the next. */
  readonly taskNeeds: Int32Array;
  readonly taskSlots: Int32Array;
  /** By need. */
  readonly needTask: Int32Array;
  readonly needSlots: Int32Array;
  readonly choiceAt: Int32Array;
  readonly choiceLasts: Float64Array;
  readonly slotTask: Int32Array;
  readonly slotNeed: Int32Array;

  readonly release: Float64Array;
  /** Not a number: free. */
  readonly pinned: Float64Array;
  readonly fromEnd: Uint8Array;
  readonly fromPlus: Float64Array;
  readonly toEnd: Uint8Array;
  readonly toPlus: Float64Array;
  readonly inAt: Int32Array;
  readonly inTask: Int32Array;
  readonly inWait: Float64Array;
  readonly outAt: Int32Array;
  readonly outTask: Int32Array;
  readonly outWait: Float64Array;
  /** By job: the tasks that nothing of it follows. */
  readonly jobAt: Int32Array;
  readonly jobLast: Int32Array;
  readonly jobDue: Float64Array;
  readonly jobWeight: Float64Array;
  readonly changes: Uint8Array;
  readonly hasWindows: boolean;

  constructor(readonly model: DayModel) {
    checkModel(model);
    const { tasks, links, units, jobs } = model;
    this.tasks = tasks.length;
    this.jobs = jobs.length;
    const needs = tasks.flatMap((task, t) => task.needs.map((need) => ({ need, t })));
    this.needs = needs.length;
    this.needTask = Int32Array.from(needs, ({ t }) => t);
    const widths = needs.map(({ need }) => Math.max(...need.choices.map((choice) => choice.units.length)));
    this.needSlots = sums(widths);
    this.slots = int(this.needSlots, this.needs);
    this.taskNeeds = sums(tasks.map((task) => task.needs.length));
    this.taskSlots = Int32Array.from(this.taskNeeds, (need) => int(this.needSlots, need));
    this.slotNeed = Int32Array.from(widths.flatMap((width, n) => Array.from({ length: width }, () => n)));
    this.slotTask = this.slotNeed.map((need) => int(this.needTask, need));
    this.choiceAt = sums(needs.map(({ need }) => need.choices.length));
    this.choiceLasts = Float64Array.from(needs.flatMap(({ need }) => need.choices.map(({ lasts }) => lasts)));
    this.release = Float64Array.from(tasks, ({ release }) => release);
    this.pinned = Float64Array.from(tasks, ({ pinned }) => pinned ?? NaN);
    this.fromEnd = Uint8Array.from(needs, ({ need }) => Number(need.from.of === 'end'));
    this.fromPlus = Float64Array.from(needs, ({ need }) => need.from.plus);
    this.toEnd = Uint8Array.from(needs, ({ need }) => Number(need.to.of === 'end'));
    this.toPlus = Float64Array.from(needs, ({ need }) => need.to.plus);
    const inward = sortedBy(this.tasks, links, ({ after }) => after);
    const outward = sortedBy(this.tasks, links, ({ before }) => before);
    this.inAt = inward.from;
    this.inTask = Int32Array.from(inward.list, ({ before }) => before);
    this.inWait = Float64Array.from(inward.list, ({ wait }) => wait);
    this.outAt = outward.from;
    this.outTask = Int32Array.from(outward.list, ({ after }) => after);
    this.outWait = Float64Array.from(outward.list, ({ wait }) => wait);
    const goesOn = new Set(
      links.filter(({ before, after }) => tasks[before]?.job === tasks[after]?.job).map(({ before }) => before),
    );
    const lasts = sortedBy(
      jobs.length,
      [...tasks.keys()].filter((t) => !goesOn.has(t)),
      (t) => tasks[t]?.job ?? 0,
    );
    this.jobAt = lasts.from;
    this.jobLast = Int32Array.from(lasts.list);
    this.jobDue = Float64Array.from(jobs, ({ due }) => due ?? Infinity);
    this.jobWeight = Float64Array.from(jobs, ({ weight }) => weight);
    this.changes = Uint8Array.from(units, ({ change }) => Number(change !== null));
    this.hasWindows = units.some(({ windows }) => windows !== null);
  }

  unitsOf(need: number, choice: number): readonly number[] {
    const task = int(this.needTask, need);
    return this.model.tasks[task]?.needs[need - int(this.taskNeeds, task)]?.choices[choice]?.units ?? [];
  }
  choicesOf(need: number): number {
    return int(this.choiceAt, need + 1) - int(this.choiceAt, need);
  }
  /** Seconds that a unit takes to change for a task, after another (-1: as it stands). */
  changeOf(unit: number, after: number, task: number): number {
    const { change } = this.model.units[unit] ?? { change: null };
    const state = this.model.tasks[task]?.state ?? 0;
    const row = after < 0 ? change?.first : change?.between[this.model.tasks[after]?.state ?? 0];
    return row?.[state] ?? 0;
  }
}

/** Sums of all before, and of all at the end. */
function sums(counts: readonly number[]): Int32Array {
  const all = new Int32Array(counts.length + 1);
  counts.forEach((count, i) => (all[i + 1] = int(all, i) + count));
  return all;
}
/** A list by a number of each of its things: those of number k from `from[k]` to `from[k + 1]`. */
function sortedBy<T>(
  numbers: number,
  list: readonly T[],
  numberOf: (one: T) => number,
): { from: Int32Array; list: T[] } {
  const counts = Array.from({ length: numbers }, () => 0);
  for (const one of list) counts[numberOf(one)] = (counts[numberOf(one)] ?? 0) + 1;
  return { from: sums(counts), list: [...list].sort((a, b) => numberOf(a) - numberOf(b)) };
}
