import type { Knex } from 'knex';

/**
 * People and what they may do, where they are signed in, the tablets at the bench; and the book of changes. A shop of before has nobody in it: one owner at this machine, and nobody signs in,
 * until they choose otherwise.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`
    CREATE TABLE person (
      id uuid PRIMARY KEY,
      name text NOT NULL CHECK (name <> ''),
      role text NOT NULL CHECK (role IN ('owner', 'planner', 'presser', 'viewer')),
      rights text[] NOT NULL,
      -- Each of these as a hash, or sealed with a key that does not lie in the database.
      password text,
      pin text,
      badge text UNIQUE,
      code text,
      code_step bigint,
      made_at timestamptz(3) NOT NULL DEFAULT now(),
      gone_at timestamptz(3)
    );
    CREATE UNIQUE INDEX person_name ON person (lower(name)) WHERE gone_at IS NULL;

    CREATE TABLE tablet (
      id uuid PRIMARY KEY,
      name text NOT NULL CHECK (name <> ''),
      token text UNIQUE,
      made_at timestamptz(3) NOT NULL DEFAULT now(),
      enrolled_at timestamptz(3),
      seen_at timestamptz(3),
      gone_at timestamptz(3)
    );

    CREATE TABLE sign_in (
      id uuid PRIMARY KEY,
      token text NOT NULL UNIQUE,
      person_id uuid NOT NULL REFERENCES person,
      tablet_id uuid REFERENCES tablet,
      device text NOT NULL,
      address text NOT NULL,
      made_at timestamptz(3) NOT NULL DEFAULT now(),
      seen_at timestamptz(3) NOT NULL DEFAULT now(),
      until timestamptz(3) NOT NULL,
      proven_at timestamptz(3),
      ended_at timestamptz(3)
    );
    CREATE INDEX sign_in_by_person ON sign_in (person_id) WHERE ended_at IS NULL;
    CREATE INDEX sign_in_at_tablet ON sign_in (tablet_id, made_at) WHERE tablet_id IS NOT NULL;

    CREATE TABLE passkey (
      id text PRIMARY KEY,
      person_id uuid NOT NULL REFERENCES person,
      name text NOT NULL,
      public_key bytea NOT NULL,
      counter bigint NOT NULL,
      transports text[] NOT NULL,
      made_at timestamptz(3) NOT NULL DEFAULT now(),
      used_at timestamptz(3)
    );
    CREATE INDEX passkey_by_person ON passkey (person_id);

    -- What is good for one use: codes that are shown once, and what a browser's authenticator is asked to sign.
    CREATE TABLE one_use (
      hash text PRIMARY KEY,
      kind text NOT NULL CHECK (kind IN ('owner', 'invitation', 'tablet', 'passkey')),
      person_id uuid REFERENCES person,
      tablet_id uuid REFERENCES tablet,
      until timestamptz(3) NOT NULL
    );

    -- A device on which somebody has signed in before: who tries passwords elsewhere does not keep them out of it.
    CREATE TABLE known_device (
      token text PRIMARY KEY,
      person_id uuid NOT NULL REFERENCES person,
      made_at timestamptz(3) NOT NULL DEFAULT now()
    );
    CREATE TABLE attempt (
      scope text PRIMARY KEY,
      failed int NOT NULL,
      last_at timestamptz NOT NULL,
      -- The last one that was let through.
      try uuid NOT NULL
    );

    -- The book of changes. What is about persons stands apart, so that it can be taken out without breaking the chain.
    CREATE TABLE personal (
      id uuid PRIMARY KEY,
      person_id uuid,
      value text NOT NULL
    );
    -- Rows that are only ever added may have the name of who did it taken out.
    CREATE OR REPLACE FUNCTION only_added() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF TG_OP = 'DELETE' AND current_setting('kanga.purge', true) = 'on' THEN RETURN OLD; END IF;
      IF TG_OP = 'UPDATE' AND current_setting('kanga.erasing', true) = 'yes' THEN RETURN NEW; END IF;
      RAISE EXCEPTION 'rows of % are only ever added', TG_TABLE_NAME;
    END $$;

    CREATE TABLE audit (
      seq bigint PRIMARY KEY,
      at timestamptz(3) NOT NULL,
      who uuid,
      came_from text NOT NULL,
      what text NOT NULL,
      subject text NOT NULL,
      before jsonb,
      after jsonb,
      hash text NOT NULL
    );
    CREATE INDEX audit_by_what ON audit (what, seq DESC);
    CREATE FUNCTION audit_stands() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN RAISE EXCEPTION 'entries of the book of changes are only ever added'; END $$;
    CREATE TRIGGER audit_only_added BEFORE UPDATE OR DELETE ON audit FOR EACH ROW EXECUTE FUNCTION audit_stands();
    CREATE TRIGGER audit_never_emptied BEFORE TRUNCATE ON audit FOR EACH STATEMENT EXECUTE FUNCTION audit_stands();

    -- What is hashed of an entry, with the hash of the one before it.
    CREATE FUNCTION audit_line(entry audit, previous text) RETURNS text LANGUAGE sql STABLE AS $$
      SELECT jsonb_build_array(entry.seq, to_char(entry.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), entry.who,
        entry.came_from, entry.what, entry.subject, entry.before, entry.after, previous)::text
    $$;

    -- Puts an entry at the end of the chain; one transaction at a time, and as the last that it does.
    CREATE FUNCTION audit_add(what text, subject text, before jsonb, after jsonb) RETURNS void LANGUAGE plpgsql AS $$
    DECLARE
      acting jsonb := nullif(current_setting('kanga.acting', true), '')::jsonb;
      last audit;
      entry audit;
    BEGIN
      PERFORM pg_advisory_xact_lock(hashtext('kanga.audit'));
      SELECT * INTO last FROM audit ORDER BY seq DESC LIMIT 1;
      entry := ROW(coalesce(last.seq, 0) + 1, clock_timestamp(), (acting->>'who')::uuid, coalesce(acting->>'from', 'Kanga'), what, subject, before, after, '');
      entry.hash := encode(sha256(convert_to(audit_line(entry, coalesce(last.hash, '')), 'UTF8')), 'hex');
      INSERT INTO audit SELECT entry.*;
    END $$;

    -- A value as the book keeps it: secrets as whether there is one, what is personal by where it stands, what is long by its hash.
    CREATE FUNCTION audit_value(value jsonb, kind text, of_person uuid) RETURNS jsonb LANGUAGE plpgsql AS $$
    DECLARE
      place uuid;
    BEGIN
      IF value IS NULL OR value = 'null' THEN RETURN 'null'; END IF;
      IF kind = 'secret' THEN RETURN to_jsonb('set'::text); END IF;
      IF kind = 'personal' THEN
        place := gen_random_uuid();
        INSERT INTO personal VALUES (place, of_person, value #>> '{}');
        RETURN jsonb_build_object('personal', place);
      END IF;
      IF length(value::text) > 2000 THEN
        RETURN jsonb_build_object('sha256', encode(sha256(convert_to(value::text, 'UTF8')), 'hex'), 'letters', length(value::text));
      END IF;
      RETURN value;
    END $$;

    -- Writes down what changed in a row. Arguments: what it is called, then, each with commas between, columns left out, secrets, and what is personal.
    CREATE FUNCTION audited() RETURNS trigger LANGUAGE plpgsql AS $$
    DECLARE
      old_row jsonb := CASE WHEN TG_OP = 'INSERT' THEN '{}' ELSE to_jsonb(OLD) END;
      new_row jsonb := CASE WHEN TG_OP = 'DELETE' THEN '{}' ELSE to_jsonb(NEW) END;
      this_row jsonb := CASE WHEN TG_OP = 'DELETE' THEN to_jsonb(OLD) ELSE to_jsonb(NEW) END;
      hidden text[] := string_to_array(TG_ARGV[1], ',');
      secret text[] := string_to_array(TG_ARGV[2], ',');
      own text[] := string_to_array(TG_ARGV[3], ',');
      of_person uuid := nullif(CASE WHEN TG_TABLE_NAME = 'person' THEN this_row->>'id' ELSE this_row->>'person_id' END, '')::uuid;
      before jsonb := '{}';
      after jsonb := '{}';
      name text;
      kind text;
    BEGIN
      -- The demo shop is laid by thousands of rows; that it was is an entry of its own.
      IF (nullif(current_setting('kanga.acting', true), '')::jsonb->>'quiet')::boolean THEN RETURN NULL; END IF;
      IF old_row->'body' IS NOT NULL THEN old_row := (old_row - 'body') || (old_row->'body'); END IF;
      IF new_row->'body' IS NOT NULL THEN new_row := (new_row - 'body') || (new_row->'body'); END IF;
      IF this_row->'body' IS NOT NULL THEN this_row := (this_row - 'body') || (this_row->'body'); END IF;
      FOR name IN SELECT jsonb_object_keys(old_row || new_row) LOOP
        CONTINUE WHEN name = ANY (hidden) OR name = 'id' OR old_row->name IS NOT DISTINCT FROM new_row->name;
        CONTINUE WHEN coalesce(old_row->name, 'null') = 'null' AND coalesce(new_row->name, 'null') = 'null';
        kind := CASE WHEN name = ANY (secret) THEN 'secret' WHEN name = ANY (own) THEN 'personal' END;
        before := before || jsonb_build_object(name, audit_value(old_row->name, kind, of_person));
        after := after || jsonb_build_object(name, audit_value(new_row->name, kind, of_person));
      END LOOP;
      IF before = '{}' AND after = '{}' THEN RETURN NULL; END IF;
      PERFORM audit_add(TG_ARGV[0],
        coalesce(CASE WHEN this_row->'job_id' IS NOT NULL THEN (SELECT 'job ' || number FROM job WHERE job.id = (this_row->>'job_id')::uuid) END,
          CASE WHEN NOT 'name' = ANY (own) THEN this_row->>'name' END, this_row->>'item', this_row->>'person_id', this_row->>'id', ''),
        CASE WHEN TG_OP = 'INSERT' THEN NULL ELSE before END, CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE after END);
      RETURN NULL;
    END $$;

    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON settings DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('settings', 'people', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON press DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('press', 'position', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON printer DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('printer', 'position', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON media DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('paper', 'position,left', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON blank DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('blank', 'position,built_in,version', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT ON recipe DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('recipe', 'seq,by', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON waiver DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('waiver', 'job_id,at', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT ON run_plan DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('plan', 'job_id', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON day_book DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('day', 'shifts', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON stock_item DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('buying', '', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT ON stock_event DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW WHEN (NEW.kind <> 'use') EXECUTE FUNCTION audited('stock', 'seq,who,at,job_id,measured,item', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON proof_profile DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('profile', 'data', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OF body ON shop_order DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('price', 'number,version,status,due,created_at,updated_at,words,name,customer,note,lines,accepted,packing,parcels', '', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON person DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('person', 'made_at,code_step', 'password,pin,badge,code', 'name');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR UPDATE OR DELETE ON tablet DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('tablet', 'made_at,seen_at', 'token', '');
    CREATE CONSTRAINT TRIGGER audited AFTER INSERT OR DELETE ON passkey DEFERRABLE INITIALLY DEFERRED
      FOR EACH ROW EXECUTE FUNCTION audited('passkey', 'counter,transports,public_key,made_at,used_at,person_id', '', 'name');
    SELECT audit_add('book', 'begun', NULL, NULL);
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('migrations only go forward: restore a backup to go back'));
}
