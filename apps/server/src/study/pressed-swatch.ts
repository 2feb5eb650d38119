import { asPressed, type BenchState, type PressedCourse } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { StudySwatch } from '@kanga/core/study';

/** What the run of a swatch tells of it. */
export type RunTells = Pick<StudySwatch, 'pressedAt' | 'reached' | 'spoiled'>;

/** When a swatch was pressed, what it truly had, and whether it was called spoiled at the press. Its heat is what the plate read beside its dial. */
export function runTells(plan: RunPlan, state: BenchState, courses: readonly PressedCourse[]): RunTells {
  const last = state.records
    .filter(({ step, outcome }) => plan.steps[step]?.kind === 'press' && outcome === 'done')
    .at(-1);
  const verdict = state.verdicts[0] ?? null;
  const spoiled = verdict?.verdict === 'spoiled' ? `spoiled at the press: ${verdict.fault}` : null;
  if (!last) return { pressedAt: null, reached: null, spoiled };
  const had = asPressed(plan, state, courses).get(0);
  const { temperature, dwell } = plan.settings;
  const known = had !== undefined && (had.dwell !== null || had.heatOff !== null);
  return {
    pressedAt: last.endedAt,
    reached: known ? { temperature: temperature.value + (had.heatOff ?? 0), dwell: had.dwell ?? dwell.value } : null,
    spoiled,
  };
}
