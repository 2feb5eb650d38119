import type { DayGraph } from './graph.js';
import type { Aims } from './model.js';
import { int, real } from './shape.js';
import { waysOf } from './ways.js';

/** Rules by which a shop without a plan goes on: what is due first; what has least time to spare; what is due soon for the work left and near in temperature; the same temperature first; the longest way to go. */
export const RULES = ['due', 'slack', 'due and near', 'same heat', 'longest way'] as const;
export type Rule = (typeof RULES)[number];

/** A far day, for what nobody waits for, s. */
const NEVER = 1e9;

/** Where things were in a plan that was taken: by task, when it began, s from now, and the unit that had it (-1: nobody says). */
export type Followed = ReadonlyMap<number, { at: number; unit: number }>;

/**
 * Arranges everything by a rule: again and again the first by the rule among tasks that can begin, on the units that have it done soonest. Leaves the graph so. O(tasks² · units) at most.
 * Its value by the aims. `followed`: what a taken plan had is done in its order and by its units, and the rest by when it can begin.
 */
export function dispatch(graph: DayGraph, rule: Rule, aims: Aims, followed?: Followed): number {
  const { model, inAt, outAt, outTask, outWait } = graph;
  graph.clear();
  const { tails } = waysOf(graph);
  const open = Int32Array.from({ length: graph.tasks }, (_, t) => int(inAt, t + 1) - int(inAt, t));
  const earliest = graph.release.slice();
  const free = new Float64Array(model.units.length);
  const ready = new Set([...open.keys()].filter((t) => open[t] === 0));

  /** The choices that have a task done soonest, need by need. */
  const soonestOf = (t: number): Begun => {
    let start = real(earliest, t);
    let changes = 0;
    let lasts = 0;
    const own = followed?.get(t)?.unit ?? -1;
    const picks = (model.tasks[t]?.needs ?? []).map(({ choices, from }, i) => {
      let pick = 0;
      let [soonest, begins, cost] = [Infinity, 0, 0];
      const keeps = i === 0 && choices.some(({ units }) => units.includes(own));
      choices.forEach((choice, c) => {
        if (keeps && !choice.units.includes(own)) return;
        const long = i === 0 ? choice.lasts : lasts;
        const offset = (from.of === 'end' ? long : 0) + from.plus;
        let can = start;
        let costs = 0;
        for (const unit of choice.units) {
          const last = int(graph.last, unit);
          const takes = graph.changeOf(unit, last < 0 ? -1 : int(graph.slotTask, last), t);
          costs += takes;
          can = Math.max(can, windowFrom(model.units[unit]?.windows ?? null, real(free, unit) + takes, long) - offset);
        }
        if (can + long < soonest) {
          soonest = can + long;
          pick = c;
          [begins, cost] = [can, costs];
        }
      });
      start = begins;
      changes += cost;
      if (i === 0) lasts = choices[pick]?.lasts ?? 0;
      return pick;
    });
    return { task: t, picks, start, end: start + lasts, changes };
  };
  const keyOf = ({ task, start, end, changes }: Begun): number => {
    const due = model.jobs[model.tasks[task]?.job ?? -1]?.due ?? NEVER;
    const left = real(tails, task);
    if (followed) return followed.get(task)?.at ?? start;
    switch (rule) {
      case 'due':
        return due * 1e3 + start;
      case 'slack':
        return due - end - left;
      case 'due and near':
        return start + changes + 0.5 * Math.max(0, due - end - left);
      case 'same heat':
        return changes * 1e6 + start + Math.min(due, NEVER) * 1e-3;
      case 'longest way':
        return start - left;
    }
  };
  while (ready.size > 0) {
    let next: Begun | null = null;
    let least = Infinity;
    for (const t of ready) {
      const begun = soonestOf(t);
      const key = keyOf(begun);
      if (!next || key < least) [next, least] = [begun, key];
    }
    if (!next) break;
    const { task, picks, start, end } = next;
    picks.forEach((choice, i) => {
      graph.append(int(graph.taskNeeds, task) + i, choice);
      const need = model.tasks[task]?.needs[i];
      for (const unit of need?.choices[choice]?.units ?? [])
        free[unit] = (need?.to.of === 'end' ? end : start) + (need?.to.plus ?? 0);
    });
    ready.delete(task);
    for (let k = int(outAt, task), to = int(outAt, task + 1); k < to; k++) {
      const after = int(outTask, k);
      earliest[after] = Math.max(real(earliest, after), end + real(outWait, k));
      if ((open[after] = int(open, after) - 1) === 0) ready.add(after);
    }
  }
  return graph.time(aims);
}

/** A task as it would begin next: a choice for each of its needs, when, and the changes before it, s. */
interface Begun {
  task: number;
  picks: number[];
  start: number;
  end: number;
  changes: number;
}

/** The first moment from `from` on in a window that takes so much. */
function windowFrom(windows: readonly { from: number; to: number }[] | null, from: number, lasts: number): number {
  if (!windows) return from;
  const window = windows.find(({ from: begins, to }) => Math.max(begins, from) + lasts <= to);
  return window ? Math.max(window.from, from) : from;
}

/** Leaves a graph arranged by the rule that does best by the aims. */
export function bestRule(graph: DayGraph, aims: Aims): void {
  const tried = RULES.map((rule) => ({ value: dispatch(graph, rule, aims), arrangement: graph.save() }));
  graph.load(tried.reduce((a, b) => (b.value < a.value ? b : a)).arrangement);
}
