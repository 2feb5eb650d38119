import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { isHardGoods } from '@kanga/core/blank';
import type { RunPlan } from '@kanga/core/job';
import type { TestCloth } from '@kanga/contract/inspect';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** What becomes of spoiled garments: they stay as test cloth. */
@Injectable()
export class ClothRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** After a run was closed: the spoiled ones are good for tests. Hard goods take no second print. */
  async settle(jobId: string, plan: RunPlan, spoiled: number, trx: Knex.Transaction): Promise<void> {
    if (spoiled > 0 && !isHardGoods(plan.blank.family))
      await trx('test_cloth').insert({ id: randomUUID(), blank_id: plan.blank.id, job_id: jobId, pieces: spoiled });
  }

  /** How many spoiled garments of each blank are kept. */
  async kept(): Promise<TestCloth[]> {
    const rows = await this.db('test_cloth')
      .groupBy('blank_id')
      .havingRaw('sum(pieces) > 0')
      .select<{ blank_id: string; pieces: string }[]>('blank_id', this.db.raw('sum(pieces) AS pieces'));
    return rows.map(({ blank_id, pieces }) => ({ blankId: blank_id, pieces: Number(pieces) }));
  }

  /** One was used; the same id again counts once. Gives false when none is left. */
  async use(id: string, blankId: string, who: string | null): Promise<boolean> {
    return this.db.transaction(async (trx) => {
      await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [blankId]);
      if (await trx('test_cloth').where({ id }).first('id')) return true;
      const row = await trx('test_cloth').where({ blank_id: blankId }).sum<{ sum: string | null }[]>('pieces').first();
      if (Number(row?.sum ?? 0) < 1) return false;
      await trx('test_cloth').insert({ id, blank_id: blankId, pieces: -1, who });
      return true;
    });
  }
}
