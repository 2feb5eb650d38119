import type { Knex } from 'knex';

/** One device is known for several people; and a run tells servers that have it in memory when a name was taken out of what happened. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE known_device DROP CONSTRAINT known_device_pkey, ADD PRIMARY KEY (token, person_id);
    -- So often was a name taken out of it.
    ALTER TABLE run_plan ADD renamed int NOT NULL DEFAULT 0;
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
