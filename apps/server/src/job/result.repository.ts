import { Inject, Injectable } from '@nestjs/common';
import type { BenchEvent } from '@kanga/core/bench';
import { withRecipes, type Outcomes, type RunOutcome } from '@kanga/core/inspect';
import { outcomesOf, type Outcome, type RunPlan } from '@kanga/core/job';
import type { HouseRules } from '@kanga/core/shop';
import type { Proven } from '@kanga/core/stack';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { RecipeRepository } from './recipe.repository.js';

/** As many kinds of settings are told of at most, those that came out good most often. */
const MOST = 500;

/** What came of each run, kept beside its events, so that nobody has to read all of them to know what is proven. */
@Injectable()
export class ResultRepository {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly recipes: RecipeRepository,
  ) {}

  /** Counts anew what came of a run, from all of its events. */
  async keep(jobId: string, plan: RunPlan, events: readonly BenchEvent[], trx: Knex.Transaction): Promise<void> {
    await trx('run_result').where({ job_id: jobId }).delete();
    for (const outcome of outcomesOf({ plan, events: [...events] })) {
      const { good, spoiled, last, faults, by: who, house } = outcome;
      const settings_id = await this.settingsId(outcome, trx);
      await trx('run_result').insert({ job_id: jobId, settings_id, who, house, good, spoiled, last, faults });
    }
  }

  /** What came of the runs since a day, the newest first. No plan is read for it: their bodies are large. */
  async outcomes(since: string): Promise<Outcomes> {
    const alike = ['day', 'press', 'blank', 'who', 'house', 'faults'];
    const { rows } = await this.db.raw<{ rows: OutcomeRow[] }>(
      `SELECT ${alike.join(', ')}, sum(good)::int AS good, sum(spoiled)::int AS spoiled, count(*)::int AS runs
       FROM (
         SELECT to_char(last AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day, coalesce(press.body->>'name', 'a press that is gone') AS press,
           coalesce(blank.name, 'a blank that is gone') AS blank, who, house::text, faults, good, spoiled
         FROM run_result JOIN pressed_settings ON pressed_settings.id = settings_id
         LEFT JOIN press ON press.id = press_id LEFT JOIN blank ON blank.id = blank_id
         WHERE last >= ?
       ) run GROUP BY ${alike.join(', ')} ORDER BY day DESC`,
      [since],
    );
    const houses = [...new Set(rows.flatMap(({ house }) => house ?? []))];
    const place = new Map(houses.map((text, i) => [text, i]));
    return {
      houses: houses.map((text) => JSON.parse(text) as HouseRules),
      runs: rows.map(({ runs, who, house, faults, ...rest }) => ({
        ...rest,
        by: who,
        house: house === null ? null : (place.get(house) ?? null),
        // The same of each of them.
        faults: Object.fromEntries(Object.entries(faults).map(([fault, pieces]) => [fault, pieces * runs])),
      })),
    };
  }

  /** The row of settings, each kept once. */
  private async settingsId(outcome: Outcome, trx: Knex.Transaction): Promise<number> {
    const row = settingsRow(outcome);
    const [kept] = await trx('pressed_settings')
      .insert(row)
      .onConflict(Object.keys(row))
      .merge(['peel'])
      .returning<{ id: number }[]>('id');
    if (!kept) throw new Error('settings were not kept');
    return kept.id;
  }

  /** What was pressed in this shop, by settings: one row of figures a run, whatever the length of the log. */
  async proven(): Promise<Proven[]> {
    const counted = this.db('run_result')
      .groupBy('settings_id')
      .select('settings_id', this.db.raw('sum(good) AS good, sum(spoiled) AS spoiled, max(last) AS last'))
      .as('counted');
    const asked = this.db('pressed_settings')
      .join(counted, 'counted.settings_id', 'pressed_settings.id')
      .orderBy('good', 'desc')
      .limit(MOST)
      .select<ResultRow[]>('*');
    const [rows, held] = await Promise.all([asked, this.recipes.held()]);
    const counts = rows.map((row): Proven => ({
      blankId: row.blank_id,
      family: row.family,
      surface: row.surface,
      pressId: row.press_id,
      mediaId: row.media_id,
      temperature: row.temperature,
      dwell: row.dwell,
      pressure: row.pressure,
      prePress: row.pre_press,
      peel: row.peel,
      good: Number(row.good),
      spoiled: Number(row.spoiled),
      last: row.last.toISOString(),
      accepted: false,
    }));
    return withRecipes(counts, held);
  }
}

interface OutcomeRow extends Pick<RunOutcome, 'day' | 'press' | 'blank' | 'good' | 'spoiled' | 'faults'> {
  who: string | null;
  /** As the text of its JSON. */
  house: string | null;
  /** How many runs are added up. */
  runs: number;
}

interface ResultRow {
  blank_id: string;
  family: Proven['family'];
  surface: Proven['surface'];
  press_id: string;
  media_id: string | null;
  temperature: number;
  dwell: number;
  pressure: Proven['pressure'];
  pre_press: number;
  peel: Proven['peel'];
  good: string;
  spoiled: string;
  last: Date;
}

/** The settings of a run, as their row. */
const settingsRow = (one: Outcome) => ({
  blank_id: one.blankId,
  family: one.family,
  surface: one.surface,
  press_id: one.pressId,
  media_id: one.mediaId,
  temperature: one.temperature,
  dwell: one.dwell,
  pressure: one.pressure,
  pre_press: one.prePress,
  peel: one.peel,
});
