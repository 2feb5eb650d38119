import type { BenchPlan, BenchState } from './state.js';

/** What cools although nobody is asked about it any more: told by its opening that all is over. */
export interface CoolsUntold {
  pieces: number[];
  /** ISO 8601: cool enough to be handled. */
  until: string;
}

/** Beds whose last cooling was passed, and that nobody has had in the hand since to judge them; soonest cool first. O(records). */
export function coolsUntold(plan: BenchPlan, state: BenchState): CoolsUntold[] {
  const until = new Map<number, number>();
  for (const { bed, step, outcome, endedAt } of state.records) {
    const what = plan.steps[step];
    if (outcome === 'passed' && what?.at === 'rack') until.set(bed, Date.parse(endedAt) + what.takes * 1000);
  }
  return state.beds
    .flatMap(({ bed, pieces, over }) => {
      const at = until.get(bed);
      const open = over === 'through' && pieces.some((piece) => state.verdicts[piece] === null);
      return at !== undefined && open ? [{ pieces, until: new Date(at).toISOString() }] : [];
    })
    .sort((a, b) => a.until.localeCompare(b.until));
}
