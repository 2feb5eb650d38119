/**
 * What a table holds, in one figure: SHA-256 over the SHA-256 of its rows, in the order of those, so that the order in which rows lie does not matter.
 * Memory: 32 bytes a row, in the database.
 */
const digestOf = (table) => `
  SELECT count(*)::text AS rows, encode(sha256(coalesce(string_agg(one, ''::bytea ORDER BY one), ''::bytea)), 'hex') AS digest
  FROM (SELECT sha256(convert_to(t::text, 'UTF8')) AS one FROM public.${table} t) rows`;

/** Everything that a person put in, and what follows from it: not the queue, whose rows come and go by themselves. */
export async function digestsOf(client) {
  await client.query(`SET LOCAL statement_timeout = 0; SET LOCAL timezone = 'UTC'; SET LOCAL extra_float_digits = 1`);
  const { rows: tables } = await client.query(
    `SELECT quote_ident(tablename) AS name FROM pg_tables WHERE schemaname = 'public' ORDER BY 1`,
  );
  const all = {};
  for (const { name } of tables) {
    const { rows } = await client.query(digestOf(name));
    all[name] = { rows: Number(rows[0].rows), digest: rows[0].digest };
  }
  return all;
}

/** Pictures and prints whose bytes are not those that their hash names. */
export async function brokenBlobs(client) {
  const { rows } = await client.query(
    `SELECT id::text FROM blob WHERE sha256 IS NOT NULL AND sha256 IS DISTINCT FROM
       (SELECT encode(sha256(string_agg(data, ''::bytea ORDER BY seq)), 'hex') FROM blob_chunk WHERE blob_id = blob.id)`,
  );
  return rows.map(({ id }) => id);
}

/** Where two lists of digests differ, in words; empty when they do not. */
export function differences(wanted, found) {
  return [...new Set([...Object.keys(wanted), ...Object.keys(found)])].flatMap((table) => {
    const [one, other] = [wanted[table], found[table]];
    if (!one || !other) return [`the table ${table} is ${one ? 'missing' : 'not in the backup'}`];
    if (one.rows !== other.rows) return [`${table} has ${other.rows} rows, not ${one.rows}`];
    return one.digest === other.digest ? [] : [`what stands in ${table} is not what was backed up`];
  });
}
