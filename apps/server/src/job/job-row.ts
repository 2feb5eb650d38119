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

/** A day is read as it is written, not as a moment in some time zone. */
const DUE = 'job.due::text as due';
const HEAD = ['id', 'number', 'name', 'customer', 'pieces', 'status', 'reached'] as const;
export const COLUMNS = ['job.*', DUE];

/** What a job and its entry in a list have as it lies in the table. */
const headOf = ({
  id,
  number,
  name,
  customer,
  due,
  pieces,
  status,
  reached,
}: Pick<JobRow, (typeof HEAD)[number] | 'due'>) => ({
  id,
  number,
  name,
  customer,
  due,
  pieces,
  status,
  reached,
});

export const jobOf = (row: JobRow, waivers: Waiver[]): Job => ({
  ...headOf(row),
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

/** What a list needs of a job besides: not its design nor its run, which may be a thousand times as much. */
const LISTED = [...HEAD, 'blank_id', 'press_id', 'order_id', 'updated_at', 'archived_at', 'deleted_at'] as const;
export type SummaryRow = Pick<JobRow, (typeof LISTED)[number] | 'due'> & {
  blank_name: string | null;
  art_id: string | null;
};
const SUMMARY_COLUMNS = [
  ...LISTED.map((column) => `job.${column}`),
  DUE,
  'blank.name as blank_name',
  `${FIRST_ART} as art_id`,
];

export const summaryOf = (row: SummaryRow): JobSummary => ({
  ...headOf(row),
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
