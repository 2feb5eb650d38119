import { Inject, Injectable } from '@nestjs/common';
import type { Claim } from '@kanga/core/stock';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** So far back the log is asked how much of like goods was spoiled. */
const LOOK_BACK = '1 year';

/** What orders want of blanks, and what became of those that were pressed. */
@Injectable()
export class ClaimRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** What accepted open orders still want of each blank, pieces that were under a plate left out; the first due first. */
  async claims(): Promise<Map<string, Claim[]>> {
    const { rows } = await this.db.raw<{
      rows: { blank_id: string; order_id: string; number: number; due: string | null; amount: string }[];
    }>(
      `WITH wanted AS (
         SELECT job.id, job.blank_id, job.pieces, one.id AS order_id, one.number, one.due::text AS due
         FROM shop_order one JOIN job ON job.order_id = one.id
         WHERE one.status = 'open' AND jsonb_typeof(one.body->'accepted') = 'object'
           AND job.status = 'open' AND job.deleted_at IS NULL AND job.archived_at IS NULL AND job.blank_id IS NOT NULL
       ), pressed AS (
         SELECT job_id, count(DISTINCT piece) AS pieces FROM pressing WHERE job_id IN (SELECT id FROM wanted) GROUP BY 1
       )
       SELECT blank_id, order_id, number, due, sum(wanted.pieces - coalesce(pressed.pieces, 0)) AS amount
       FROM wanted LEFT JOIN pressed ON job_id = wanted.id
       WHERE wanted.pieces > coalesce(pressed.pieces, 0)
       GROUP BY 1, 2, 3, 4 ORDER BY due NULLS LAST, number`,
    );
    const byBlank = new Map<string, Claim[]>();
    for (const { blank_id, order_id: orderId, number: order, due, amount } of rows) {
      const claims = byBlank.get(blank_id) ?? [];
      claims.push({ orderId, order, due, amount: Number(amount) });
      byBlank.set(blank_id, claims);
    }
    return byBlank;
  }

  /** Pieces of each blank that were judged of late, and those that were spoiled. */
  async log(): Promise<Map<string, { spoiled: number; pressed: number }>> {
    const { rows } = await this.db.raw<{ rows: { blank_id: string; good: string; spoiled: string }[] }>(
      `SELECT blank_id, sum(good) AS good, sum(spoiled) AS spoiled FROM run_result
       JOIN pressed_settings ON pressed_settings.id = settings_id WHERE last >= now() - ?::interval GROUP BY 1`,
      [LOOK_BACK],
    );
    return new Map(
      rows.map(({ blank_id, good, spoiled }) => [
        blank_id,
        { spoiled: Number(spoiled), pressed: Number(good) + Number(spoiled) },
      ]),
    );
  }
}
