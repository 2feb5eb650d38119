import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { withDatabase } from './backup/source.mjs';
import { openDataFolder } from './ground/data-folder.mjs';
import { checkNode, ensureModules, ensurePackages, Lack } from './machine.mjs';

/** As many entries as are read at once. */
const AT_ONCE = 5000;

/** What is hashed of an entry, as the database writes it (0021-people). */
const LINE = `jsonb_build_array(seq, to_char(at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), who, came_from, what, subject, before, after, $1::text)::text`;

/** Heads of the book as the server noted them down beside the database: `number hash moment`, a line each. */
function headsIn(data) {
  const file = join(data, 'book-heads');
  const lines = existsSync(file) ? readFileSync(file, 'utf8').trim().split('\n') : [];
  return new Map(
    lines
      .filter((line) => line !== '')
      .map((line) => line.split(' '))
      .map(([seq, hash]) => [seq, hash]),
  );
}

/** Goes through the book of changes from its first entry to its last; gives what is wrong with it, the first of it. */
async function faultOf(client, heads) {
  let [previous, count] = ['', 0];
  for (let last = 0; ;) {
    // The hash of the one before stands in each: they are asked for with a place for it, and worked out here.
    const { rows } = await client.query(
      `SELECT seq::text, hash, ${LINE} AS line FROM audit WHERE seq > $2 ORDER BY seq LIMIT ${AT_ONCE}`,
      ['', last],
    );
    if (rows.length === 0) break;
    for (const { seq, hash, line } of rows) {
      count++;
      if (Number(seq) !== count) return { count, wrong: `entry ${count} is not there: the next one is ${seq}` };
      // The last of the list is the place that was left empty.
      const whole = `${line.slice(0, -'""]'.length)}${JSON.stringify(previous)}]`;
      if (createHash('sha256').update(whole).digest('hex') !== hash)
        return { count, wrong: `entry ${seq} is not what was written, or one before it was changed` };
      const noted = heads.get(seq);
      if (noted !== undefined && noted !== hash)
        return { count, wrong: `entry ${seq} is not the one that stood there when it was noted beside the database` };
      previous = hash;
    }
    last = Number(rows.at(-1).seq);
  }
  const furthest = Math.max(0, ...[...heads.keys()].map(Number));
  return furthest > count
    ? { count, wrong: `there were ${furthest} entries, and ${count} are left: the end was taken away` }
    : { count, wrong: null };
}

/** ./kanga verify, without a file: whether the book of changes is as it was written. */
export async function verifyBook() {
  checkNode();
  ensurePackages(['postgresql-15']);
  ensureModules();
  const { default: pg } = await import('pg');
  const data = openDataFolder();
  await withDatabase(data, async ({ fullUrl }) => {
    const client = new pg.Client({ connectionString: fullUrl });
    await client.connect();
    try {
      const { count, wrong } = await faultOf(client, headsIn(data));
      if (wrong !== null) throw new Lack(`the book of changes is not as it was written: ${wrong}.`);
      console.log(`The book of changes is as it was written: ${count} entries, each with the hash of the one before.`);
    } finally {
      await client.end();
    }
  });
}
