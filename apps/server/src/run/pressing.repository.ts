import { Inject, Injectable } from '@nestjs/common';
import type { BenchState } from '@kanga/core/bench';
import { logRows, type Job, type RunPlan } from '@kanga/core/job';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** The log as rows: they follow from the events, and are written with them so that they can be searched. */
@Injectable()
export class PressingRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Writes the pressings of some beds of a run, or of all (`null`), as its state has them now. */
  async keep(
    { id, number, name }: Pick<Job, 'id' | 'number' | 'name'>,
    plan: RunPlan,
    state: BenchState,
    beds: ReadonlySet<number> | null,
    trx: Knex.Transaction,
  ): Promise<void> {
    const pieces = beds && [...beds].flatMap((bed) => state.beds[bed]?.pieces ?? []);
    const old = trx('pressing').where({ job_id: id });
    await (pieces ? old.whereIn('piece', pieces) : old).delete();
    const rows = logRows(plan, state, beds).map(({ pressName, by, ...row }) => ({
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
