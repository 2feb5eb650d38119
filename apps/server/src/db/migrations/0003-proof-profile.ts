import type { Knex } from 'knex';

/** The ICC profile that proofs can be looked at through: one for the shop. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE proof_profile (
      id smallint PRIMARY KEY DEFAULT 1 CHECK (id = 1),
      name text NOT NULL CHECK (name <> ''),
      data bytea NOT NULL
    );
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
