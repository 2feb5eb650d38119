import { Inject, Injectable } from '@nestjs/common';
import { paceOf, type DoneBed, type Pace } from '@kanga/core/day';
import type { RunPlan } from '@kanga/core/job';
import { cycleOf } from '@kanga/core/stack';
import { addDays, dayIn, startOfDay } from '@kanga/core/units';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { FIRST_ART } from '../job/index.js';
import { ShopRepository } from '../shop/index.js';

/** So far back a shop's pace is measured, days: it changes with presses and people. Ours. */
const PACE_DAYS = 60;

interface DoneRow extends Omit<DoneBed, 'at' | 'cycle' | 'pieces' | 'spoiled' | 'artId'> {
  artId: string | null;
  at: Date;
  pieces: string;
  spoiled: string;
}

/** What was pressed on days that are past, as the log has it, and the pace that it tells. */
@Injectable()
export class DayPastService {
  /** What was pressed today counts from tomorrow on: plans of one day reckon with one pace. */
  private known: { key: string; pace: Pace | null } | null = null;

  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly floor: ShopRepository,
  ) {}

  /** Everything that was pressed on a day of the shop. */
  async on(day: string): Promise<DoneBed[]> {
    const zone = await this.floor.timeZone();
    return this.between(startOfDay(zone, day), startOfDay(zone, addDays(day, 1)));
  }

  /** How fast presses were served of late; null: too little was pressed to tell. */
  async pace(): Promise<Pace | null> {
    const zone = await this.floor.timeZone();
    const today = dayIn(zone, new Date().toISOString());
    const [since, until] = [startOfDay(zone, addDays(today, -PACE_DAYS)), startOfDay(zone, today)];
    const newest = await this.db('pressing')
      .where('at', '>=', since)
      .where('at', '<', until)
      .first<{ count: string; last: string | null }>(this.db.raw('count(*), max(id)::text AS last'));
    const key = [zone, today, newest.count, newest.last].join(' ');
    if (this.known?.key !== key) {
      const beds = await this.between(since, until);
      this.known = { key, pace: paceOf(beds, (at) => dayIn(zone, at)) };
    }
    return this.known.pace;
  }

  private async between(begins: string, ends: string): Promise<DoneBed[]> {
    // A row of the log is one piece; what was under the plate together has one moment.
    const { rows } = await this.db.raw<{ rows: DoneRow[] }>(
      `SELECT job_id AS "jobId", job_number AS number, job_name AS name, press_name AS press, at, max(coalesce(actual, planned)) AS seconds,
         max(planned) AS planned, max(temperature) AS celsius, count(*) AS pieces, count(*) FILTER (WHERE verdict = 'spoiled') AS spoiled,
         (SELECT ${FIRST_ART} FROM job WHERE job.id = job_id) AS "artId"
       FROM pressing WHERE at >= ? AND at < ? GROUP BY job_id, job_number, job_name, press_name, side, at ORDER BY at, job_number`,
      [begins, ends],
    );
    const cycles = await this.cycles([...new Set(rows.map(({ jobId }) => jobId))]);
    return rows.map((row) => ({
      ...row,
      at: row.at.toISOString(),
      pieces: Number(row.pieces),
      spoiled: Number(row.spoiled),
      cycle: cycles.get(row.jobId) ?? null,
    }));
  }

  /** From one closing to the next of each job, as its plan has it, s: by the slower of the press and one pair of hands, which make the next ready meanwhile; a bed of two sides is closed twice. */
  private async cycles(ids: readonly string[]): Promise<Map<string, number>> {
    const plans = await this.db('run_plan')
      .whereIn('job_id', [...ids])
      .select<{ job_id: string; body: RunPlan }[]>('job_id', 'body');
    return new Map(
      plans.flatMap(({ job_id, body: { steps, blank, press, atOnce } }) => {
        const closings = steps.filter(({ kind }) => kind === 'press').length;
        if (closings === 0) return [];
        const cycle = cycleOf(steps, blank, press, atOnce);
        return [[job_id, Math.max(cycle.press, cycle.hands) / closings]];
      }),
    );
  }
}
