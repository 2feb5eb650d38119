import type { BenchEvent } from '@kanga/core/bench';
import { logOf, outcomesOf, type RunPlan } from '@kanga/core/job';
import type { Knex } from 'knex';

/**
 * The bench: controllers of presses, people, what plates read during a pressing, photographs of faults, and what is kept of spoiled pieces; the log as rows that can be searched;
 * and recipes, each of which was accepted by somebody.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    UPDATE press SET body = '{"controller":null}' || body;
    UPDATE run_plan SET body = jsonb_set(body, '{press}', '{"controller":null}' || (body->'press'));
    UPDATE settings SET body = '{"people":[]}' || body;

    CREATE EXTENSION IF NOT EXISTS pg_trgm;
    -- One piece at one pressing, as it follows from the events of its run; written anew when they change.
    CREATE TABLE pressing (
      id bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY,
      job_id uuid NOT NULL REFERENCES run_plan ON DELETE CASCADE,
      job_number int NOT NULL,
      job_name text NOT NULL,
      blank_name text NOT NULL,
      piece int NOT NULL CHECK (piece >= 0),
      side text NOT NULL,
      press_name text NOT NULL,
      who text,
      temperature double precision NOT NULL,
      planned double precision NOT NULL,
      actual double precision,
      at timestamptz(3) NOT NULL,
      verdict text NOT NULL CHECK (verdict IN ('good', 'spoiled', 'not judged')),
      fault text,
      note text NOT NULL,
      words text NOT NULL GENERATED ALWAYS AS (lower(job_number || ' ' || job_name || ' ' || blank_name || ' ' || side
        || ' ' || press_name || ' ' || coalesce(who, '') || ' ' || coalesce(fault, '') || ' ' || note)) STORED
    );
    CREATE INDEX pressing_newest ON pressing (at DESC, id DESC);
    CREATE INDEX pressing_by_press ON pressing (press_name, at DESC, id DESC);
    CREATE INDEX pressing_by_blank ON pressing (blank_name, at DESC, id DESC);
    CREATE INDEX pressing_by_person ON pressing (who, at DESC, id DESC);
    CREATE INDEX pressing_by_fault ON pressing (fault, at DESC, id DESC) WHERE fault IS NOT NULL;
    CREATE INDEX pressing_by_job ON pressing (job_id, piece);
    CREATE INDEX pressing_words ON pressing USING gin (words gin_trgm_ops);
    CREATE INDEX pressing_spoiled ON pressing (at DESC, id DESC) WHERE verdict = 'spoiled';

    -- What a plate read while its clock ran: thinned, and whole again when the clock has ended.
    CREATE TABLE actual (
      job_id uuid NOT NULL REFERENCES run_plan ON DELETE CASCADE,
      bed int NOT NULL,
      step int NOT NULL,
      started_at timestamptz(3) NOT NULL,
      press_id uuid NOT NULL,
      samples jsonb NOT NULL CHECK (jsonb_typeof(samples) = 'array'),
      PRIMARY KEY (job_id, bed, step, started_at)
    );

    CREATE TABLE photo (
      id uuid PRIMARY KEY,
      job_id uuid NOT NULL REFERENCES job,
      at timestamptz(3) NOT NULL DEFAULT now(),
      data bytea NOT NULL
    );

    -- Spoiled garments kept for tests: so many more, or fewer where some were used. Rows are only ever added.
    CREATE TABLE test_cloth (
      id uuid PRIMARY KEY,
      blank_id uuid NOT NULL,
      job_id uuid REFERENCES job,
      pieces int NOT NULL CHECK (pieces <> 0),
      who text,
      at timestamptz(3) NOT NULL DEFAULT now()
    );
    CREATE INDEX test_cloth_by_blank ON test_cloth (blank_id);

    -- Recipes: rows are only ever added; the newest of a blank on a press and a paper holds.
    CREATE TABLE recipe (
      id uuid PRIMARY KEY,
      seq bigint NOT NULL GENERATED ALWAYS AS IDENTITY,
      blank_id uuid NOT NULL,
      press_id uuid NOT NULL,
      media_id uuid,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object')
    );
    CREATE INDEX recipe_newest ON recipe (blank_id, press_id, media_id, seq DESC);
    CREATE TRIGGER recipe_only_added BEFORE UPDATE OR DELETE ON recipe FOR EACH ROW EXECUTE FUNCTION only_added();
  `);
  const runs = await db('run_plan')
    .join('job', 'job.id', 'run_plan.job_id')
    .select<{ id: string; number: number; name: string; body: RunPlan }[]>(
      'job.id',
      'job.number',
      'job.name',
      'run_plan.body',
    );
  for (const { id, number, name, body: plan } of runs) {
    const rows = await db('bench_event').where({ job_id: id }).orderBy('seq').select<{ body: BenchEvent }[]>('body');
    const events = rows.map((row) => row.body);
    // Named one by one, here and below: what the core tells of a pressing grows, and these tables are as they were.
    const pressings = logOf({ plan, events }).map((row) => ({
      piece: row.piece,
      side: row.side,
      temperature: row.temperature,
      planned: row.planned,
      actual: row.actual,
      at: row.at,
      verdict: row.verdict,
      fault: row.fault,
      note: row.note,
      job_id: id,
      job_number: number,
      job_name: name,
      blank_name: plan.blank.name,
      press_name: row.pressName,
      who: row.by,
    }));
    await db.batchInsert('pressing', pressings, 500);
    for (const one of outcomesOf({ plan, events })) {
      const key = {
        blank_id: one.blankId,
        press_id: one.pressId,
        media_id: one.mediaId,
        pre_press: one.prePress,
        family: one.family,
        surface: one.surface,
        temperature: one.temperature,
        dwell: one.dwell,
        pressure: one.pressure,
        peel: one.peel,
      };
      const known = await db('pressed_settings').where(key).first<{ id: number } | undefined>('id');
      const [fresh] = known ? [known] : await db('pressed_settings').insert(key).returning<{ id: number }[]>('id');
      const { by: who, house, good, spoiled, last, faults } = one;
      await db('run_result').insert({ job_id: id, settings_id: fresh?.id, who, house, good, spoiled, last, faults });
    }
  }
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
