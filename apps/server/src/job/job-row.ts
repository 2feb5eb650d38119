import type { Waiver } from '@kanga/core/finding';
import type { Job } from '@kanga/core/job';
import type { JobSummary } from '@kanga/contract/job';
import type { Knex } from 'knex';

/** A job as it lies in its table. */
export interface JobRow {
  id: string;
  number: number;
  name: string;
  customer: string;
  due: string | null;
  pieces: number;
  status: Job['status'];
  reached: Job['reached'];
  version: number;
  blank_id: string | null;
  bleed: number | null;
  design: Job['design'];
  run: Job['run'];
  approval: Job['approval'];
  media_id: string | null;
  gap: number | null;
  sheet: Job['sheet'];
  press_id: string | null;
  overrides: Job['overrides'];
  created_at: Date;
  updated_at: Date;
  closed_at: Date | null;
  archived_at: Date | null;
  deleted_at: Date | null;
  study_id: string | null;
  swatch: number | null;
  order_id: string | null;
  line_id: string | null;
  follows: boolean;
  again: boolean;
}

export const COLUMNS = ['job.*', `job.due::text as due`];

export const jobOf = (row: JobRow, waivers: Waiver[]): Job => ({
  id: row.id,
  number: row.number,
  name: row.name,
  customer: row.customer,
  due: row.due,
  pieces: row.pieces,
  status: row.status,
  reached: row.reached,
  version: row.version,
  blankId: row.blank_id,
  bleed: row.bleed,
  design: row.design,
  run: row.run,
  approval: row.approval,
  mediaId: row.media_id,
  gap: row.gap,
  sheet: row.sheet,
  pressId: row.press_id,
  overrides: row.overrides,
  waivers,
  createdAt: row.created_at.toISOString(),
  updatedAt: row.updated_at.toISOString(),
  closedAt: row.closed_at?.toISOString() ?? null,
  ...(row.study_id !== null && row.swatch !== null ? { study: { id: row.study_id, swatch: row.swatch } } : {}),
  ...(row.order_id !== null && row.line_id !== null
    ? { order: { id: row.order_id, line: row.line_id, follows: row.follows, ...(row.again ? { again: true } : {}) } }
    : {}),
});

/** The first picture on a job of a query, as SQL: its id, or null. */
export const FIRST_ART = `jsonb_path_query_first(design, '$[*].items[*].artId') #>> '{}'`;

/** What a list needs of a job: not its design nor its run, which may be a thousand times as much. */
export type SummaryRow = Pick<
  JobRow,
  | 'id'
  | 'number'
  | 'name'
  | 'customer'
  | 'due'
  | 'pieces'
  | 'status'
  | 'reached'
  | 'blank_id'
  | 'press_id'
  | 'order_id'
  | 'updated_at'
  | 'archived_at'
  | 'deleted_at'
> & { blank_name: string | null; art_id: string | null };
const SUMMARY_COLUMNS = [
  'job.id',
  'job.number',
  'job.name',
  'job.customer',
  'job.due::text as due',
  'job.pieces',
  'job.status',
  'job.reached',
  'job.blank_id',
  'job.press_id',
  'job.order_id',
  'job.updated_at',
  'job.archived_at',
  'job.deleted_at',
  'blank.name as blank_name',
  `${FIRST_ART} as art_id`,
];

export const summaryOf = (row: SummaryRow): JobSummary => ({
  id: row.id,
  number: row.number,
  name: row.name,
  customer: row.customer,
  due: row.due,
  pieces: row.pieces,
  status: row.status,
  reached: row.reached,
  blankId: row.blank_id,
  pressId: row.press_id,
  blankName: row.blank_name,
  artId: row.art_id,
  orderId: row.order_id,
  updatedAt: row.updated_at.toISOString(),
  archivedAt: row.archived_at?.toISOString() ?? null,
  deletedAt: row.deleted_at?.toISOString() ?? null,
});
/** Jobs with the names of their blanks, as they stand in lists. */
export const summaries = (db: Knex): Knex.QueryBuilder =>
  db('job')
    .leftJoin('blank', 'blank.id', 'job.blank_id')
    .select(db.raw(SUMMARY_COLUMNS.join(', ')));
