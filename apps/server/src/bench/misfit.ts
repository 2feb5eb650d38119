import type { BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import { refuse, type Refusal } from '../http/index.js';

/** A clock at a press may be wrong by so much and still be believed: one that was set up in another time zone, and one that lost its battery long ago, ms. */
const DAY = 24 * 3_600_000;
const BEHIND = 730 * DAY;

/** Why one of these entries cannot be of this run; null: all can. `now` in ms. */
export function misfit(plan: RunPlan, events: readonly BenchEvent[], now: number): Refusal | null {
  const pieceOf = (event: BenchEvent) =>
    'piece' in event ? event.piece : 'bed' in event ? event.bed * plan.atOnce : 0;
  const began = Date.parse(plan.frozenAt) - BEHIND;
  for (const event of events) {
    const piece = pieceOf(event);
    if (piece >= plan.pieces)
      return refuse(
        422,
        'bench.no-piece',
        `There is no piece ${piece + 1}: this job has ${plan.pieces}`,
        'Reload the press screen.',
      );
    if ('step' in event && event.step >= plan.steps.length)
      return refuse(
        422,
        'bench.no-step',
        `There is no step ${event.step + 1}: this plan has ${plan.steps.length}`,
        'Reload the press screen.',
      );
    const at = Date.parse(event.at);
    if (at < began || at > now + DAY)
      return refuse(
        422,
        'bench.no-time',
        `An entry of ${event.at} cannot be of this run, which began at ${plan.frozenAt}`,
        'Set the clock of that screen, then tell it again.',
      );
  }
  return null;
}
