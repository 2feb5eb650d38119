import { benchState, type BenchState } from '../bench/index.js';
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
  const rows: LogRow[] = [];
  for (const record of records) {
    if (only && !only.has(record.bed)) continue;
    const step = plan.steps[record.step];
    if (step?.kind !== 'press' || step.seconds === null) continue;
    const planned = step.seconds;
    for (const piece of beds[record.bed]?.pieces ?? []) {
      const verdict = verdicts[piece];
      const spoiled = verdict?.verdict === 'spoiled' ? verdict : null;
      rows.push({
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
      });
    }
  }
  return rows;
}
