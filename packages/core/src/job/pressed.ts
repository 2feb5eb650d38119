import { actualOf, asPressed, bedOf, benchState, type PressedCourse } from '../bench/index.js';
import type { Pressed } from '../inspect/index.js';
import type { JobFile } from './job.js';

/** A piece of a run as it was pressed, for whoever asks why it came out as it did; null while there is no plan. `piece` from 0. O(events). */
export function pressedOf(
  { plan, events }: Pick<JobFile, 'plan' | 'events'>,
  piece: number,
  courses: readonly PressedCourse[] = [],
): Pressed | null {
  if (!plan) return null;
  const state = benchState(plan, events);
  const { records, verdicts } = state;
  const bed = bedOf(plan, piece);
  const own = records.filter((record) => record.bed === bed);
  return {
    blank: plan.blank,
    press: plan.press,
    settings: plan.settings,
    sides: plan.sides,
    at: piece % plan.atOnce,
    spot: verdicts[piece]?.verdict === 'spoiled' ? verdicts[piece].spot : null,
    steps: plan.steps,
    house: plan.house,
    dwells: own.flatMap(({ step, seconds }) => {
      const planned = plan.steps[step];
      return planned?.kind === 'press' && planned.seconds !== null
        ? [{ planned: planned.seconds, actual: seconds }]
        : [];
    }),
    departures: asPressed(plan, state, courses).get(bed)?.departures ?? [],
    plate: actualOf(
      courses.findLast((one) => one.bed === bed && plan.steps[one.step]?.kind === 'press')?.samples ?? [],
    ),
    dial: plan.dial ?? null,
    skipped: plan.steps
      .filter((_, step) => own.some((one) => one.step === step && one.outcome === 'skipped'))
      .map(({ kind }) => kind),
    ...(plan.batches ? { batches: plan.batches } : {}),
    others: verdicts.flatMap((verdict, at) =>
      verdict === null || at === piece ? [] : [verdict.verdict === 'spoiled' ? verdict.fault : null],
    ),
  };
}
