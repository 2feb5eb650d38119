import { Inject, Injectable } from '@nestjs/common';
import type { Study, StudyAnswer, StudySwatch } from '@kanga/core/study';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** What is kept of a study itself: its swatches and answers have rows of their own. */
export type StudyBody = Omit<
  Study,
  'id' | 'number' | 'version' | 'swatches' | 'answers' | 'createdAt' | 'updatedAt'
> & {
  /** The blank that its swatches are pressed as. */
  swatchBlankId: string;
};
/** What is kept of a swatch: when and how it was pressed follows from its run. */
export type SwatchBody = Omit<StudySwatch, 'number' | 'jobId'>;

export interface KeptStudy {
  id: string;
  number: number;
  version: number;
  body: StudyBody;
  createdAt: string;
  updatedAt: string;
}
export interface KeptSwatch {
  number: number;
  jobId: string | null;
  body: SwatchBody;
}

interface StudyRow {
  id: string;
  number: number;
  version: number;
  body: StudyBody;
  created_at: Date;
  updated_at: Date;
}
interface SwatchRow {
  number: number;
  job_id: string | null;
  body: SwatchBody;
}

const keptOf = ({ created_at, updated_at, ...row }: StudyRow): KeptStudy => ({
  ...row,
  createdAt: created_at.toISOString(),
  updatedAt: updated_at.toISOString(),
});

@Injectable()
export class StudyRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  /** The one that something happened to last comes first. */
  async all(): Promise<KeptStudy[]> {
    const rows = await this.db('study').orderBy('updated_at', 'desc').limit(300).select<StudyRow[]>('*');
    return rows.map(keptOf);
  }

  /** The study, or null. With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<KeptStudy | null> {
    const query = db('study').where({ id }).select<StudyRow[]>('*');
    const [row] = await (lock ? query.forUpdate() : query);
    return row ? keptOf(row) : null;
  }

  /** Begun twice with one id it is begun once. */
  async add(id: string, body: StudyBody, trx: Knex.Transaction): Promise<void> {
    await trx('study').insert({ id, body: JSON.stringify(body) });
  }

  async save(id: string, body: StudyBody, trx: Knex.Transaction): Promise<void> {
    await trx('study')
      .where({ id })
      .update({ body: JSON.stringify(body), version: trx.raw('version + 1'), updated_at: trx.fn.now(3) });
  }

  /** Something happened to it: it comes first in the list. */
  async touch(id: string, trx: Knex.Transaction): Promise<void> {
    await trx('study')
      .where({ id })
      .update({ updated_at: trx.fn.now(3) });
  }

  async swatches(id: string, db: Knex = this.db): Promise<KeptSwatch[]> {
    const rows = await db('study_swatch')
      .where({ study_id: id })
      .orderBy('number')
      .select<SwatchRow[]>('number', 'job_id', 'body');
    return rows.map(({ number, job_id: jobId, body }) => ({ number, jobId, body }));
  }

  /** One swatch, or null. */
  async swatch(id: string, number: number, trx: Knex.Transaction): Promise<KeptSwatch | null> {
    const row = await trx('study_swatch')
      .where({ study_id: id, number })
      .first<SwatchRow | undefined>('number', 'job_id', 'body');
    return row ? { number: row.number, jobId: row.job_id, body: row.body } : null;
  }

  async addSwatch(id: string, { number, jobId, body }: KeptSwatch, trx: Knex.Transaction): Promise<void> {
    await trx('study_swatch').insert({ study_id: id, number, job_id: jobId, body: JSON.stringify(body) });
  }

  async saveSwatch(id: string, number: number, body: SwatchBody, trx: Knex.Transaction): Promise<void> {
    await trx('study_swatch')
      .where({ study_id: id, number })
      .update({ body: JSON.stringify(body) });
  }

  async answers(id: string, db: Knex = this.db): Promise<StudyAnswer[]> {
    const rows = await db('study_answer')
      .where({ study_id: id })
      .orderBy('seq')
      .select<{ body: StudyAnswer }[]>('body');
    return rows.map(({ body }) => body);
  }

  async addAnswer(id: string, answer: StudyAnswer, trx: Knex.Transaction): Promise<void> {
    await trx('study_answer')
      .insert({ id: answer.id, study_id: id, body: JSON.stringify(answer) })
      .onConflict('id')
      .ignore();
  }
}
