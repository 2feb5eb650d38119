import type { BenchEvent } from '@kanga/core/bench';
import { outcomeOf, type RunPlan } from '@kanga/core/job';
import { upgradePlan } from '@kanga/contract/job';
import type { Knex } from 'knex';

/**
 * What presses, printers and blanks are asked for a plan; the schools that came since; plans that keep how goods lay on the plate; and what came of
 * each run, counted once.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    UPDATE press SET body = '{"opening":null,"warmUp":900,"recovery":30,"table":0,"pads":[]}' || body;
    UPDATE printer SET body = '{"dye":"ink"}' || body;
    UPDATE settings SET body = jsonb_set('{"energy":120}' || body, '{house}', '{"sprayed":"paper","paper":"butcher paper",
      "sleeves":"transfer on top","lines":"pad","tees":"short","masks":"usual","mats":"usual"}' || (body->'house'));
    UPDATE blank SET body = '{"jigs":null}' || body;
    UPDATE blank SET body = jsonb_set(body, '{makersSheet}',
      '{"limits":{"temperature":null,"dwell":null,"pressure":null}}' || (body->'makersSheet'))
      WHERE jsonb_typeof(body->'makersSheet') = 'object';
    -- Settings under which runs were pressed, each once; and what came of each run.
    CREATE TABLE pressed_settings (
      id int PRIMARY KEY GENERATED ALWAYS AS IDENTITY,
      blank_id uuid NOT NULL,
      family text NOT NULL,
      surface text NOT NULL,
      press_id uuid NOT NULL,
      media_id uuid,
      temperature double precision NOT NULL,
      dwell double precision NOT NULL,
      pressure text NOT NULL,
      pre_press double precision NOT NULL,
      peel text NOT NULL,
      UNIQUE NULLS NOT DISTINCT
        (blank_id, press_id, media_id, temperature, dwell, pre_press, pressure, peel, family, surface)
    );
    CREATE TABLE run_result (
      job_id uuid PRIMARY KEY REFERENCES run_plan ON DELETE CASCADE,
      settings_id int NOT NULL REFERENCES pressed_settings,
      good int NOT NULL CHECK (good >= 0),
      spoiled int NOT NULL CHECK (spoiled >= 0),
      faults jsonb NOT NULL CHECK (jsonb_typeof(faults) = 'object'),
      last timestamptz(3) NOT NULL
    );
    CREATE INDEX run_result_newest ON run_result (last);
  `);
  const plans = await db('run_plan').select<{ job_id: string; body: Record<string, unknown> }[]>('job_id', 'body');
  for (const { job_id, body } of plans) {
    const plan = upgradePlan(body) as unknown as RunPlan;
    await db('run_plan')
      .where({ job_id })
      .update({ body: JSON.stringify(plan) });
    const rows = await db('bench_event').where({ job_id }).orderBy('seq').select<{ body: BenchEvent }[]>('body');
    const outcome = outcomeOf({ plan, events: rows.map((row) => row.body) });
    if (!outcome) continue;
    const { blankId, pressId, mediaId, prePress, good, spoiled, last, faults, ...rest } = outcome;
    const key = { blank_id: blankId, press_id: pressId, media_id: mediaId, pre_press: prePress, ...rest };
    const known = await db('pressed_settings').where(key).first<{ id: number } | undefined>('id');
    const [fresh] = known ? [known] : await db('pressed_settings').insert(key).returning<{ id: number }[]>('id');
    await db('run_result').insert({ job_id, settings_id: fresh?.id, good, spoiled, last, faults });
  }
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
