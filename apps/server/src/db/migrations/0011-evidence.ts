import type { Knex } from 'knex';

/**
 * Only what was pressed as it was planned proves its settings: each count says whether it does. Null: of before, and counted anew when the server starts. And a presser
 * may say that the plate is hot.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE run_result ADD COLUMN proof boolean,
      DROP CONSTRAINT run_result_job_id_settings_id_who_key,
      ADD CONSTRAINT run_result_once UNIQUE NULLS NOT DISTINCT (job_id, settings_id, who, proof);
    ALTER TABLE bench_event DROP CONSTRAINT bench_event_kind_check, ADD CONSTRAINT bench_event_kind_check
      CHECK (kind IN ('start', 'done', 'skip', 'stop', 'repeat', 'swap', 'heat', 'verdict', 'undo'));
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
