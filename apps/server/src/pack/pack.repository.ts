import { Inject, Injectable } from '@nestjs/common';
import type { PackEvent } from '@kanga/core/pack';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** What lies in which bag: entries are only ever added. */
@Injectable()
export class PackRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  /** The bags of the pieces of some jobs, by job and piece; nobody changes them before the transaction ends. */
  async packed(jobIds: readonly string[], db: Knex = this.db): Promise<Map<string, string>> {
    const rows = await db('packed')
      .whereIn('job_id', [...jobIds])
      .select<{ job_id: string; piece: number; bag: string }[]>('job_id', 'piece', 'bag');
    return new Map(rows.map(({ job_id: id, piece, bag }) => [`${id} ${piece}`, bag]));
  }

  /** One table packs a job at a time. */
  async lock(jobIds: readonly string[], trx: Knex.Transaction): Promise<void> {
    for (const id of [...jobIds].sort()) await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [`pack ${id}`]);
  }

  /** Those of some entries that are written down already. */
  async known(ids: readonly string[], trx: Knex.Transaction): Promise<Set<string>> {
    const rows = await trx('pack_event')
      .whereIn('id', [...ids])
      .select<{ id: string }[]>('id');
    return new Set(rows.map(({ id }) => id));
  }

  async add({ id, jobId, piece, kind, bag, by }: PackEvent, trx: Knex.Transaction): Promise<void> {
    await trx('pack_event').insert({ id, job_id: jobId, piece, kind, bag, who: by });
  }
}
