import type { Aims, DayModel, Task } from './model.js';
import { GraphShape } from './shape.js';
import { shortestOf, waysOf } from './ways.js';

/** Tasks that only some units can do: whatever is planned, they share those. */
interface Group {
  units: number;
  tasks: { task: Task; t: number }[];
}
/** Every set of units that some task's first need is bound to, with all tasks that are bound to units within it. O(tasks²). */
function groupsOf({ tasks }: DayModel): Group[] {
  const setOf = ({ needs }: Task): Set<number> => new Set(needs[0]?.choices.flatMap(({ units }) => [...units]) ?? []);
  const sets = tasks.map(setOf);
  const seen = new Map<string, Set<number>>();
  for (const set of sets) seen.set([...set].sort((a, b) => a - b).join(' '), set);
  return [...seen.values()].map((set) => ({
    units: set.size,
    tasks: tasks.map((task, t) => ({ task, t })).filter(({ t }) => [...(sets[t] ?? [])].every((unit) => set.has(unit))),
  }));
}

/**
 * The end of a one-machine schedule with heads and tails where work may be cut up (Jackson's preemptive schedule): no schedule without cuts is shorter (Carlier 1982). O(n²).
 */
export function jacksonBound(work: readonly { head: number; lasts: number; tail: number }[]): number {
  const open = work.map((one) => ({ ...one })).sort((a, b) => a.head - b.head);
  let now = 0;
  let bound = 0;
  while (open.length > 0) {
    const there = open.filter(({ head }) => head <= now + 1e-9);
    const pick = there.reduce<(typeof open)[number] | null>((a, b) => (a === null || b.tail > a.tail ? b : a), null);
    if (!pick) {
      now = open[0]?.head ?? now;
      continue;
    }
    const next = open.reduce((soonest, { head }) => (head > now + 1e-9 && head < soonest ? head : soonest), Infinity);
    const runs = Math.min(pick.lasts, next - now);
    now += runs;
    pick.lasts -= runs;
    if (pick.lasts <= 1e-9) {
      bound = Math.max(bound, now + pick.tail);
      open.splice(open.indexOf(pick), 1);
    }
  }
  return bound;
}

/** No plan ends before this, s: the longest job; each unit's own work by Jackson's rule; shared work divided among those that share it. Changes and windows are left out. O(tasks²). */
export function spanBound(model: DayModel): number {
  const { heads, tails } = waysOf(new GraphShape(model));
  let bound = 0;
  model.tasks.forEach((task, t) => {
    bound = Math.max(bound, (heads[t] ?? 0) + shortestOf(task) + (tails[t] ?? 0));
  });
  for (const { units, tasks } of groupsOf(model)) {
    const work = tasks.map(({ task, t }) => ({ head: heads[t] ?? 0, lasts: shortestOf(task), tail: tails[t] ?? 0 }));
    if (units === 1) bound = Math.max(bound, jacksonBound(work));
    else {
      const sum = work.reduce((all, { lasts }) => all + lasts, 0);
      // The first to begin on each of so many units begin no sooner than the least heads, and the last to end leave the least tails.
      const least = (list: number[]) =>
        list
          .sort((a, b) => a - b)
          .slice(0, units)
          .reduce((all, one) => all + one, 0);
      bound = Math.max(
        bound,
        (least(work.map(({ head }) => head)) + sum + least(work.map(({ tail }) => tail))) / units,
      );
    }
  }
  return bound;
}

/**
 * No plan is less late in sum than this, weighted s: each job alone; or, for what shares units, the k-th job done is done no sooner than the k shortest together allow, held against the k-th day
 * (sorted ends against sorted days are the kindest), each at the least weight. O(jobs · tasks).
 */
export function lateBound(model: DayModel): number {
  const { heads, tails } = waysOf(new GraphShape(model));
  const alone = model.jobs.map(() => 0);
  model.tasks.forEach((task, t) => {
    const end = (heads[t] ?? 0) + shortestOf(task) + (tails[t] ?? 0);
    if (end > (alone[task.job] ?? 0)) alone[task.job] = end;
  });
  const lateness = (ends: readonly number[]) =>
    model.jobs.reduce(
      (sum, { due, weight }, j) => (due === null ? sum : sum + weight * Math.max(0, (ends[j] ?? 0) - due)),
      0,
    );
  let bound = lateness(alone);
  for (const { units, tasks } of groupsOf(model)) {
    const work = new Map<number, { lasts: number; tail: number }>();
    let first = Infinity;
    for (const { task, t } of tasks) {
      const { job } = task;
      const known = work.get(job) ?? { lasts: 0, tail: Infinity };
      work.set(job, {
        lasts: known.lasts + shortestOf(task),
        tail: Math.min(known.tail, tails[t] ?? 0),
      });
      first = Math.min(first, heads[t] ?? 0);
    }
    const waited = [...work].filter(([job]) => (model.jobs[job]?.due ?? null) !== null);
    const lasts = waited.map(([, one]) => one.lasts).sort((a, b) => a - b);
    const tail = Math.min(...waited.map(([, one]) => one.tail));
    const dues = waited.map(([job]) => model.jobs[job]?.due ?? 0).sort((a, b) => a - b);
    const least = Math.min(...waited.map(([job]) => model.jobs[job]?.weight ?? 1));
    let sum = first * units;
    let late = 0;
    lasts.forEach((one, k) => {
      sum += one;
      // Sorted ends against sorted days are the kindest; each counts at least the least weight.
      late += least * Math.max(0, sum / units + tail - (dues[k] ?? 0));
    });
    bound = Math.max(bound, late);
  }
  return bound;
}

/** No plan is better than this by the aims: what its parts can be at least. */
export function boundOf(model: DayModel, aims: Aims): number {
  return aims.late * lateBound(model) + aims.span * spanBound(model);
}
