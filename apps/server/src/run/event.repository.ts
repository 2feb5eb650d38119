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

  /** An event of these that is another job's already; null: none is. */
  async elsewhere(jobId: string, events: readonly BenchEvent[], trx: Knex.Transaction): Promise<string | null> {
    const row = await trx('bench_event')
      .whereIn(
        'id',
        events.map(({ id }) => id),
      )
      .whereNot({ job_id: jobId })
      .first<{ id: string } | undefined>('id');
    return row?.id ?? null;
  }

  /** Adds rows, none of which is known yet. Gives the number of the last. */
  async add(jobId: string, events: readonly BenchEvent[], trx: Knex.Transaction): Promise<string> {
    const rows = events.map((event) => ({
      id: event.id,
      job_id: jobId,
      kind: event.kind,
      at: event.at,
      body: JSON.stringify(event),
    }));
    const added = await trx('bench_event').insert(rows).returning<{ seq: string }[]>('seq');
    return added.map(({ seq }) => seq).reduce((a, b) => (BigInt(a) > BigInt(b) ? a : b), '0');
  }
}
