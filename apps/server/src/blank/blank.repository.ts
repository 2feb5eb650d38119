import { Inject, Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

@Injectable()
export class BlankRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  async all(): Promise<Blank[]> {
    const rows = await this.db('blank').orderBy('position').select<{ body: Blank }[]>('body');
    return rows.map((row) => row.body);
  }

  async find(id: string): Promise<Blank | null> {
    const row = await this.db('blank').where({ id }).first<{ body: Blank } | undefined>('body');
    return row?.body ?? null;
  }

  async add(blanks: readonly Blank[]): Promise<void> {
    await this.db('blank').insert(
      blanks.map((blank) => ({
        id: blank.id,
        built_in: blank.builtIn,
        name: blank.name,
        family: blank.family,
        body: JSON.stringify(blank),
      })),
    );
  }
}
