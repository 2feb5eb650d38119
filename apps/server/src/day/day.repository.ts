import { Inject, Injectable } from '@nestjs/common';
import { EMPTY_BOOK, type DayBook } from '@kanga/core/day';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** An open job, and what tells whether it is still as it was. */
export interface OpenJob {
  id: string;
  version: number;
  events: string;
  /** Of all that its blank is; null: it has none. */
  blank: string | null;
}

@Injectable()
export class DayRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  async book(): Promise<DayBook> {
    const row = await this.db('day_book').first<{ version: number; body: Omit<DayBook, 'version'> } | undefined>();
    return row ? { ...row.body, version: row.version } : EMPTY_BOOK;
  }

  /** Saves a book over the version that it names; false: that is not the one there is. */
  async save({ version, ...body }: DayBook): Promise<boolean> {
    const kept = JSON.stringify(body);
    const { rows } = await this.db.raw<{ rows: unknown[] }>(
      version === 0
        ? 'INSERT INTO day_book VALUES (1, 1, ?) ON CONFLICT DO NOTHING RETURNING id'
        : 'UPDATE day_book SET body = ?, version = version + 1 WHERE version = ? RETURNING id',
      version === 0 ? [kept] : [kept, version],
    );
    return rows.length === 1;
  }

  /** Open jobs, those that are due first first; swatches go with their studies. */
  async open(limit: number): Promise<OpenJob[]> {
    const { rows } = await this.db.raw<{ rows: OpenJob[] }>(
      `SELECT job.id, job.version, (SELECT count(*) FROM bench_event WHERE job_id = job.id) AS events,
         (SELECT md5(body::text) FROM blank WHERE blank.id = blank_id) AS blank FROM job
        WHERE status = 'open' AND deleted_at IS NULL AND archived_at IS NULL AND study_id IS NULL
        ORDER BY due NULLS LAST, number LIMIT ?`,
      [limit],
    );
    return rows;
  }
}
