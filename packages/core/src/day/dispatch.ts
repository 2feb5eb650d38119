import type { Arrangement, DayGraph } from './graph.js';
import type { Aims } from './model.js';
import { int } from './shape.js';

/** Rules by which a shop without a plan goes on: what is due first; what has least time to spare; what is due soon for the work left and near in temperature; the same temperature first; the longest way to go. */
export const RULES = ['due', 'slack', 'due and near', 'same heat', 'longest way'] as const;
export type Rule = (typeof RULES)[number];

/** A far day, for what nobody waits for, s. */
const NEVER = 1e9;

/** The longest way from the end of each task to the end of its job, s: its links and the shortest choices. O(tasks + links). */
export function tailsOf(graph: DayGraph): Float64Array {
  const { model, tasks } = graph;
  const tails = new Float64Array(tasks);
  const shortest = model.tasks.map((task) => Math.min(...(task.needs[0]?.choices.map(({ lasts }) => lasts) ?? [0])));
  const wait = new Map(model.links.map(({ before, after, wait: seconds }) => [before * tasks + after, seconds]));
  const open = Int32Array.from({ length: tasks }, (_, t) => graph.following(t).length);
  const ready = [...open.keys()].filter((t) => open[t] === 0);
  for (let t = ready.pop(); t !== undefined; t = ready.pop())
    for (const before of graph.preceding(t)) {
      const tail = (tails[t] ?? 0) + (shortest[t] ?? 0) + (wait.get(before * tasks + t) ?? 0);
      if (tail > (tails[before] ?? 0)) tails[before] = tail;
      open[before] = (open[before] ?? 0) - 1;
      if (open[before] === 0) ready.push(before);
    }
  return tails;
}

/** Where things were in a plan that was taken: by task, when it began, s from now, and the unit that had it (-1: nobody says). */
export type Followed = ReadonlyMap<number, { at: number; unit: number }>;

/**
 * Arranges everything by a rule: again and again the first by the rule among tasks that can begin, on the units that have it done soonest. Leaves the graph so. O(tasks² · units) at most.
 * Its value by the aims. `followed`: what a taken plan had is done in its order and by its units, and the rest by when it can begin.
 */
export function dispatch(graph: DayGraph, rule: Rule, aims: Aims, followed?: Followed): number {
  const { model } = graph;
  graph.clear();
  const tails = tailsOf(graph);
  const open = Int32Array.from({ length: graph.tasks }, (_, t) => graph.preceding(t).length);
  const earliest = Float64Array.from(model.tasks, ({ release }) => release);
  const wait = new Map(model.links.map((link) => [link.before * graph.tasks + link.after, link.wait]));
  const free = new Float64Array(model.units.length);
  const state = new Int32Array(model.units.length).fill(-1);
  const ready = new Set([...open.keys()].filter((t) => open[t] === 0));

  /** When a unit can take a task, from a moment on. */
  const change = (unit: number, own: number): number => {
    const changes = model.units[unit]?.change;
    if (!changes) return 0;
    const now = state[unit] ?? -1;
    return (now < 0 ? changes.first[own] : changes.between[now]?.[own]) ?? 0;
  };
  /** The choices that have a task done soonest, need by need. */
  const best = (t: number): { picks: number[]; start: number; end: number; changes: number } => {
    const task = model.tasks[t];
    let start = earliest[t] ?? 0;
    let changes = 0;
    let lasts = 0;
    const picks = (task?.needs ?? []).map(({ choices, from }, i) => {
      let pick = 0;
      let [soonest, begins, cost] = [Infinity, 0, 0];
      const own = followed?.get(t)?.unit ?? -1;
      const keeps = i === 0 && choices.some(({ units }) => units.includes(own));
      choices.forEach((choice, c) => {
        if (keeps && !choice.units.includes(own)) return;
        const long = i === 0 ? choice.lasts : lasts;
        const offset = (from.of === 'end' ? long : 0) + from.plus;
        let can = start;
        let costs = 0;
        for (const unit of choice.units) {
          const takes = change(unit, task?.state ?? 0);
          costs += takes;
          can = Math.max(can, windowFrom(model.units[unit]?.windows ?? null, (free[unit] ?? 0) + takes, long) - offset);
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
    return { picks, start, end: start + lasts, changes };
  };
  const keyOf = (t: number): number => {
    const task = model.tasks[t];
    const job = task && model.jobs[task.job];
    const due = job?.due ?? NEVER;
    const { start, end, changes } = best(t);
    const left = tails[t] ?? 0;
    if (followed) return followed.get(t)?.at ?? start;
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
    let pick = -1;
    let least = Infinity;
    for (const t of ready) {
      const fixed = model.tasks[t]?.fixed ?? null;
      const key = fixed !== null ? -1e15 + fixed : keyOf(t);
      if (key < least) [pick, least] = [t, key];
    }
    const { picks, start, end } = best(pick);
    const low = int(graph.taskNeeds, pick);
    picks.forEach((choice, i) => {
      graph.append(low + i, choice);
      const need = model.tasks[pick]?.needs[i];
      for (const unit of need?.choices[choice]?.units ?? []) {
        free[unit] = (need?.to.of === 'end' ? end : start) + (need?.to.plus ?? 0);
        state[unit] = model.tasks[pick]?.state ?? 0;
      }
    });
    ready.delete(pick);
    for (const after of graph.following(pick)) {
      earliest[after] = Math.max(earliest[after] ?? 0, end + (wait.get(pick * graph.tasks + after) ?? 0));
      open[after] = (open[after] ?? 0) - 1;
      if (open[after] === 0) ready.add(after);
    }
  }
  return graph.time(aims);
}

/** The first moment from `from` on in a window that takes so much. */
function windowFrom(windows: readonly { from: number; to: number }[] | null, from: number, lasts: number): number {
  if (!windows) return from;
  const window = windows.find(({ from: begins, to }) => Math.max(begins, from) + lasts <= to);
  return window ? Math.max(window.from, from) : from;
}

/** The best of all rules, left arranged; and what each came to. */
export function bestRule(graph: DayGraph, aims: Aims): { arrangement: Arrangement; values: Record<Rule, number> } {
  let best: { arrangement: Arrangement; value: number } | null = null;
  const values: Record<Rule, number> = { due: 0, slack: 0, 'due and near': 0, 'same heat': 0, 'longest way': 0 };
  for (const rule of RULES) {
    const value = (values[rule] = dispatch(graph, rule, aims));
    if (!best || value < best.value) best = { arrangement: graph.save(), value };
  }
  if (!best) throw new Error('there are no rules');
  graph.load(best.arrangement);
  return { arrangement: best.arrangement, values };
}
