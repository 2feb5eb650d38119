import { Injectable } from '@nestjs/common';
import type { BenchState } from '@kanga/core/bench';
import { logRows, type Job, type RunPlan } from '@kanga/core/job';
import { blankItem } from '@kanga/core/stock';
import type { Knex } from 'knex';
import { StockLedger } from '../stock/index.js';

/** The log as rows: they follow from the events, and are written with them so that they can be searched. */
@Injectable()
export class PressingRepository {
  constructor(private readonly stock: StockLedger) {}

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

  /** The same of a run that is at the press of this shop: what is pressed leaves the stock, and comes back when that is taken back. */
  async press(
    job: Pick<Job, 'id' | 'number' | 'name'>,
    plan: RunPlan,
    state: BenchState,
    beds: ReadonlySet<number> | null,
    trx: Knex.Transaction,
  ): Promise<void> {
    const before = await this.pressed(job.id, trx);
    await this.keep(job, plan, state, beds, trx);
    const after = await this.pressed(job.id, trx);
    const [pieces, times] = [after.pieces - before.pieces, after.times - before.times];
    if (pieces === 0 && times === 0) return;
    const use = { reason: `job ${job.number}`, jobId: job.id };
    await this.stock.use(blankItem(plan.blank.id), pieces, use, trx);
    for (const { id, takes } of await this.stock.supplies(trx))
      await this.stock.use(id, takes.amount * (takes.per === 'piece' ? pieces : times), use, trx);
  }

  /** Pieces of a job that were under a plate, and how often one was. */
  private async pressed(jobId: string, trx: Knex.Transaction): Promise<{ pieces: number; times: number }> {
    const row = await trx('pressing')
      .where({ job_id: jobId })
      .first<{ pieces: string; times: string }>(trx.raw('count(DISTINCT piece) AS pieces, count(*) AS times'));
    return { pieces: Number(row?.pieces ?? 0), times: Number(row?.times ?? 0) };
  }

  /** After a job got another name. */
  async rename(jobId: string, name: string, trx: Knex.Transaction): Promise<void> {
    await trx('pressing').where({ job_id: jobId }).update({ job_name: name });
  }
}
