import type { Knex } from 'knex';

/**
 * One device is known for several people; who has to come in by two steps; one-time codes are offered by one server and shown to be right at another. And a run tells servers that have it in
 * memory when a name was taken out of what happened; what is asked for at every plan and by every screen is found by index, however many jobs there were.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE known_device DROP CONSTRAINT known_device_pkey, ADD PRIMARY KEY (token, person_id);
    -- So often was a name taken out of it.
    ALTER TABLE run_plan ADD renamed int NOT NULL DEFAULT 0;

    -- Whether they came in by two steps: a password and a one-time code, or a passkey.
    ALTER TABLE sign_in ADD second boolean NOT NULL DEFAULT false;
    CREATE TABLE sign_in_rule (
      one boolean PRIMARY KEY DEFAULT true CHECK (one),
      second_step text NOT NULL CHECK (second_step IN ('nobody', 'owners', 'everybody'))
    );
    INSERT INTO sign_in_rule (second_step) VALUES ('nobody');
    CREATE CONSTRAINT TRIGGER audited AFTER UPDATE ON sign_in_rule DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('sign-in rule', 'one', '', '');

    -- The secret of one-time codes that nobody has shown yet, sealed.
    ALTER TABLE person ADD code_offered text;
    DROP TRIGGER audited ON person;
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON person DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('person', 'made_at,code_step,code_offered', 'password,pin,badge,code', 'name');

    CREATE INDEX run_plan_batches ON run_plan USING gin ((body->'batches') jsonb_path_ops);
    CREATE INDEX job_here ON job (id) WHERE status = 'open' AND deleted_at IS NULL AND archived_at IS NULL;
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
