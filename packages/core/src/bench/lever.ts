import { readClock, SOON_SECONDS } from './clock.js';
import type { Guidance } from './guidance.js';
import type { BenchPlan, BenchState } from './state.js';
import { dueStep, tellingOf, type Task } from './task.js';
import { todoOf } from './todo.js';

/** What a press that tells of itself has done: an event without its head. */
export interface LeverEvent {
  kind: 'start' | 'done' | 'stop';
  bed: number;
  step: number;
  from?: number;
  seconds?: number;
}

/** A wait for the heat ends when the element reads this many °C again. Common practice, no published source: about 370 °F. */
const RECOVERED_AT = 188;
/** A plate takes so many seconds to show that something cold lies in it: before them, its reading says nothing of the goods. */
const SETTLES = 5;

/**
 * What follows when the press closes: laid in, and the clock of the bed that was next begins. Nothing follows when no bed was due there, or a clock
 * runs already.
 */
export function whenClosed(
  plan: BenchPlan,
  state: BenchState,
  jigs: number | null,
  guidance: Guidance = 'every step',
): LeverEvent[] {
  const { press, inPress, first } = todoOf(plan, state, jigs, guidance);
  if (guidance !== 'every step') return whenClosedOn(inPress ? press : first);
  if (!press) return [];
  const { bed, step, what } = press;
  if (what.kind === 'stack') {
    const under = plan.steps[step + 1];
    const laid: LeverEvent = { kind: 'done', bed, step };
    return under?.at === 'press' && under.seconds !== null ? [laid, { kind: 'start', bed, step: step + 1 }] : [laid];
  }
  return press.event === 'start' ? [tellingOf(press)] : [];
}

/** Of hands that are not led step by step: what was to be closed on is in it, and all before it is done. */
function whenClosedOn(task: Task | null): LeverEvent[] {
  if (!task) return [];
  const { what, bed, step, before, event } = task;
  if (event === 'start' && what.at === 'press') return [tellingOf(task)];
  // Closed to wait for the heat: the wait is on, and ends by what the plate reads.
  if (what.kind !== 'recover' || before.length === 0) return [];
  const laid: LeverEvent = { kind: 'done', bed, step: step - 1 };
  return [before.length === 1 ? laid : { ...laid, from: dueStep(task) }];
}

/** What follows when the press opens: its clock ends; a dwell cut short by more than the last seconds was stopped, and is due again. */
export function whenOpened(
  plan: BenchPlan,
  state: BenchState,
  now: string,
  jigs: number | null,
  guidance: Guidance = 'every step',
): LeverEvent[] {
  const { press } = todoOf(plan, state, jigs, guidance);
  if (!press?.clock?.startedAt) return [];
  const { left } = readClock(press.clock.seconds, press.clock.startedAt, now);
  const early = press.what.kind === 'press' && left > SOON_SECONDS;
  return [early ? { kind: 'stop', bed: press.bed, step: press.step } : tellingOf(press)];
}

/** What follows from what a closed plate reads, `closedFor` seconds after it closed: the dwell begins when the heat is back. */
export function whenRead(
  plan: BenchPlan,
  state: BenchState,
  read: { celsius: number; closedFor: number },
  jigs: number | null,
): LeverEvent[] {
  const { press } = todoOf(plan, state, jigs);
  if (press?.what.kind !== 'recover' || read.closedFor < SETTLES || read.celsius < RECOVERED_AT) return [];
  return [{ kind: 'done', bed: press.bed, step: press.step }];
}
