import { Inject, Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import { blankItem } from '@kanga/core/stock';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { StockLedger } from '../stock/index.js';

const rowOf = (blank: Blank) => ({
  id: blank.id,
  built_in: blank.builtIn,
  archived: blank.archived,
  name: blank.name,
  family: blank.family,
  // What is in stock has a book of its own.
  body: JSON.stringify({ ...blank, stock: null }),
});

interface BlankRow {
  body: Blank;
  level: string | null;
}
const blankOf = ({ body, level }: BlankRow): Blank => ({
  ...body,
  stock: level === null ? null : Math.max(0, Math.floor(Number(level))),
});
const SHELF = 'as it stands on the shelf';

@Injectable()
export class BlankRepository {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly stock: StockLedger,
  ) {}

  /** Blanks, each with what is in stock of it. */
  private select(db: Knex): Knex.QueryBuilder {
    return db('blank')
      .joinRaw(`LEFT JOIN stock_level ON item = 'blank:' || blank.id AND kept`)
      .select('blank.body', 'stock_level.level');
  }

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  /** The whole shelf, archived blanks included, in the order they came; test cloth stands with its study. */
  async all(): Promise<Blank[]> {
    const rows = (await this.select(this.db)
      .whereRaw(`NOT EXISTS (SELECT 1 FROM study WHERE study.body->>'swatchBlankId' = blank.id::text)`)
      .orderBy('position')) as BlankRow[];
    return rows.map(blankOf);
  }

  /** The blank, or null. With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<Blank | null> {
    const query = this.select(db).where({ id });
    const [row] = (await (lock ? query.forUpdate('blank') : query)) as BlankRow[];
    return row ? blankOf(row) : null;
  }

  async add(blanks: readonly Blank[]): Promise<void> {
    await this.db.transaction(async (trx) => {
      for (const blank of blanks) {
        await trx('blank').insert(rowOf(blank));
        await this.stock.restate(blankItem(blank.id), blank.stock, SHELF, trx);
      }
    });
  }

  /** Puts blanks on the shelf that are not there yet; those that are stay as the shop has them. */
  async ensure(blanks: readonly Blank[]): Promise<void> {
    await this.db.transaction(async (trx) => {
      const added = await trx('blank')
        .insert(blanks.map(rowOf))
        .onConflict('id')
        .ignore()
        .returning<{ id: string }[]>('id');
      const fresh = new Set(added.map(({ id }) => id));
      for (const { id, stock } of blanks) if (fresh.has(id)) await this.stock.restate(blankItem(id), stock, SHELF, trx);
    });
  }

  async save(blank: Blank, trx: Knex.Transaction): Promise<void> {
    await trx('blank').where({ id: blank.id }).update(rowOf(blank));
    await this.stock.restate(blankItem(blank.id), blank.stock, SHELF, trx);
  }
}
