import { isPressing, type BenchState, type Guidance } from '../bench/index.js';
import type { RunPlan } from './job.js';

/** Whether one bed came out of its last pressing and was peeled, and nobody scrapped a piece of it. */
function oneCameOutWell({ steps }: RunPlan, { beds, verdicts }: BenchState): boolean {
  const seenAt = steps.findLastIndex((step) => isPressing(step) || step.kind === 'peel');
  return beds.some(
    ({ step, pieces }) => step > seenAt && pieces.every((piece) => verdicts[piece]?.verdict !== 'spoiled'),
  );
}

/**
 * How hands are led in a run: as somebody chose for it, else as whoever stands there likes it (`liked`; null: never said), else by what is usual: a press that tells of
 * itself is left to tell; goods that came out well before, here or in an earlier run on this press, need no leading by every step.
 */
export function guidanceOf(plan: RunPlan, state: BenchState, liked: Guidance | null = null): Guidance {
  if (state.guidance) return state.guidance;
  if (liked) return liked;
  if (plan.press.controller !== null && plan.press.id === state.press.id) return 'the press tells';
  const known = plan.settings.temperature.source.kind === 'proven on this press';
  return known || oneCameOutWell(plan, state) ? 'each pressing' : 'every step';
}
