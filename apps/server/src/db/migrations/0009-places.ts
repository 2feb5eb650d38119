import type { Knex } from 'knex';

/** Every side of a job can be laid by hand: the place of the first side becomes the first of a list. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    UPDATE job SET overrides = CASE
      WHEN jsonb_typeof(overrides->'place') = 'object'
      THEN (overrides - 'place') || jsonb_build_object('places', jsonb_build_array(overrides->'place'))
      ELSE overrides - 'place' END
    WHERE jsonb_exists(overrides, 'place');
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
