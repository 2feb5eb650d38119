import { benchState, type BenchState, type StepRecord } from '../bench/index.js';
import type { FaultCode } from '../inspect/index.js';
import type { JobFile, RunPlan } from './job.js';

/** One piece at one pressing as it happened, beside what was planned. */
export interface LogRow {
  piece: number;
  side: string;
  pressName: string;
  /** Who pressed it; null: nobody said. */
  by: string | null;
  temperature: number;
  planned: number;
  actual: number | null;
  at: string;
  verdict: 'good' | 'spoiled' | 'not judged';
  fault: FaultCode | null;
  note: string;
}

/** The pressings of a run, planned against actual: a row for each piece and each time that it was pressed. O(events). */
export const logOf = ({ plan, events }: Pick<JobFile, 'plan' | 'events'>): LogRow[] =>
  plan ? logRows(plan, benchState(plan, events)) : [];

/** The same of a state that is known already, of some beds or of all (`null`). O(records). */
export function logRows(plan: RunPlan, state: BenchState, only: ReadonlySet<number> | null = null): LogRow[] {
  const { beds, records, verdicts } = state;
  return records.flatMap((record: StepRecord) => {
    if (only && !only.has(record.bed)) return [];
    const step = plan.steps[record.step];
    if (step?.kind !== 'press' || step.seconds === null) return [];
    const planned = step.seconds;
    return (beds[record.bed]?.pieces ?? []).map((piece): LogRow => {
      const verdict = verdicts[piece];
      const spoiled = verdict?.verdict === 'spoiled' ? verdict : null;
      return {
        piece,
        side: plan.blank.sides[step.side]?.name ?? '',
        pressName: record.press.name,
        by: record.by,
        temperature: plan.settings.temperature.value,
        planned,
        actual: record.seconds,
        at: record.startedAt ?? record.endedAt,
        verdict: verdict ? verdict.verdict : 'not judged',
        fault: spoiled?.fault ?? null,
        note: spoiled?.note ?? '',
      };
    });
  });
}
