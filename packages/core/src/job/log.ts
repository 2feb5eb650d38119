import { benchState, type StepRecord } from '../bench/index.js';
import { faultOf } from '../inspect/index.js';
import type { JobFile } from './job.js';

/** One pressing as it happened, beside what was planned. */
export interface LogRow {
  piece: number;
  side: string;
  pressName: string;
  temperature: number;
  planned: number;
  actual: number | null;
  at: string;
  verdict: 'good' | 'spoiled' | 'not judged';
  fault: string | null;
  note: string;
}

/** The pressings of a run, planned against actual: one row for each press step that ended. */
export function logOf({ plan, events }: Pick<JobFile, 'plan' | 'events'>): LogRow[] {
  if (!plan) return [];
  const { records, verdicts } = benchState(plan.steps, plan.pieces, events);
  return records.flatMap((record: StepRecord) => {
    const step = plan.steps[record.step];
    if (step?.kind !== 'press' || step.seconds === null) return [];
    const verdict = verdicts[record.piece];
    const spoiled = verdict?.verdict === 'spoiled' ? verdict : null;
    return [
      {
        piece: record.piece,
        side: plan.blank.sides[step.side]?.name ?? '',
        pressName: plan.press.name,
        temperature: plan.settings.temperature.value,
        planned: step.seconds,
        actual: record.seconds,
        at: record.startedAt ?? record.endedAt,
        verdict: verdict ? verdict.verdict : 'not judged',
        fault: spoiled ? faultOf(spoiled.fault).seen : null,
        note: spoiled?.note ?? '',
      },
    ];
  });
}
