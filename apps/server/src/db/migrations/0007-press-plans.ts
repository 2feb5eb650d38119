import { upgradePlan } from '@kanga/contract/job';
import type { Knex } from 'knex';

/**
 * What presses, printers and blanks are asked for a plan; the schools that came since; plans that keep how goods lay on the plate; and what came of
 * each run, counted once and apart by press and by person. Pieces go through the steps in beds, of one piece each in plans of before.
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
      job_id uuid NOT NULL REFERENCES run_plan ON DELETE CASCADE,
      settings_id int NOT NULL REFERENCES pressed_settings,
      who text,
      house jsonb,
      good int NOT NULL CHECK (good >= 0),
      spoiled int NOT NULL CHECK (spoiled >= 0),
      faults jsonb NOT NULL CHECK (jsonb_typeof(faults) = 'object'),
      last timestamptz(3) NOT NULL,
      UNIQUE NULLS NOT DISTINCT (job_id, settings_id, who)
    );
    CREATE INDEX run_result_newest ON run_result (last);
    CREATE INDEX run_result_by_settings ON run_result (settings_id);

    ALTER TABLE bench_event DROP CONSTRAINT bench_event_kind_check, ADD CONSTRAINT bench_event_kind_check
      CHECK (kind IN ('start', 'done', 'skip', 'stop', 'repeat', 'swap', 'verdict', 'undo'));
    ALTER TABLE bench_event DISABLE TRIGGER bench_event_only_added;
    UPDATE bench_event SET body = (CASE
      WHEN kind IN ('start', 'done', 'skip') THEN (body - 'piece') || jsonb_build_object('bed', body->'piece')
      WHEN body->>'verdict' = 'spoiled' THEN body || '{"spot":null,"photo":null}'
      ELSE body END) || '{"by":null}';
    ALTER TABLE bench_event ENABLE TRIGGER bench_event_only_added;
  `);
  const plans = await db('run_plan').select<{ job_id: string; body: Record<string, unknown> }[]>('job_id', 'body');
  for (const { job_id, body } of plans) {
    await db('run_plan')
      .where({ job_id })
      .update({ body: JSON.stringify(upgradePlan(body)) });
  }
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
