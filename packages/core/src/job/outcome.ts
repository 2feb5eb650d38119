import { benchState } from '../bench/index.js';
import type { FaultCode } from '../inspect/index.js';
import type { Proven } from '../stack/index.js';
import type { JobFile } from './job.js';

/** What came of a run: its settings, and how many pieces each fault spoiled. */
export type Outcome = Proven & { faults: Partial<Record<FaultCode, number>> };

/** What came of a run under its settings; null while it has no plan, or no piece of it is judged. O(events). */
export function outcomeOf({ plan, events }: Pick<JobFile, 'plan' | 'events'>): Outcome | null {
  if (!plan) return null;
  const judged = benchState(plan.steps, plan.pieces, events).verdicts.filter((verdict) => verdict !== null);
  const [last] = judged.map(({ at }) => at).sort((a, b) => b.localeCompare(a));
  if (last === undefined) return null;
  const good = judged.filter(({ verdict }) => verdict === 'good').length;
  const faults: Outcome['faults'] = {};
  for (const verdict of judged)
    if (verdict.verdict === 'spoiled') faults[verdict.fault] = (faults[verdict.fault] ?? 0) + 1;
  const { blank, press, paper, settings } = plan;
  return {
    blankId: blank.id,
    family: blank.family,
    surface: blank.surface,
    pressId: press.id,
    mediaId: paper?.id ?? null,
    temperature: settings.temperature.value,
    dwell: settings.dwell.value,
    pressure: settings.pressure.value,
    prePress: settings.prePress.value,
    peel: settings.peel.value,
    good,
    spoiled: judged.length - good,
    last,
    faults,
  };
}
