import { spawn, spawnSync } from 'node:child_process';
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Lack, postgresBin, say } from '../machine.mjs';
import { ADMIN, asServerUser, giveToServer, trouble } from '../ground/cluster-files.mjs';
import { freshCluster, takePlace } from './restore.mjs';

/** The number that names a cluster: what two of them wrote must never be mixed. */
function systemOf(cluster) {
  const { stdout } = spawnSync(join(postgresBin(), 'pg_controldata'), ['-D', cluster.data], {
    ...asServerUser(),
    encoding: 'utf8',
  });
  return /^Database system identifier:\s+(\d+)$/m.exec(stdout)?.[1] ?? null;
}

const walOf = (folder, system) => join(folder, 'log', system, 'wal');
const basesOf = (folder, system) => join(folder, 'log', system, 'bases');

/** A path in a shell's single quotes, and `%` twice, since PostgreSQL reads that. */
const quoted = (path) => `'${path.replaceAll("'", `'\\''`).replaceAll('%', '%%')}'`;

/**
 * The settings with which a cluster hands every piece of its write-ahead log to the folder of backups, at the latest after so many seconds
 * (PostgreSQL 15, 26.3). A piece is there whole or not at all; handed over twice, it has to be the same. Null where that folder cannot be written by the database's user.
 */
export function archiveSettings(cluster, folder, every) {
  const system = systemOf(cluster);
  if (!system) return null;
  const wal = walOf(folder, system);
  try {
    mkdirSync(wal, { recursive: true });
    giveToServer(wal);
  } catch (error) {
    say(`the log cannot be kept in ${folder}: ${error.message}`);
    return null;
  }
  if (trouble('test', ['-w', wal])) {
    say(`the user “postgres” cannot write to ${wal}: Kanga can be restored to a backup, but not to a minute`);
    return null;
  }
  const to = `${quoted(wal)}/%f`;
  return {
    wal_level: 'replica',
    archive_mode: 'on',
    archive_timeout: String(every),
    archive_command: `if [ -f ${to}.gz ]; then gzip -dc ${to}.gz | cmp -s - %p; else gzip -1 -c %p > ${to}.part && sync ${to}.part && mv ${to}.part ${to}.gz; fi`,
  };
}

const namesIn = (folder, ending) =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => name.endsWith(ending))
        .sort()
    : [];

/** Makes a copy of the whole cluster, from which the log can be played on; older ones than the newest few go, and the log before them. */
export async function makeBase(cluster, folder, most) {
  const system = systemOf(cluster);
  const bases = basesOf(folder, system);
  mkdirSync(bases, { recursive: true });
  const part = join(bases, 'base.part');
  const child = spawn(
    join(postgresBin(), 'pg_basebackup'),
    [
      '-h',
      '127.0.0.1',
      '-p',
      String(cluster.port),
      '-U',
      ADMIN,
      '-D',
      '-',
      '-Ft',
      '-X',
      'fetch',
      '-c',
      'fast',
      '--no-manifest',
      '-w',
    ],
    { env: { ...process.env, ...cluster.environment(ADMIN) }, stdio: ['ignore', 'pipe', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (part) => (said += part));
  const ended = new Promise((done) => child.once('close', done));
  await pipeline(child.stdout, createGzip({ level: 1 }), createWriteStream(part));
  if ((await ended) !== 0) {
    rmSync(part, { force: true });
    throw new Lack(`no copy of the database was made: ${said.trim()}`);
  }
  // Named by its end: no moment before that can be reached from it.
  const file = join(bases, `${new Date().toISOString().replaceAll(':', '-')}.tar.gz`);
  renameSync(part, file);
  forgetOld(folder, system, most);
  return file;
}

/** Removes bases beyond the newest few, and pieces of the log that are older than the oldest one kept. */
function forgetOld(folder, system, most) {
  const bases = namesIn(basesOf(folder, system), '.tar.gz');
  for (const name of bases.slice(0, Math.max(0, bases.length - most))) rmSync(join(basesOf(folder, system), name));
  const oldest = namesIn(basesOf(folder, system), '.tar.gz')[0];
  if (!oldest) return;
  // A base begins a little before it has its name: an hour is on the safe side.
  const from = timeOf(oldest) - 3_600_000;
  const wal = walOf(folder, system);
  for (const name of namesIn(wal, '.gz'))
    if (statSync(join(wal, name)).mtimeMs < from) rmSync(join(wal, name), { force: true });
}

const timeOf = (name) => Date.parse(name.replace('.tar.gz', '').replace(/T(\d\d)-(\d\d)-/, 'T$1:$2:'));

/** Every copy from which a moment can be reached, newest first, of any cluster that wrote to this folder. */
function basesBefore(folder, time) {
  const log = join(folder, 'log');
  return (existsSync(log) ? readdirSync(log) : [])
    .flatMap((system) =>
      namesIn(basesOf(folder, system), '.tar.gz').map((name) => ({ system, name, made: timeOf(name) })),
    )
    .filter(({ made }) => made <= time)
    .sort((a, b) => b.made - a.made);
}

/** When the log was handed over last, ms; null: never. */
export function archivedAt(folder, cluster) {
  if (!existsSync(cluster.data)) return null;
  const system = systemOf(cluster);
  const wal = system ? walOf(folder, system) : null;
  const newest = wal
    ? namesIn(wal, '.gz').reduce((most, name) => Math.max(most, statSync(join(wal, name)).mtimeMs), 0)
    : 0;
  return newest || null;
}

/**
 * Restores the shop as it was at a moment: the newest copy from before, and the log played on to there (PostgreSQL 15, 26.3.4). Nothing of what is there is
 * touched before that has succeeded.
 */
export async function restoreAt(data, folder, time) {
  const [base] = basesBefore(folder, time);
  if (!base)
    throw new Lack(
      `${folder} holds no copy of the database from before ${new Date(time).toISOString()}. Restore a backup file instead.`,
    );
  const fresh = await freshCluster(data);
  mkdirSync(fresh.data, { recursive: true, mode: 0o700 });
  giveToServer(fresh.folder);
  giveToServer(fresh.data);
  const copy = join(basesOf(folder, base.system), base.name);
  const tar = spawn('tar', ['-xzf', '-', '-C', fresh.data], { ...asServerUser(), stdio: ['pipe', 'ignore', 'pipe'] });
  let said = '';
  tar.stderr.on('data', (part) => (said += part));
  const ended = new Promise((done) => tar.once('close', done));
  await pipeline(createReadStream(copy), tar.stdin);
  if ((await ended) !== 0) throw new Lack(`the copy ${copy} could not be unpacked: ${said.trim()}`);
  const failed = trouble('touch', [join(fresh.data, 'recovery.signal')]);
  if (failed) throw new Lack(failed);
  const wal = walOf(folder, base.system);
  const newest = namesIn(wal, '.gz').reduce(
    (most, name) => Math.max(most, statSync(join(wal, name)).mtimeMs),
    base.made,
  );
  say(`playing the log on from ${new Date(base.made).toISOString()}`);
  try {
    await fresh.startAsIs({
      archive_mode: 'off',
      hot_standby: 'off',
      restore_command: `gzip -dc ${quoted(wal)}/%f.gz > %p`,
      recovery_target_action: 'promote',
      // A moment that the log does not reach has no end to stop at: all of it is played.
      ...(time <= newest
        ? { recovery_target_time: new Date(time).toISOString().replace('T', ' ').replace('Z', '+00') }
        : {}),
    });
  } finally {
    await fresh.stop();
  }
  await takePlace(data);
  return { base: base.made, reached: Math.min(time, newest) };
}
