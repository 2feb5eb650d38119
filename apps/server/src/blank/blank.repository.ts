import { Inject, Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

const rowOf = (blank: Blank) => ({
  id: blank.id,
  built_in: blank.builtIn,
  archived: blank.archived,
  name: blank.name,
  family: blank.family,
  body: JSON.stringify(blank),
});

@Injectable()
export class BlankRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  /** The whole shelf, archived blanks included, in the order they came; test cloth stands with its study. */
  async all(): Promise<Blank[]> {
    const rows = await this.db('blank')
      .whereRaw(`NOT EXISTS (SELECT 1 FROM study WHERE study.body->>'swatchBlankId' = blank.id::text)`)
      .orderBy('position')
      .select<{ body: Blank }[]>('body');
    return rows.map((row) => row.body);
  }

  /** The blank, or null. With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<Blank | null> {
    const query = db('blank').where({ id }).select<{ body: Blank }[]>('body');
    const [row] = await (lock ? query.forUpdate() : query);
    return row?.body ?? null;
  }

  async add(blanks: readonly Blank[]): Promise<void> {
    await this.db.transaction(async (trx) => {
      for (const blank of blanks) await trx('blank').insert(rowOf(blank));
    });
  }

  /** Puts blanks on the shelf that are not there yet; those that are stay as the shop has them. */
  async ensure(blanks: readonly Blank[]): Promise<void> {
    await this.db('blank').insert(blanks.map(rowOf)).onConflict('id').ignore();
  }

  async save(blank: Blank, trx: Knex.Transaction): Promise<void> {
    await trx('blank').where({ id: blank.id }).update(rowOf(blank));
  }
}
