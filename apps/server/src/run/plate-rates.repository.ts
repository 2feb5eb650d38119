import { Inject, Injectable } from '@nestjs/common';
import { ROOM, type PlateRates } from '@kanga/core/heat';
import type { MeasuredRates } from '@kanga/contract/day';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

@Injectable()
export class PlateRatesRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** Keeps what was measured of a press; what was not measured this time stays as it was. */
  async keep(pressId: string, { hottest, warmTau, coolTau }: Partial<PlateRates>, at: string): Promise<void> {
    await this.db.raw(
      `INSERT INTO plate_rates (press_id, hottest, warm_tau, cool_tau, measured_at)
       SELECT id, ?, ?, ?, ? FROM press WHERE id = ?
       ON CONFLICT (press_id) DO UPDATE SET hottest = coalesce(EXCLUDED.hottest, plate_rates.hottest),
         warm_tau = coalesce(EXCLUDED.warm_tau, plate_rates.warm_tau),
         cool_tau = coalesce(EXCLUDED.cool_tau, plate_rates.cool_tau), measured_at = EXCLUDED.measured_at`,
      [hottest ?? null, warmTau ?? null, coolTau ?? null, at, pressId],
    );
  }

  /** What was measured of all presses. */
  async all(): Promise<MeasuredRates[]> {
    const rows = await this.db('plate_rates').select<
      {
        press_id: string;
        hottest: number | null;
        warm_tau: number | null;
        cool_tau: number | null;
        measured_at: Date;
      }[]
    >('press_id', 'hottest', 'warm_tau', 'cool_tau', 'measured_at');
    return rows.map((row) => ({
      pressId: row.press_id,
      hottest: row.hottest,
      warmTau: row.warm_tau,
      room: ROOM,
      coolTau: row.cool_tau,
      at: row.measured_at.toISOString(),
    }));
  }
}
