import type { Knex } from 'knex';

/**
 * What keeps a shop from being lost: whether it is still the demo as it was loaded; jobs that are put away or deleted, which can be taken back for a time; and the figures of a run by which what is
 * added to it is found without reading all of it.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE demo_state (
      id smallint PRIMARY KEY DEFAULT 1 CHECK (id = 1),
      figure text NOT NULL
    );
    ALTER TABLE job ADD COLUMN archived_at timestamptz(3), ADD COLUMN deleted_at timestamptz(3);
    CREATE INDEX job_deleted ON job (deleted_at) WHERE deleted_at IS NOT NULL;
    -- Rows that are only ever added go with their job, when that is taken away for good: nothing else may say so.
    CREATE OR REPLACE FUNCTION only_added() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF TG_OP = 'DELETE' AND current_setting('kanga.purge', true) = 'on' THEN RETURN OLD; END IF;
        RAISE EXCEPTION 'rows of % are only ever added', TG_TABLE_NAME;
      END $$;
    -- When a picture was last seen to be in use: one that nothing uses is taken away after a time.
    ALTER TABLE art ADD COLUMN unused_since timestamptz(3);
    ALTER TABLE print ADD COLUMN unused_since timestamptz(3);
  `);
  // The shop stands where its computer does, until somebody says otherwise.
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  await db.raw(`UPDATE settings SET body = jsonb_build_object('timeZone', ?::text) || body`, [timeZone]);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
