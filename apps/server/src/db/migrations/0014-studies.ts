import type { Knex } from 'knex';

/** Dial-in: studies, their swatches (each is a job of its own at the press), and what somebody said of two of them by eye. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    INSERT INTO counter VALUES ('study', 0);
    CREATE TABLE study (
      id uuid PRIMARY KEY,
      number int NOT NULL UNIQUE DEFAULT next_number('study'),
      version int NOT NULL DEFAULT 1,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
      created_at timestamptz(3) NOT NULL DEFAULT now(),
      updated_at timestamptz(3) NOT NULL DEFAULT now()
    );
    CREATE TABLE study_swatch (
      study_id uuid NOT NULL REFERENCES study ON DELETE CASCADE,
      number int NOT NULL CHECK (number > 0),
      job_id uuid REFERENCES job ON DELETE SET NULL,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
      PRIMARY KEY (study_id, number)
    );
    CREATE TABLE study_answer (
      id uuid PRIMARY KEY,
      seq bigint NOT NULL GENERATED ALWAYS AS IDENTITY,
      study_id uuid NOT NULL REFERENCES study ON DELETE CASCADE,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object')
    );
    CREATE INDEX study_answer_by_study ON study_answer (study_id, seq);
    ALTER TABLE job ADD study_id uuid REFERENCES study ON DELETE SET NULL, ADD swatch int,
      ADD CONSTRAINT job_swatch_of_study CHECK (study_id IS NULL OR swatch IS NOT NULL);
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
