import { APP } from './cluster-files.mjs';

/**
 * Gives a database and all in it to the user that Kanga works as; what belongs to it already stays. A cluster of before had one user, who could do everything:
 * its tables, its sequences and the queue's functions and types change hands here. Parts of an extension stay whose they are.
 */
export const rolesSql = (database) => `
DO $$
DECLARE one record;
BEGIN
  IF (SELECT datdba FROM pg_database WHERE datname = '${database}') <> '${APP}'::regrole THEN
    ALTER DATABASE ${database} OWNER TO ${APP};
  END IF;
  FOR one IN SELECT nspname FROM pg_namespace WHERE nspname NOT LIKE 'pg\\_%' AND nspname NOT IN ('information_schema', 'public')
      AND nspowner <> '${APP}'::regrole LOOP
    EXECUTE format('ALTER SCHEMA %I OWNER TO ${APP}', one.nspname);
  END LOOP;
  FOR one IN SELECT c.oid::regclass AS name, c.relkind FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
      WHERE n.nspname NOT LIKE 'pg\\_%' AND n.nspname <> 'information_schema' AND c.relowner <> '${APP}'::regrole
        AND c.relkind IN ('r', 'p', 'v', 'm', 'S')
        AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = c.oid AND d.classid = 'pg_class'::regclass AND d.deptype IN ('a', 'i', 'e')) LOOP
    EXECUTE format('ALTER %s %s OWNER TO ${APP}', CASE one.relkind WHEN 'v' THEN 'VIEW' WHEN 'm' THEN 'MATERIALIZED VIEW'
      WHEN 'S' THEN 'SEQUENCE' ELSE 'TABLE' END, one.name);
  END LOOP;
  FOR one IN SELECT p.oid::regprocedure AS name FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
      WHERE n.nspname NOT LIKE 'pg\\_%' AND n.nspname <> 'information_schema' AND p.proowner <> '${APP}'::regrole
        AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = p.oid AND d.classid = 'pg_proc'::regclass AND d.deptype = 'e') LOOP
    EXECUTE format('ALTER ROUTINE %s OWNER TO ${APP}', one.name);
  END LOOP;
  FOR one IN SELECT t.oid::regtype AS name FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
      WHERE n.nspname NOT LIKE 'pg\\_%' AND n.nspname <> 'information_schema' AND t.typowner <> '${APP}'::regrole AND t.typtype IN ('e', 'd')
        AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = t.oid AND d.classid = 'pg_type'::regclass AND d.deptype = 'e') LOOP
    EXECUTE format('ALTER TYPE %s OWNER TO ${APP}', one.name);
  END LOOP;
END $$;
REVOKE ALL ON DATABASE ${database} FROM PUBLIC;
`;
