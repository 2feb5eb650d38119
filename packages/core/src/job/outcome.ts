import { buildOf } from '../blank/index.js';
import {
  asPressed,
  bedOf,
  benchState,
  type AsPressed,
  type BenchState,
  type PressedCourse,
  type Verdict,
} from '../bench/index.js';
import type { FaultCode } from '../inspect/index.js';
import type { HouseRules } from '../shop/index.js';
import type { Proven } from '../stack/index.js';
import type { JobFile, RunPlan } from './job.js';

/**
 * What came of the pieces of a run that one person pressed on one press: the settings that they truly had, and how many pieces each fault spoiled. Those that were
 * pressed near enough to the plan have the plan's settings, and prove them.
 */
export type Outcome = Omit<Proven, 'accepted'> & {
  /** Whether they were pressed as planned: others are kept as what they were, and prove nothing. */
  proof: boolean;
  faults: Partial<Record<FaultCode, number>>;
  /** Who pressed them; null: nobody said. */
  by: string | null;
  /** The schools that the house followed; null: plans of before did not say. */
  house: HouseRules | null;
};

/** What came of a run, apart by press, by person and by how it was pressed; none while nothing of it is judged. O(events + courses). */
export const outcomesOf = (
  { plan, events }: Pick<JobFile, 'plan' | 'events'>,
  courses: readonly PressedCourse[] = [],
): Outcome[] => (plan ? outcomesFrom(plan, benchState(plan, events), courses) : []);

/** Heat and time as a bed truly had them, in whole degrees and seconds; the plan's where it was pressed as planned. */
function trueSettings({ settings }: RunPlan, bed: AsPressed | undefined): { temperature: number; dwell: number } {
  const [temperature, dwell] = [settings.temperature.value, settings.dwell.value];
  if (!bed || bed.departures.length === 0) return { temperature, dwell };
  const { departures } = bed;
  const has = (...kinds: string[]) => departures.some(({ kind }) => kinds.includes(kind));
  return {
    temperature: has('cooler', 'hotter') ? Math.max(0, Math.round(temperature + (bed.heatOff ?? 0))) : temperature,
    dwell: has('shorter', 'longer', 'left out', 'not pressed') ? Math.round(bed.dwell ?? 0) : dwell,
  };
}

/** The same of a state that is known already. O(records + pieces + courses). */
export function outcomesFrom(plan: RunPlan, state: BenchState, courses: readonly PressedCourse[] = []): Outcome[] {
  const { records, verdicts } = state;
  // What pressed a bed last answers for it.
  const pressedBy = new Map<number, { pressId: string; by: string | null }>();
  for (const { bed, step, press, by, outcome } of records)
    if (plan.steps[step]?.kind === 'press' && outcome === 'done') pressedBy.set(bed, { pressId: press.id, by });
  const beds = asPressed(plan, state, courses);
  type Group = Pick<Outcome, 'pressId' | 'by' | 'proof' | 'temperature' | 'dwell'> & { judged: Verdict[] };
  const groups = new Map<string, Group>();
  for (const verdict of verdicts) {
    if (!verdict) continue;
    const bed = bedOf(plan, verdict.piece);
    const { pressId, by } = pressedBy.get(bed) ?? { pressId: plan.press.id, by: verdict.by };
    // What a film took says nothing of dye.
    const proof = plan.process !== 'film' && beds.get(bed)?.departures.length === 0;
    const { temperature, dwell } = trueSettings(plan, beds.get(bed));
    const key = JSON.stringify([pressId, by, proof, temperature, dwell]);
    const group = groups.get(key) ?? { pressId, by, proof, temperature, dwell, judged: [] };
    group.judged.push(verdict);
    groups.set(key, group);
  }
  const { blank, paper, settings, house } = plan;
  return [...groups.values()].map(({ pressId, by, proof, temperature, dwell, judged }): Outcome => {
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
      temperature,
      dwell,
      pressure: settings.pressure.value,
      prePress: settings.prePress.value,
      peel: settings.peel.value,
      good,
      spoiled: judged.length - good,
      last: judged.map(({ at }) => at).reduce((a, b) => (a > b ? a : b)),
      faults,
      by,
      house,
      proof,
    };
  });
}
