import type { Knex } from 'knex';

/**
 * How transfers lie on the paper; printers and papers with all that printing wants to know of them; what was printed, as a record that
 * is only ever added to; and jobs ganged on the same sheets.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ALTER TABLE job ADD COLUMN sheet jsonb NOT NULL DEFAULT
      '{"folded":false,"together":false,"turns":"quarter","edge":0,"codes":false,"tilings":[],"arrangement":null}'
      CHECK (jsonb_typeof(sheet) = 'object');

    ALTER TABLE printer ADD COLUMN body jsonb;
    UPDATE printer SET body = jsonb_build_object(
      'id', id, 'name', name, 'mirroredBy', mirrored_by, 'resolution', 360, 'address', NULL, 'mirrorTest', NULL,
      'inks', '[{"name":"cyan","perSquareMetre":12,"price":null},{"name":"magenta","perSquareMetre":12,"price":null},
        {"name":"yellow","perSquareMetre":12,"price":null},{"name":"black","perSquareMetre":12,"price":null}]'::jsonb);
    ALTER TABLE printer ALTER COLUMN body SET NOT NULL, DROP COLUMN name, DROP COLUMN mirrored_by,
      ADD CHECK (jsonb_typeof(body) = 'object');
    UPDATE media SET body = body || '{"left":null,"price":null,"offcut":false,"card":{"paperKind":"matte presentation",
      "quality":"high","conversion":"driver","profile":"","source":"tray"}}';
    -- Presses, printers and papers that are taken away stay for the jobs and prints that name them.
    ALTER TABLE printer ADD COLUMN gone boolean NOT NULL DEFAULT false;
    ALTER TABLE media ADD COLUMN gone boolean NOT NULL DEFAULT false;

    CREATE TABLE print (
      id uuid PRIMARY KEY,
      number int NOT NULL UNIQUE GENERATED ALWAYS AS IDENTITY,
      at timestamptz(3) NOT NULL DEFAULT now(),
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
      -- Its sheets as they were laid out when it was asked for: nothing done to the job later changes them.
      sheets jsonb NOT NULL CHECK (jsonb_typeof(sheets) = 'object'),
      inks jsonb,
      pdf_blob_id bigint REFERENCES blob,
      -- Whoever renders it says so every few seconds; who falls silent is taken over from.
      render_id uuid,
      render_beat timestamptz
    );
    CREATE TABLE print_job (
      print_id uuid NOT NULL REFERENCES print ON DELETE CASCADE,
      job_id uuid NOT NULL REFERENCES job,
      PRIMARY KEY (print_id, job_id)
    );
    CREATE INDEX print_job_by_job ON print_job (job_id);
    CREATE TABLE print_event (
      seq bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY,
      print_id uuid NOT NULL REFERENCES print,
      kind text NOT NULL,
      at timestamptz(3) NOT NULL DEFAULT now(),
      body jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(body) = 'object')
    );
    CREATE INDEX print_event_by_print ON print_event (print_id, seq);
    CREATE TRIGGER print_event_only_added BEFORE UPDATE OR DELETE ON print_event
      FOR EACH ROW EXECUTE FUNCTION only_added();
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
