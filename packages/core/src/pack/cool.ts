import { bedOf, type BenchPlan, type BenchState } from '../bench/index.js';
import { momentAfter } from '../units/index.js';

/** What is not laid on a rack by its plan cools for so long before it is packed, s. Common practice, no published source: until it is cold to the hand. */
const COOLING = 300;

/**
 * When a piece is cool enough to be packed: when its last cooling ended, or would have ended after its last pressing; ISO 8601. Null: it was never under the plate. O(records).
 */
export function coolAtOf(plan: BenchPlan, { records }: Pick<BenchState, 'records'>, piece: number): string | null {
  const bed = bedOf(plan, piece);
  const own = records.filter((record) => record.bed === bed && record.outcome !== 'skipped');
  const pressed = own.filter(({ step }) => plan.steps[step]?.kind === 'press').at(-1);
  if (!pressed) return null;
  const rests = plan.steps.flatMap((step, i) => (i > pressed.step && step.at === 'rack' ? [i] : []));
  const last = rests.at(-1);
  // Somebody took it off the rack, or had it in the hand: it is cool.
  const off = own.find(({ step, endedAt }) => step === last && endedAt >= pressed.endedAt);
  if (off) return off.endedAt;
  const seconds = rests.reduce((sum, i) => sum + (plan.steps[i]?.takes ?? 0), 0) || COOLING;
  return momentAfter(pressed.endedAt, seconds);
}

/** Of pieces that come in pairs, which pair of their job each is of, from 0: a right one belongs to the left one before it. O(pieces). */
export function pairNumbers(of: readonly ('left' | 'right')[]): number[] {
  let number = -1;
  return of.map((side, i) => (side === 'right' && of[i - 1] === 'left' ? number : ++number));
}
