import { buildOf } from '../blank/index.js';
import { benchState, type BenchState, type Verdict } from '../bench/index.js';
import type { FaultCode } from '../inspect/index.js';
import type { HouseRules } from '../shop/index.js';
import type { Proven } from '../stack/index.js';
import type { JobFile, RunPlan } from './job.js';

/** What came of the pieces of a run that one person pressed on one press: their settings, and how many pieces each fault spoiled. */
export type Outcome = Omit<Proven, 'accepted'> & {
  faults: Partial<Record<FaultCode, number>>;
  /** Who pressed them; null: nobody said. */
  by: string | null;
  /** The schools that the house followed; null: plans of before did not say. */
  house: HouseRules | null;
};

/** What came of a run under its settings, apart by press and by person; none while nothing of it is judged. O(events). */
export const outcomesOf = ({ plan, events }: Pick<JobFile, 'plan' | 'events'>): Outcome[] =>
  plan ? outcomesFrom(plan, benchState(plan, events)) : [];

/** The same of a state that is known already. O(records + pieces). */
export function outcomesFrom(plan: RunPlan, { records, verdicts }: BenchState): Outcome[] {
  // What pressed a bed last answers for it.
  const pressedBy = new Map<number, { pressId: string; by: string | null }>();
  for (const { bed, step, press, by, outcome } of records)
    if (plan.steps[step]?.kind === 'press' && outcome === 'done') pressedBy.set(bed, { pressId: press.id, by });
  const groups = new Map<string, { pressId: string; by: string | null; judged: Verdict[] }>();
  for (const verdict of verdicts) {
    if (!verdict) continue;
    const bed = Math.floor(verdict.piece / plan.atOnce);
    const { pressId, by } = pressedBy.get(bed) ?? { pressId: plan.press.id, by: verdict.by };
    const key = JSON.stringify([pressId, by]);
    const group = groups.get(key) ?? { pressId, by, judged: [] };
    group.judged.push(verdict);
    groups.set(key, group);
  }
  const { blank, paper, settings, house } = plan;
  return [...groups.values()].map(({ pressId, by, judged }): Outcome => {
    const faults: Outcome['faults'] = {};
    for (const verdict of judged)
      if (verdict.verdict === 'spoiled') faults[verdict.fault] = (faults[verdict.fault] ?? 0) + 1;
    const good = judged.filter(({ verdict }) => verdict === 'good').length;
    return {
      blankId: blank.id,
      family: blank.family,
      surface: blank.surface,
      build: buildOf(blank),
      pressId,
      mediaId: paper?.id ?? null,
      temperature: settings.temperature.value,
      dwell: settings.dwell.value,
      pressure: settings.pressure.value,
      prePress: settings.prePress.value,
      peel: settings.peel.value,
      good,
      spoiled: judged.length - good,
      last: judged.map(({ at }) => at).reduce((a, b) => (a > b ? a : b)),
      faults,
      by,
      house,
    };
  });
}
