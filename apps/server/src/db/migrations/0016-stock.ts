import type { Knex } from 'knex';

/** What is in stock as the sum of what happened to it; what each blank and paper had until now is its first count. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE stock_item (
      id text PRIMARY KEY,
      body jsonb NOT NULL CHECK (jsonb_typeof(body) = 'object'),
      gone boolean NOT NULL DEFAULT false
    );
    CREATE TABLE stock_event (
      id uuid PRIMARY KEY,
      seq bigint NOT NULL GENERATED ALWAYS AS IDENTITY,
      item text NOT NULL,
      kind text NOT NULL CHECK (kind IN ('receipt', 'count', 'use', 'stopped')),
      change numeric(14, 3) NOT NULL,
      counted numeric(14, 3) CHECK (counted >= 0),
      at timestamptz(3) NOT NULL DEFAULT now(),
      who text,
      reason text NOT NULL DEFAULT '',
      batch text NOT NULL DEFAULT '',
      measured jsonb,
      job_id uuid,
      CONSTRAINT stock_received CHECK (kind <> 'receipt' OR change >= 0),
      CONSTRAINT stock_count_says CHECK ((kind = 'count') = (counted IS NOT NULL))
    );
    CREATE INDEX stock_event_by_item ON stock_event (item, seq DESC);
    CREATE INDEX stock_event_used ON stock_event (at, item) WHERE kind = 'use';
    CREATE TRIGGER stock_event_only_added BEFORE UPDATE OR DELETE ON stock_event
      FOR EACH ROW EXECUTE FUNCTION only_added();

    -- The sum of each thing, kept by the database itself, so that no program can forget it.
    CREATE TABLE stock_level (
      item text PRIMARY KEY,
      level numeric(14, 3) NOT NULL,
      kept boolean NOT NULL,
      batch text NOT NULL DEFAULT ''
    );
    CREATE FUNCTION stock_added() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      INSERT INTO stock_level VALUES (NEW.item, NEW.change, NEW.kind IN ('receipt', 'count'), CASE NEW.kind WHEN 'receipt' THEN NEW.batch ELSE '' END)
      ON CONFLICT (item) DO UPDATE SET level = stock_level.level + NEW.change,
        kept = CASE NEW.kind WHEN 'use' THEN stock_level.kept WHEN 'stopped' THEN false ELSE true END,
        batch = CASE NEW.kind WHEN 'receipt' THEN NEW.batch ELSE stock_level.batch END;
      RETURN NULL;
    END $$;
    CREATE TRIGGER stock_event_added AFTER INSERT ON stock_event FOR EACH ROW EXECUTE FUNCTION stock_added();

    INSERT INTO stock_event (id, item, kind, change, counted, reason)
      SELECT gen_random_uuid(), 'blank:' || id, 'count', (body->>'stock')::numeric, (body->>'stock')::numeric, 'as it stood on the shelf'
      FROM blank WHERE jsonb_typeof(body->'stock') = 'number'
      UNION ALL
      SELECT gen_random_uuid(), 'paper:' || id, 'count', (body->>'left')::numeric, (body->>'left')::numeric, 'as it stood in the shop'
      FROM media WHERE jsonb_typeof(body->'left') = 'number';
    UPDATE blank SET body = jsonb_set(body, '{stock}', 'null') WHERE body->'stock' IS NOT NULL;
    UPDATE media SET body = jsonb_set(body, '{left}', 'null') WHERE body->'left' IS NOT NULL;
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
