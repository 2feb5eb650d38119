import type { Knex } from 'knex';

/** What the shop has said about its days: one row, saved as a whole. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE day_book (
      id int PRIMARY KEY CHECK (id = 1),
      version int NOT NULL CHECK (version > 0),
      body jsonb NOT NULL
    );
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
