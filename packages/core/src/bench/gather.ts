import type { Guidance } from './guidance.js';
import { isPressing, type BenchPlan } from './state.js';
import type { Task } from './task.js';

/** A step that is told by hand where pressings alone are: its clock, or the wait that a clock follows. */
const isTold = (plan: BenchPlan, step: number): boolean => {
  const what = plan.steps[step];
  return isPressing(what) || what?.kind === 'recover';
};

/** The next step from here on, itself included, for which `found` holds; the number of steps when there is none. */
export function nextStep(plan: BenchPlan, from: number, found: (step: number) => boolean): number {
  let step = from;
  while (step < plan.steps.length && !found(step)) step++;
  return step;
}

/** Gathers the steps up to `step`, which is told. */
function upTo(plan: BenchPlan, task: Task, step: number): Task {
  const what = plan.steps[step];
  if (!what || step === task.step) return task;
  return {
    ...task,
    step,
    what,
    before: plan.steps.slice(task.step, step),
    clock: isPressing(what) && what.seconds !== null ? { seconds: what.seconds, startedAt: null } : null,
    event: isPressing(what) ? 'start' : 'done',
    stopped: null,
  };
}

/** Gathers the steps behind a task up to, but without, `until`. */
const withAfter = (plan: BenchPlan, task: Task, until: number): Task => ({
  ...task,
  after: plan.steps.slice(task.step + 1, until),
});

/**
 * A task with all that is told by the same act, by how hands are led: what is done at the table belongs to the closing that follows, what follows an opening up to the
 * place where it cools belongs to the opening. Led by every step it is the task alone. O(steps).
 */
export function gathered(plan: BenchPlan, task: Task, guidance: Guidance): Task {
  if (guidance === 'every step' || task.stopped) return task;
  const last = plan.steps.length;
  const closing = nextStep(plan, task.step + 1, (step) => isTold(plan, step));
  const rack = nextStep(plan, task.step + 1, (step) => plan.steps[step]?.at === 'rack');
  if (isTold(plan, task.step)) {
    // Open, and there is another pressing before it cools: what lies between belongs to that.
    if (!task.clock?.startedAt || closing < rack) return task;
    return withAfter(plan, task, guidance === 'the press tells' && closing === last ? last : rack);
  }
  if (closing < last) return upTo(plan, task, closing);
  return withAfter(plan, task, task.what.at === 'rack' ? last : rack);
}

/** What cools, taken off the rack by itself: where a pressing follows it is not told by that, since others may be pressed before. */
export function gatheredOffRack(plan: BenchPlan, task: Task, guidance: Guidance): Task {
  const more = nextStep(plan, task.step + 1, (step) => isTold(plan, step)) < plan.steps.length;
  return more ? task : gathered(plan, task, guidance);
}
