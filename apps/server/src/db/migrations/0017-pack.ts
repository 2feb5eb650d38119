import type { Knex } from 'knex';

/** Packing: what went into which bag, and what was taken out again; and jobs that make up for the spoiled pieces of an order. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE job ADD again boolean NOT NULL DEFAULT false, DROP CONSTRAINT job_reached_check,
      ADD CHECK (reached IN ('blank', 'art', 'sheet', 'stack', 'press', 'inspect', 'pack'));
    CREATE TABLE pack_event (
      id uuid PRIMARY KEY,
      seq bigint NOT NULL GENERATED ALWAYS AS IDENTITY,
      job_id uuid NOT NULL REFERENCES job ON DELETE CASCADE,
      piece int NOT NULL CHECK (piece >= 0),
      kind text NOT NULL CHECK (kind IN ('in', 'out')),
      bag text NOT NULL DEFAULT '',
      at timestamptz(3) NOT NULL DEFAULT now(),
      who text
    );
    CREATE INDEX pack_event_by_job ON pack_event (job_id, seq);
    CREATE TRIGGER pack_event_only_added BEFORE UPDATE OR DELETE ON pack_event
      FOR EACH ROW EXECUTE FUNCTION only_added();

    -- What lies in a bag now: it follows from the entries.
    CREATE TABLE packed (
      job_id uuid NOT NULL REFERENCES job ON DELETE CASCADE,
      piece int NOT NULL,
      bag text NOT NULL,
      at timestamptz(3) NOT NULL,
      who text,
      PRIMARY KEY (job_id, piece)
    );
    CREATE FUNCTION pack_added() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      DELETE FROM packed WHERE job_id = NEW.job_id AND piece = NEW.piece;
      IF NEW.kind = 'in' THEN
        INSERT INTO packed VALUES (NEW.job_id, NEW.piece, NEW.bag, NEW.at, NEW.who);
      END IF;
      RETURN NULL;
    END $$;
    CREATE TRIGGER pack_event_added AFTER INSERT ON pack_event FOR EACH ROW EXECUTE FUNCTION pack_added();
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
