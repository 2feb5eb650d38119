import type { Knex } from 'knex';

/**
 * Jobs and prints are counted without gaps: a sequence of the database jumps by up to 32 when it was killed, and a job 36 after job 3 looks like thirty-two that were lost. A counter's row is
 * locked until its transaction ends, so that what is undone counts nothing.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE counter (what text PRIMARY KEY, last int NOT NULL);
    INSERT INTO counter VALUES
      ('job', (SELECT coalesce(max(number), 0) FROM job)),
      ('print', (SELECT coalesce(max(number), 0) FROM print));
    CREATE FUNCTION next_number(of_what text) RETURNS int LANGUAGE sql AS
      $$ UPDATE counter SET last = last + 1 WHERE what = of_what RETURNING last $$;
    ALTER TABLE job ALTER number DROP IDENTITY, ALTER number SET DEFAULT next_number('job');
    ALTER TABLE print ALTER number DROP IDENTITY, ALTER number SET DEFAULT next_number('print');
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
