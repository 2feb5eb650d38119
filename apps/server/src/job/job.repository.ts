import { Inject, Injectable } from '@nestjs/common';
import type { Approval, Job, JobChange, RunPlan } from '@kanga/core/job';
import type { Waiver } from '@kanga/core/finding';
import type { JobSummary, NewJob } from '@kanga/contract/job';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { COLUMNS, jobOf, summaries, summaryOf, type JobRow, type SummaryRow } from './job-row.js';

const columnsOf = (change: Omit<JobChange, 'version'>) => ({
  name: change.name,
  customer: change.customer,
  due: change.due,
  pieces: change.pieces,
  reached: change.reached,
  blank_id: change.blankId,
  bleed: change.bleed,
  design: JSON.stringify(change.design),
  run: change.run && JSON.stringify(change.run),
  media_id: change.mediaId,
  gap: change.gap,
  sheet: JSON.stringify(change.sheet),
  press_id: change.pressId,
  overrides: JSON.stringify(change.overrides),
});

@Injectable()
export class JobRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  /** Puts a job away (`archived_at`, `deleted_at`) or takes it back; null: there is none. */
  async putAway(
    id: string,
    how: 'archived_at' | 'deleted_at',
    away: boolean,
    db: Knex = this.db,
  ): Promise<JobSummary | null> {
    const now = away ? this.db.raw('coalesce(??, now())', [how]) : null;
    await db('job')
      .where({ id })
      .update({ [how]: now });
    const [row] = (await summaries(db).where('job.id', id)) as SummaryRow[];
    return row ? summaryOf(row) : null;
  }

  async isDeleted(id: string, db: Knex = this.db): Promise<boolean> {
    return (await db('job').where({ id }).whereNotNull('deleted_at').first('id')) !== undefined;
  }

  /** The job, or null. With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<Job | null> {
    const query = db('job')
      .where({ id, deleted_at: null })
      .select(db.raw(COLUMNS.join(', ')));
    const [row] = (await (lock ? query.forUpdate() : query)) as JobRow[];
    if (!row) return null;
    const waivers = await db('waiver')
      .where({ job_id: id })
      .orderBy('at')
      .select<{ code: string; reason: string; at: Date }[]>('code', 'reason', 'at');
    return jobOf(
      row,
      waivers.map((w) => ({ ...w, at: w.at.toISOString() })),
    );
  }

  async open(id: string, { name, customer, due, pieces }: NewJob, db: Knex = this.db): Promise<void> {
    await db('job').insert({ id, name, customer, due, pieces });
  }

  /** Makes a job carry a swatch of a study. */
  async carry(id: string, { id: studyId, swatch }: NonNullable<Job['study']>, trx: Knex.Transaction): Promise<void> {
    await trx('job').where({ id }).update({ study_id: studyId, swatch });
  }

  /** How many pieces of a job lie in a bag. */
  async bagged(id: string, db: Knex = this.db): Promise<number> {
    const row = await db('packed').where({ job_id: id }).count<{ count: string }[]>('*').first();
    return Number(row?.count ?? 0);
  }

  /** Makes a job a size of a line of an order, or says whether it has the line's design. */
  async belong(
    id: string,
    { id: orderId, line, follows, again = false }: Omit<NonNullable<Job['order']>, 'again'> & { again?: boolean },
    trx: Knex.Transaction,
  ): Promise<void> {
    await trx('job').where({ id }).update({ order_id: orderId, line_id: line, follows, again });
  }

  /** Jobs of some lines go over to another order, and are for its customer by its day. */
  async toOrder(
    from: string,
    to: { id: string; customer: string; due: string | null },
    lines: readonly string[],
    trx: Knex.Transaction,
  ): Promise<void> {
    await trx('job')
      .where({ order_id: from })
      .whereIn('line_id', [...lines])
      .update({ order_id: to.id, customer: to.customer, due: to.due });
  }

  /** The jobs of a line, one for each size, oldest first, as they stay until the transaction ends; those that make up for spoiled pieces left out. */
  async ofLine({ id, line }: Pick<NonNullable<Job['order']>, 'id' | 'line'>, trx: Knex.Transaction): Promise<Job[]> {
    const rows = (await trx('job')
      .where({ order_id: id, line_id: line, deleted_at: null, again: false })
      .orderBy('number')
      .select(trx.raw(COLUMNS.join(', ')))
      .forUpdate()) as JobRow[];
    return rows.map((row) => jobOf(row, []));
  }

  async save(id: string, change: JobChange, trx: Knex.Transaction): Promise<void> {
    await trx('job')
      .where({ id })
      .update({ ...columnsOf(change), version: change.version + 1, updated_at: trx.fn.now(3) });
  }

  /** Puts a job in as it was, for the import of a ticket; it gets a number of its own. */
  async restore(job: Job, trx: Knex.Transaction): Promise<void> {
    // A size without its order stands for itself.
    const order = job.order && (await trx('shop_order').where({ id: job.order.id }).first('id')) ? job.order : null;
    await trx('job').insert({
      ...(order
        ? { order_id: order.id, line_id: order.line, follows: order.follows, again: order.again ?? false }
        : {}),
      id: job.id,
      ...columnsOf(job),
      status: job.status,
      approval: job.approval && JSON.stringify(job.approval),
      version: job.version,
      created_at: job.createdAt,
      updated_at: job.updatedAt,
      closed_at: job.closedAt,
    });
    if (job.waivers.length > 0)
      await trx('waiver').insert(job.waivers.map((waiver) => ({ ...waiver, job_id: job.id })));
  }

  async waive(id: string, { code, reason }: Pick<Waiver, 'code' | 'reason'>, db: Knex = this.db): Promise<void> {
    await db('waiver').insert({ job_id: id, code, reason }).onConflict(['job_id', 'code']).merge(['reason']);
  }

  async approve(id: string, approval: Approval, trx: Knex.Transaction): Promise<void> {
    await trx('job')
      .where({ id })
      .update({ approval: JSON.stringify(approval), version: trx.raw('version + 1'), updated_at: trx.fn.now(3) });
  }

  async close(id: string, trx: Knex.Transaction): Promise<void> {
    await trx('job')
      .where({ id })
      .update({
        status: 'closed',
        reached: 'inspect',
        closed_at: trx.fn.now(3),
        updated_at: trx.fn.now(3),
        version: trx.raw('version + 1'),
      });
  }

  /** Of some batches, whether anything was planned of them before. */
  async batchesKnown(batches: readonly { thing: string; batch: string }[]): Promise<boolean[]> {
    return Promise.all(
      batches.map(async (one) => {
        const row = await this.db('run_plan')
          .whereRaw(`body->'batches' @> ?::jsonb`, [JSON.stringify([one])])
          .first<{ job_id: string } | undefined>('job_id');
        return row !== undefined;
      }),
    );
  }

  async plan(jobId: string, db: Knex = this.db): Promise<RunPlan | null> {
    const row = await db('run_plan').where({ job_id: jobId }).first<{ body: RunPlan } | undefined>('body');
    return row?.body ?? null;
  }

  async freeze(jobId: string, plan: RunPlan, trx: Knex.Transaction): Promise<void> {
    await trx('run_plan').insert({ job_id: jobId, frozen_at: plan.frozenAt, body: JSON.stringify(plan) });
  }

  async dropPlan(jobId: string, trx: Knex.Transaction): Promise<void> {
    await trx('run_plan').where({ job_id: jobId }).delete();
  }

  /** What is pressed through is looked at next, whoever pressed it. No change of the job as somebody planned it: it keeps its version. */
  async pressedThrough(id: string, trx: Knex.Transaction): Promise<void> {
    await trx('job').where({ id, reached: 'press' }).update({ reached: 'inspect' });
  }

  async reach(id: string, reached: Job['reached'], trx: Knex.Transaction): Promise<void> {
    await trx('job')
      .where({ id })
      .update({ reached, version: trx.raw('version + 1'), updated_at: trx.fn.now(3) });
  }
}
