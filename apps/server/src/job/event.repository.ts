import { Inject, Injectable } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

@Injectable()
export class EventRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Oldest first, in the order in which they were taken in. */
  async of(jobId: string, db: Knex = this.db): Promise<BenchEvent[]> {
    const rows = await db('bench_event').where({ job_id: jobId }).orderBy('seq').select<{ body: BenchEvent }[]>('body');
    return rows.map((row) => row.body);
  }

  /** Adds rows; one whose id is known already is passed over. */
  async add(jobId: string, events: readonly BenchEvent[], trx: Knex.Transaction): Promise<void> {
    const rows = events.map((event) => ({
      id: event.id,
      job_id: jobId,
      kind: event.kind,
      at: event.at,
      body: JSON.stringify(event),
    }));
    await trx('bench_event').insert(rows).onConflict('id').ignore();
  }
}
