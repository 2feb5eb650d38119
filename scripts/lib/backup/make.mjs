import { spawn } from 'node:child_process';
import { existsSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { Lack, postgresBin, ROOT } from '../machine.mjs';
import { writeWhole } from '../write-whole.mjs';
import { writeContainer } from './container.mjs';
import { digestsOf } from './digest.mjs';
import { DUMP, FORMAT } from './manifest.mjs';

/** What pg_dump gives, as a stream that fails when the program does; and the way to end it. Nobody reading what it says, it would wait for ever. */
function dumped(source, snapshot) {
  const child = spawn(
    join(postgresBin(), 'pg_dump'),
    ['-Fc', '-Z', '1', '--no-owner', '--no-privileges', `--snapshot=${snapshot}`, '-d', source.url],
    { env: { ...process.env, ...source.env }, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (part) => (said += part));
  async function* chunks() {
    const ended = new Promise((done) => child.once('close', done));
    yield* child.stdout;
    const code = await ended;
    if (code !== 0) throw new Lack(`the database could not be copied: ${said.trim() || `exit code ${code}`}`);
  }
  const gone = new Promise((done) => {
    child.once('exit', done);
    // It never began.
    child.once('error', done);
  });
  const end = async () => {
    child.kill('SIGKILL');
    await gone;
  };
  return { stream: Readable.from(chunks(), { objectMode: false }), end };
}

/** A disk that is full, in words that say where, and how much is needed. */
const fullDisk = (error, file, bytes) =>
  error.code === 'ENOSPC'
    ? new Lack(
        `the disk of ${dirname(file)} is full: a backup of this database takes up to ${Math.ceil(bytes / 1e6)} MB. Make room there, or choose another folder: ./kanga backup --to FOLDER`,
      )
    : error;

const stamp = (date) =>
  date
    .toISOString()
    .replace(/\.\d+Z$/, 'Z')
    .replaceAll(':', '-');

/** A name that sorts by time and says why it was made: `kanga-2026-11-27T02-30-00Z-nightly.zip`. */
export const nameOf = (date, why, locked) => `kanga-${stamp(date)}-${why}.${locked ? 'age' : 'zip'}`;

/** What is known of a backup beside it: when and why it was made, and what became of its check. */
export const noteOf = (file) => `${file}.json`;

export function writeNote(file, note) {
  writeWhole(noteOf(file), JSON.stringify(note, null, 2));
}

/**
 * Backs the database up into one file while Kanga runs: all of it as it was in one moment (a snapshot that the copy and the counting share). `source` gives the
 * address, the environment that opens it, and the address with its password. Half a backup is never left under its name.
 */
export async function makeBackup({ source, file, why, data, passphrase = null, now = new Date() }) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: source.fullUrl, connectionTimeoutMillis: 10_000 });
  await client.connect();
  const part = `${file}.part`;
  let [dump, size] = [null, 0];
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    await client.query('SET LOCAL idle_in_transaction_session_timeout = 0');
    const { rows } = await client.query(
      `SELECT pg_export_snapshot() AS snapshot, current_setting('server_version') AS postgres, pg_database_size(current_database())::text AS bytes`,
    );
    const [{ snapshot, postgres, bytes }] = rows;
    size = Number(bytes);
    const tables = await digestsOf(client);
    const migrations = (await client.query('SELECT name FROM migration ORDER BY id')).rows.map(({ name }) => name);
    const settings = join(data, 'backup.json');
    dump = dumped(source, snapshot);
    const parts = [
      [DUMP, dump.stream],
      ['settings.json', Readable.from([Buffer.from(existsSync(settings) ? readFileSync(settings) : '{}')])],
    ];
    const { version } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
    const manifest = (measured) =>
      JSON.stringify(
        {
          ...FORMAT,
          made: now.toISOString(),
          why,
          kanga: version,
          postgres,
          databaseBytes: size,
          migrations,
          parts: measured,
          tables,
        },
        null,
        2,
      );
    await writeContainer(part, parts, manifest, passphrase);
    await client.query('COMMIT');
    renameSync(part, file);
    const note = {
      made: now.toISOString(),
      why,
      bytes: statSync(file).size,
      locked: passphrase !== null,
      rows: Object.values(tables).reduce((sum, table) => sum + table.rows, 0),
      checked: null,
    };
    writeNote(file, note);
    return note;
  } catch (error) {
    rmSync(part, { force: true });
    throw fullDisk(error, file, size);
  } finally {
    await dump?.end();
    await client.end().catch(() => undefined);
  }
}
