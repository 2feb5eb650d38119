import { Inject, Injectable } from '@nestjs/common';
import type { BenchState } from '@kanga/core/bench';
import { buildOf, type Blank } from '@kanga/core/blank';
import { withRecipes } from '@kanga/core/recipe';
import { outcomesFrom, type Outcome, type RunPlan } from '@kanga/core/job';
import type { Proven } from '@kanga/core/stack';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { ActualRepository } from './actual.repository.js';
import { RecipeRepository } from '../recipe/index.js';

/** As many kinds of settings are told of at most, those that came out good most often. */
const MOST = 500;

/** What came of each run, kept beside its events, so that nobody has to read all of them to know what is proven. */
@Injectable()
export class ResultRepository {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly recipes: RecipeRepository,
    private readonly actuals: ActualRepository,
  ) {}

  /** Counts anew what came of a run. */
  async keep(jobId: string, plan: RunPlan, state: BenchState, trx: Knex.Transaction): Promise<void> {
    const courses = await this.actuals.of(jobId, trx);
    await trx('run_result').where({ job_id: jobId }).delete();
    for (const outcome of outcomesFrom(plan, state, courses)) {
      const { good, spoiled, last, faults, by: who, house, proof } = outcome;
      const settings_id = await this.settingsId(outcome, trx);
      await trx('run_result').insert({ job_id: jobId, settings_id, who, house, good, spoiled, last, faults, proof });
    }
  }

  /** Runs that were counted before it was asked whether they were pressed as planned. */
  async uncounted(): Promise<string[]> {
    const rows = await this.db('run_result').whereNull('proof').distinct<{ job_id: string }[]>('job_id');
    return rows.map(({ job_id: id }) => id);
  }

  /**
   * What came of the runs since a day, the newest first, as the JSON of `Outcomes`: the database writes it, since to read thousands of rows only to write
   * them again takes the server longer than all the rest. No plan is read for it: their bodies are large.
   */
  async outcomes(since: string, zone: string): Promise<string> {
    const { rows } = await this.db.raw<{ rows: { told: string }[] }>(
      `WITH run AS (
         SELECT to_char(last AT TIME ZONE ?, 'YYYY-MM-DD') AS day, press_id, blank_id, who, house, faults,
           sum(good) AS good, sum(spoiled) AS spoiled, count(*) AS runs
         FROM run_result JOIN pressed_settings ON pressed_settings.id = settings_id
         WHERE last >= ? GROUP BY 1, 2, 3, 4, 5, 6
       ), houses AS (
         SELECT house, row_number() OVER () - 1 AS place FROM (SELECT DISTINCT house FROM run WHERE house IS NOT NULL) one
       )
       SELECT json_build_object(
         'houses', (SELECT coalesce(json_agg(house ORDER BY place), '[]') FROM houses),
         'runs', (SELECT coalesce(json_agg(json_build_object(
             'day', day,
             'press', coalesce(press.body->>'name', 'a press that is gone'),
             'blank', coalesce(blank.name, 'a blank that is gone'),
             'by', who, 'house', place, 'good', good, 'spoiled', spoiled,
             'faults', CASE WHEN runs = 1 THEN faults::json ELSE
               (SELECT coalesce(json_object_agg(key, value::int * runs), '{}') FROM jsonb_each_text(faults)) END
           ) ORDER BY day DESC), '[]')
           FROM run LEFT JOIN houses USING (house) LEFT JOIN press ON press.id = press_id LEFT JOIN blank ON blank.id = blank_id)
       )::text AS told`,
      [zone, since],
    );
    return rows[0]?.told ?? '';
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
      .where({ proof: true })
      .groupBy('settings_id')
      .select('settings_id', this.db.raw('sum(good) AS good, sum(spoiled) AS spoiled, max(last) AS last'))
      .as('counted');
    const asked = this.db('pressed_settings')
      .join(counted, 'counted.settings_id', 'pressed_settings.id')
      .orderBy('good', 'desc')
      .limit(MOST)
      .select<ResultRow[]>('*');
    const blanks = this.db('blank').select<{ id: string; body: Blank }[]>('id', 'body');
    const [rows, held, shelf] = await Promise.all([asked, this.recipes.held(), blanks]);
    const builds = new Map(shelf.map(({ id, body }) => [id, buildOf(body)]));
    const builtAs = (blankId: string) => {
      const build = builds.get(blankId);
      return build === undefined ? {} : { build };
    };
    const counts = rows.map((row): Proven => ({
      blankId: row.blank_id,
      family: row.family,
      surface: row.surface,
      ...builtAs(row.blank_id),
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
    const named = held.map((recipe) => ({
      ...recipe,
      settings: { ...recipe.settings, ...builtAs(recipe.settings.blankId) },
    }));
    return withRecipes(counts, named);
  }
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
