import { Inject, Injectable } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { logOf, type Job, type RunPlan } from '@kanga/core/job';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** Pieces that an event can have changed the pressings of; null: any of them. */
function touched(plan: RunPlan, events: readonly BenchEvent[]): Set<number> | null {
  const pieces = new Set<number>();
  for (const event of events) {
    if (event.kind === 'undo' || event.kind === 'swap') return null;
    if (event.kind === 'verdict') pieces.add(event.piece);
    else for (let i = 0; i < plan.atOnce; i++) pieces.add(event.bed * plan.atOnce + i);
  }
  return pieces;
}

/** The log as rows: they follow from the events, and are written with them so that they can be searched. */
@Injectable()
export class PressingRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Writes the pressings of a run that `fresh` events can have changed. */
  async keep(
    { id, number, name }: Pick<Job, 'id' | 'number' | 'name'>,
    plan: RunPlan,
    events: readonly BenchEvent[],
    fresh: readonly BenchEvent[],
    trx: Knex.Transaction,
  ): Promise<void> {
    const pieces = touched(plan, fresh);
    const old = trx('pressing').where({ job_id: id });
    await (pieces ? old.whereIn('piece', [...pieces]) : old).delete();
    const rows = logOf({ plan, events: [...events] })
      .filter(({ piece }) => pieces === null || pieces.has(piece))
      .map(({ pressName, by, ...row }) => ({
        ...row,
        job_id: id,
        job_number: number,
        job_name: name,
        blank_name: plan.blank.name,
        press_name: pressName,
        who: by,
      }));
    if (rows.length > 0) await trx.batchInsert('pressing', rows, 500);
  }

  /** After a job got another name. */
  async rename(jobId: string, name: string, trx: Knex.Transaction): Promise<void> {
    await trx('pressing').where({ job_id: jobId }).update({ job_name: name });
  }
}
