import { Inject, Injectable } from '@nestjs/common';
import type { Claim, OrderClaim } from '@kanga/core/stock';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

/** So far back the log is asked how much of like goods was spoiled. */
const LOOK_BACK = '1 year';

interface Wanted {
  due: string | null;
  amount: string;
}
/** What each open job of an accepted order still wants of its blank: pieces that were not under a plate. Nothing is pressed without a plan: the log is asked about those jobs alone. */
const WANTED = `
  SELECT * FROM (
    SELECT job.blank_id, one.id AS order_id, one.number, one.due, job.pieces - CASE WHEN run_plan.job_id IS NULL THEN 0
      ELSE (SELECT count(DISTINCT piece) FROM pressing WHERE pressing.job_id = job.id) END AS amount
    FROM shop_order one
    JOIN job ON job.order_id = one.id
    LEFT JOIN run_plan ON run_plan.job_id = job.id
    WHERE one.status = 'open' AND one.body->'accepted' <> 'null'
      AND job.status = 'open' AND job.deleted_at IS NULL AND job.archived_at IS NULL AND job.blank_id IS NOT NULL
  ) open WHERE amount > 0`;

/** What orders want of blanks, and what became of those that were pressed. */
@Injectable()
export class ClaimRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** What accepted orders still want of each blank by due day, the first day first. */
  async byDay(): Promise<Map<string, Claim[]>> {
    const { rows } = await this.db.raw<{ rows: ({ blank_id: string } & Wanted)[] }>(
      `SELECT blank_id, due::text AS due, sum(amount) AS amount FROM (${WANTED}) wanted GROUP BY 1, wanted.due ORDER BY wanted.due NULLS LAST`,
    );
    const byBlank = new Map<string, Claim[]>();
    for (const { blank_id, due, amount } of rows) {
      const claims = byBlank.get(blank_id) ?? [];
      claims.push({ due, amount: Number(amount) });
      byBlank.set(blank_id, claims);
    }
    return byBlank;
  }

  /** What each of them wants of one blank, the first due first. */
  async ofBlank(blankId: string): Promise<OrderClaim[]> {
    const { rows } = await this.db.raw<{ rows: ({ order_id: string; number: number } & Wanted)[] }>(
      `SELECT order_id, number, due::text AS due, sum(amount) AS amount FROM (${WANTED}) wanted WHERE blank_id = ?
       GROUP BY 1, 2, wanted.due ORDER BY wanted.due NULLS LAST, number`,
      [blankId],
    );
    return rows.map(({ order_id: orderId, number: order, due, amount }) => ({
      orderId,
      order,
      due,
      amount: Number(amount),
    }));
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
