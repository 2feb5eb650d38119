import type { Knex } from 'knex';

/** Which edges of a plate a blank may hang over, and what was found when a press was last checked; frozen plans keep what was so then. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    UPDATE press SET body = jsonb_build_object('check', NULL, 'open', jsonb_build_object(
      'top', body->>'kind' NOT IN ('clamshell', 'auto-open'), 'right', true, 'bottom', true, 'left', true)) || body;
    UPDATE run_plan SET body = jsonb_set(body, '{press}', jsonb_build_object('check', NULL, 'open', jsonb_build_object(
      'top', body->'press'->>'kind' NOT IN ('clamshell', 'auto-open'), 'right', true, 'bottom', true, 'left', true))
      || (body->'press'));
    ALTER TABLE press ADD COLUMN gone boolean NOT NULL DEFAULT false;
    CREATE TABLE press_check (
      seq bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY,
      press_id uuid NOT NULL REFERENCES press,
      at timestamptz(3) NOT NULL,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object')
    );
    CREATE TRIGGER press_check_only_added BEFORE UPDATE OR DELETE ON press_check
      FOR EACH ROW EXECUTE FUNCTION only_added();
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
