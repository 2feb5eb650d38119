import { secondsBetween } from '../bench/index.js';
import { momentAfter } from '../units/index.js';
import type { DayBook, TakenRow } from './book.js';
import { dispatch } from './dispatch.js';
import type { DayGraph } from './graph.js';
import type { Aims } from './model.js';
import type { DayRow, DayView } from './view.js';

/** What is otherwise in a plan than in the one that was taken: a load that moved, or that another press takes; new, or gone (done, or no longer wanted). */
export interface DayChange {
  task: string;
  /** As the plan has it now; null: it is gone. */
  now: DayRow | null;
  /** As it was taken; null: it is new. */
  was: TakenRow | null;
}

/** A load that begins within this of where it was taken has not moved, s: what people would not notice. Ours. */
const NEAR = 600;

/** What was planned for a time that is past is kept for so long, s: the evening asks what the morning was to be. Ours. */
const KEPT = 2 * 86_400;

/** A plan as it is kept when somebody takes it, with what the one before had for a time that is past now; `from`: the moment of the plan, ISO 8601. O(loads). */
export function takenRows({ rows }: DayView, from: string, before: DayBook['taken'] = null): TakenRow[] {
  const own = rows.map(({ task, unitId, start, end }) => ({
    task,
    unit: unitId,
    start: momentAfter(from, start),
    end: momentAfter(from, end),
  }));
  const still = new Set(own.map(({ task }) => task));
  const since = momentAfter(from, -KEPT);
  const past = (before?.rows ?? []).filter(({ task, end }) => end <= from && end > since && !still.has(task));
  return [...past, ...own];
}
const isLoad = ({ task }: { task: string }): boolean => / press \d+$/.test(task);

/**
 * The plan that was taken, as far as there still is what is in it, and what came since put where it can begin; `from`: the moment of the new plan. Leaves the graph so. What it comes to by the aims.
 */
export function follow(graph: DayGraph, taken: NonNullable<DayBook['taken']>, from: string, aims: Aims): number {
  const { tasks, units } = graph.model;
  const rows = new Map(taken.rows.map((row) => [row.task, row]));
  const followed = new Map<number, { at: number; unit: number }>();
  tasks.forEach(({ id }, t) => {
    const row = rows.get(id);
    if (!row) return;
    const at = secondsBetween(from, row.start);
    followed.set(t, { at, unit: row.unit === '' ? -1 : units.findIndex((unit) => unit.id === row.unit) });
  });
  return dispatch(graph, 'due', aims, followed);
}

/** A new plan has to be better by this share to be worth the changes; less late by this, s, is always. Ours. */
const [WORTH, SOONER] = [0.02, 60];

/** Whether a plan is so much better than the one that is followed that people should change what they do. */
export const isWorth = (better: { value: number; late: number }, followed: { value: number; late: number }): boolean =>
  better.late < followed.late - SOONER || better.value < followed.value * (1 - WORTH);

/** How a plan differs from the one that was taken, load by load, by when it is now; what was taken for a time that is past and is gone is done, and no change. O(loads). */
export function changesSince(taken: NonNullable<DayBook['taken']>, view: DayView, from: string): DayChange[] {
  const was = new Map(taken.rows.map((row) => [row.task, row]));
  const changes: DayChange[] = [];
  const now = new Set<string>();
  for (const row of view.rows) {
    if (!isLoad(row)) continue;
    now.add(row.task);
    const before = was.get(row.task) ?? null;
    const moved =
      !before || before.unit !== row.unitId || Math.abs(secondsBetween(from, before.start) - row.start) > NEAR;
    if (moved) changes.push({ task: row.task, now: row, was: before });
  }
  changes.sort((a, b) => (a.now?.start ?? 0) - (b.now?.start ?? 0));
  for (const row of taken.rows)
    if (isLoad(row) && !now.has(row.task) && row.end > from) changes.push({ task: row.task, now: null, was: row });
  return changes;
}
