import knex, { type Knex } from 'knex';
import { databaseIsAway } from '../http/index.js';

/** A database that is just coming back is waited for so long, ms. */
const PATIENCE = 120_000;

/** Waits for a database that is just coming back. */
export async function whenThere(db: Knex): Promise<void> {
  for (const till = performance.now() + PATIENCE; ;) {
    try {
      await db.raw('SELECT 1');
      return;
    } catch (error) {
      if (!databaseIsAway(error) || performance.now() > till) throw error;
      await new Promise((done) => setTimeout(done, 200));
    }
  }
}

/** Makes the backup that a migration is preceded by. */
interface Keeper {
  make: (why: 'before-migration') => Promise<void>;
}

/**
 * Brings the database up to date. A shop that has something in it is backed up first. Migrations may take longer than anything else may: they have a connection of
 * their own, on which no statement is cut off.
 */
export async function migrate(db: Knex, backups: Keeper): Promise<void> {
  const [done, waiting] = (await db.migrate.list()) as [unknown[], unknown[]];
  if (waiting.length === 0) return;
  if (done.length > 0) await backups.make('before-migration');
  const { connection, migrations } = db.client.config as Knex.Config;
  const patient = knex({
    client: 'pg',
    connection: { ...(connection as Knex.PgConnectionConfig), options: '-c statement_timeout=0 -c lock_timeout=60s' },
    pool: { min: 0, max: 1 },
    ...(migrations ? { migrations } : {}),
  });
  try {
    await patient.migrate.latest();
  } finally {
    await patient.destroy();
  }
}
