import type { Knex } from 'knex';

/** The schools that the house follows at the press: until somebody says otherwise, the usual ones. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    UPDATE settings SET body = '{"house":{"hold":"spray","reuse":"never","nonStick":"none","pad":"foam","socks":"roll"}}' || body;
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
