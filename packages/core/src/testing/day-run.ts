import type { DayModel } from '../day/index.js';

/**
 * A day as it comes, for judging plans: whoever works takes what is next on every unit by the plan, as soon as all that it needs is free, and everything takes as long as it takes. Plates change between
 * states, calendars are kept, nothing is planned anew. It shares no code with the planner. `planned`: when each task was to begin, s, and the choice of each of its needs, task after task; `lasts`: how long
 * each task takes, s. Gives the end of every job. O(tasks · links).
 */
export function runDay(
  { units, tasks, links, jobs }: DayModel,
  planned: { start: ArrayLike<number>; choice: ArrayLike<number> },
  lasts: readonly number[],
): number[] {
  const order = tasks.map((_, t) => t).sort((a, b) => (planned.start[a] ?? 0) - (planned.start[b] ?? 0) || a - b);
  const firstNeed: number[] = [];
  let count = 0;
  for (const { needs } of tasks) {
    firstNeed.push(count);
    count += needs.length;
  }
  const free = units.map(() => 0);
  const state = units.map((): number | null => null);
  const ends = tasks.map(() => 0);
  const done = jobs.map(() => 0);
  for (const t of order) {
    const task = tasks[t];
    if (!task) continue;
    const takes = lasts[t] ?? 0;
    const at = (moment: { of: 'start' | 'end'; plus: number }) => (moment.of === 'start' ? 0 : takes) + moment.plus;
    let start = task.release;
    for (const { before, after, wait } of links) if (after === t) start = Math.max(start, (ends[before] ?? 0) + wait);
    const needs = task.needs.map((need, n) => ({
      from: at(need.from),
      to: at(need.to),
      units: need.choices[planned.choice[(firstNeed[t] ?? 0) + n] ?? 0]?.units ?? [],
    }));
    for (const { from, units: own } of needs)
      for (const unit of own) {
        const change = units[unit]?.change;
        const was = state[unit] ?? null;
        const turns = !change
          ? 0
          : was === null
            ? (change.first[task.state] ?? 0)
            : (change.between[was]?.[task.state] ?? 0);
        start = Math.max(start, (free[unit] ?? 0) + turns - from);
      }
    // A stretch of work begins within hours: what would not be done within them and their overtime waits for the next.
    for (let moved = true; moved;) {
      moved = false;
      for (const { from, to, units: own } of needs)
        for (const unit of own) {
          const windows = units[unit]?.windows;
          if (!windows) continue;
          const fits = windows.find(
            (one) => start + from >= one.from && start + to <= one.over && start + from < one.to,
          );
          if (fits) continue;
          const next = windows.find((one) => one.from > start + from);
          if (!next) continue;
          start = next.from - from;
          moved = true;
        }
    }
    ends[t] = start + takes;
    done[task.job] = Math.max(done[task.job] ?? 0, start + takes);
    for (const { to, units: own } of needs)
      for (const unit of own) {
        free[unit] = start + to;
        if (units[unit]?.change) state[unit] = task.state;
      }
  }
  return done;
}
