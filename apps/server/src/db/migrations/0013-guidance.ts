import type { Knex } from 'knex';

/** Whoever presses may choose how closely they are led. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE bench_event DROP CONSTRAINT bench_event_kind_check, ADD CONSTRAINT bench_event_kind_check
      CHECK (kind IN ('start', 'done', 'skip', 'stop', 'repeat', 'swap', 'heat', 'guide', 'verdict', 'undo'));
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
