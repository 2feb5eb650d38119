import type { Knex } from 'knex';

/** How plates warm and cool, as it was measured last: a row for each press that told of itself. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE plate_rates (
      press_id uuid PRIMARY KEY REFERENCES press ON DELETE CASCADE,
      hottest double precision,
      warm_tau double precision,
      cool_tau double precision,
      measured_at timestamptz NOT NULL
    );
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
