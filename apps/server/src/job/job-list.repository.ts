import { Inject, Injectable } from '@nestjs/common';
import { PAGE } from '@kanga/contract/finding';
import type { JobList, JobPage, JobsQuery, JobSummary } from '@kanga/contract/job';
import type { Knex } from 'knex';
import { DB, everyRow, narrowToWords, pageOf, type ListOrder } from '../db/index.js';
import { summaries, summaryOf, type SummaryRow } from './job-row.js';

/** Words are looked for in what a blank is called, too. */
const OF_BLANK = 'job.blank_id IN (SELECT id FROM blank WHERE lower(name) LIKE ?)';
/** Open ones by due day, then those that are closed, the newest first: as `job_listed` has them. */
const BY_DAY: ListOrder = {
  rank: `(job.status <> 'open')::int`,
  by: { day: `CASE WHEN job.status = 'open' THEN coalesce(job.due, 'infinity') ELSE 'infinity'::date END` },
  number: `CASE WHEN job.status = 'open' THEN job.number ELSE -job.number END`,
};
const lastFirst = (moment: string): ListOrder => ({ by: { moment }, number: 'job.number', falls: true });
const ORDERS: Record<JobList, ListOrder> = {
  here: BY_DAY,
  open: BY_DAY,
  kept: BY_DAY,
  archived: lastFirst('job.archived_at'),
  deleted: lastFirst('job.deleted_at'),
};

/** Lists of jobs, page by page. */
@Injectable()
export class JobListRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  private narrowed(query: Knex.QueryBuilder, { list = 'here', find, number, reached, alone }: JobsQuery): void {
    // Swatches stand with their study.
    void query.whereNull('job.study_id');
    if (list === 'deleted') void query.whereNotNull('job.deleted_at');
    else void query.whereNull('job.deleted_at');
    if (list === 'archived') void query.whereNotNull('job.archived_at');
    if (list === 'here' || list === 'open') void query.whereNull('job.archived_at');
    if (list === 'open') void query.where('job.status', 'open');
    if (number !== undefined) void query.where('job.number', number);
    if (reached !== undefined) void query.where('job.reached', reached);
    if (alone === 'true') void query.whereNull('job.order_id');
    narrowToWords(query, 'job.words', find, OF_BLANK);
  }

  async page(asked: JobsQuery): Promise<JobPage> {
    const { list = 'here', after, most = String(PAGE.usual) } = asked;
    const all = this.db('job').count<{ count: string }[]>('*');
    const rows = summaries(this.db);
    this.narrowed(all, asked);
    this.narrowed(rows, asked);
    const [counted, page] = await Promise.all([
      all.first() as Promise<{ count: string } | undefined>,
      pageOf<SummaryRow>(rows, ORDERS[list], { after, most: Number(most) }, this.db),
    ]);
    return { jobs: page.rows.map(summaryOf), total: Number(counted?.count ?? 0), next: page.next };
  }

  /** Every job of a list, in its order. */
  every(asked: JobsQuery): Promise<JobSummary[]> {
    return everyRow(async (from) => {
      const { jobs, next } = await this.page({ ...asked, ...from });
      return { rows: jobs, next };
    });
  }
}
