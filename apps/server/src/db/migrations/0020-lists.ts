import type { Knex } from 'knex';

/** Jobs as they are listed: open ones by due day, then those that are closed, the newest first; orders likewise. And what words are looked for in, by its letters. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    DROP INDEX job_open_first;
    CREATE INDEX job_listed ON job (
      ((status <> 'open')::int),
      (CASE WHEN status = 'open' THEN coalesce(due, 'infinity') ELSE 'infinity'::date END),
      (CASE WHEN status = 'open' THEN number ELSE -number END)
    );
    ALTER TABLE job ADD words text NOT NULL GENERATED ALWAYS AS (lower(number || ' ' || name || ' ' || customer || ' ' || status)) STORED;
    CREATE INDEX job_words ON job USING gin (words gin_trgm_ops);
    ALTER TABLE shop_order ADD words text NOT NULL
      GENERATED ALWAYS AS (lower(number || ' ' || coalesce(body->>'name', '') || ' ' || coalesce(body#>>'{customer,name}', ''))) STORED;
    CREATE INDEX shop_order_words ON shop_order USING gin (words gin_trgm_ops);
    CREATE INDEX job_pieces ON job (order_id) INCLUDE (pieces) WHERE deleted_at IS NULL AND NOT again;
    DROP INDEX shop_order_by_due;
    CREATE INDEX shop_order_listed ON shop_order (status, (coalesce(due, 'infinity'::date)), number);
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
