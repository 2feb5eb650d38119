import { cpSync, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { checkNode, ensureModules, ensurePackages, Lack, say } from '../machine.mjs';
import { openDataFolder } from '../ground/data-folder.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { claim } from '../ground/instance.mjs';
import { isLocked } from './container.mjs';
import { archivedAt, restoreAt } from './archive.mjs';
import { backUpNow, check, checkAndNote, night } from './nightly.mjs';
import { noteOf } from './make.mjs';
import { holdsData, restoreFile, settleRestore } from './restore.mjs';
import { backupFolder, backupsIn, saveSettings, settingsOf } from './settings.mjs';

const megabytes = (bytes) => `${(bytes / 1e6).toFixed(1)} MB`;

/** Makes ready what is needed; a server that asks for a backup runs already, so that all of it is there. */
function prepare() {
  if (process.env.KANGA_DATABASE_URL) return;
  checkNode();
  ensurePackages(['postgresql-15']);
  ensureModules();
}

/** Asks at the terminal; without one there is no answer. `hidden`: what is typed is not shown. */
function asked(question, hidden = false) {
  if (!process.stdin.isTTY) return Promise.resolve(null);
  return new Promise((done) => {
    const line = createInterface({ input: process.stdin, output: process.stdout });
    line.question(question, (answer) => {
      line.close();
      if (hidden) process.stdout.write('\n');
      done(answer);
    });
    if (hidden) line._writeToOutput = () => undefined;
  });
}

const passphrase = async (why) => process.env.KANGA_PASSPHRASE || (await asked(`${why}: `, true)) || null;

/** Words and flags of a command: `--name` alone, or `--name VALUE` for those named. */
function read(words, withValue) {
  const [flags, rest] = [{}, []];
  for (let i = 0; i < words.length; i++) {
    const name = words[i].startsWith('--') ? words[i].slice(2) : null;
    if (name === null) rest.push(words[i]);
    else if (!withValue.includes(name)) flags[name] = true;
    else if (words[i + 1] === undefined) throw new Lack(`--${name} wants a value after it.`);
    else flags[name] = words[++i];
  }
  return { flags, rest };
}

const KEEP = /^(\d{1,3}),(\d{1,3}),(\d{1,3})$/;

/** What is chosen for the backups of every night. */
function choose(data, { to, keep, at }) {
  if (to !== undefined) {
    mkdirSync(resolve(to), { recursive: true });
    saveSettings(data, { folder: resolve(to) });
  }
  if (keep !== undefined) {
    const [, daily, weekly, monthly] = (KEEP.exec(keep) ?? []).map(Number);
    if (daily === undefined || daily < 1)
      throw new Lack(`--keep wants days,weeks,months such as 7,4,12, got “${keep}”.`);
    saveSettings(data, { keep: { daily, weekly, monthly } });
  }
  if (at !== undefined) {
    if (!/^([01]\d|2[0-3]):[0-5]\d$/.test(at)) throw new Lack(`--at wants a time of day such as 02:30, got “${at}”.`);
    saveSettings(data, { at });
  }
  const now = settingsOf(data);
  backupFolder(data);
  console.log(
    `Every night at ${now.at} into ${now.folder}; kept: ${now.keep.daily} days, ${now.keep.weekly} weeks, ${now.keep.monthly} months. A Kanga that runs hands its log there from its next start on.`,
  );
}

/** ./kanga backup [FILE] [--lock] | --to FOLDER [--keep 7,4,12] [--at 02:30] | --list */
export async function backup(words) {
  const { flags, rest } = read(words, ['to', 'keep', 'at', 'why']);
  prepare();
  const data = openDataFolder();
  if (flags.to !== undefined || flags.keep !== undefined || flags.at !== undefined) return choose(data, flags);
  if (flags.list) return flags.json ? listJson(data) : list(data);
  if (flags.nightly) {
    if (!(await night(data))) process.exitCode = 1;
    return;
  }
  const secret = flags.lock ? await passphrase('Passphrase of the backup') : null;
  if (flags.lock && !secret) throw new Lack('a passphrase is wanted: type it, or give it in KANGA_PASSPHRASE.');
  const file = rest[0] ? resolve(rest[0]) : null;
  if (file) mkdirSync(dirname(file), { recursive: true });
  const made = await backUpNow(data, flags.why ?? 'by-hand', { passphrase: secret, file });
  console.log(`Backed up: ${made.file} (${megabytes(made.bytes)}, ${made.rows} rows). ./kanga verify tries it out.`);
}

function list(data) {
  const { folder } = settingsOf(data);
  const all = backupsIn(folder);
  if (all.length === 0) console.log(`There is no backup in ${folder} yet.`);
  for (const { name, bytes, checked } of all)
    console.log(
      `${name}  ${megabytes(bytes)}  ${checked ? (checked.ok ? 'tried out: good' : `NOT GOOD: ${checked.wrong.join('; ')}`) : 'not tried out'}`,
    );
}

/** The same for the server, which shows it. */
function listJson(data) {
  const { folder, beside, at, keep } = settingsOf(data);
  const backups = backupsIn(folder).map(({ name, made, why, bytes, locked, rows, checked }) => ({
    name,
    made,
    why,
    bytes,
    locked,
    rows,
    checked,
  }));
  const cluster = new Cluster(join(data, 'postgres'));
  const archived = archivedAt(folder, cluster);
  console.log(
    JSON.stringify({
      folder,
      beside,
      at,
      keep,
      since: cluster.files.madeAt,
      archived: archived && new Date(archived).toISOString(),
      backups,
    }),
  );
}

const named = (rest, what) => {
  if (!rest[0]) throw new Lack(`name the file: ./kanga ${what} FILE`);
  const file = resolve(rest[0]);
  if (!existsSync(file)) throw new Lack(`there is no file ${file}.`);
  return file;
};

/** ./kanga verify FILE */
export async function verify(words) {
  const { rest } = read(words, []);
  prepare();
  const file = named(rest, 'verify');
  const secret = (await isLocked(file)) ? await passphrase('Passphrase of the backup') : null;
  const known = existsSync(noteOf(file)) ? backupsIn(dirname(file)).find((one) => one.file === file) : undefined;
  const wrong = known ? (await checkAndNote(known, secret)).wrong : await check(file, secret);
  if (wrong.length > 0) throw new Lack(`${file} is not good: ${wrong.join('; ')}.`);
  console.log(`${file} is good: restored into a database of its own, every table and every picture is as it was.`);
}

/** What is there is backed up, and somebody has to want it gone. */
async function makeSure(data, flags) {
  if (!holdsData(data)) return;
  const answer = flags.yes
    ? 'yes'
    : await asked(`${data} holds a shop. It is backed up first, then replaced. Type “yes” to go on: `);
  if (answer?.trim().toLowerCase() !== 'yes')
    throw new Lack(
      `${data} holds a shop, and nobody said that it may be replaced: nothing was changed. Say so with --yes, or set KANGA_DATA to an empty folder.`,
    );
}

async function backUpBefore(data) {
  if (!holdsData(data)) return;
  try {
    const { file } = await backUpNow(data, 'before-restore');
    say(`what was there is kept in ${file}`);
  } catch (error) {
    // A database that does not start any more is what restores are for: it is kept as it is.
    const aside = join(backupFolder(data), `database-before-restore-${new Date().toISOString().replaceAll(':', '-')}`);
    cpSync(join(data, 'postgres'), aside, { recursive: true });
    say(`what was there could not be backed up (${error.message}); its files are kept as ${aside}`);
  }
}

/** ./kanga restore FILE | --at TIME [--yes] */
export async function restore(words) {
  const { flags, rest } = read(words, ['at']);
  prepare();
  const data = openDataFolder();
  const time = flags.at === undefined ? null : Date.parse(flags.at);
  if (Number.isNaN(time))
    throw new Lack(`--at wants a moment such as 2026-11-27T17:55 or 2026-11-27T17:55:00Z, got “${flags.at}”.`);
  const file = time === null ? named(rest, 'restore') : null;
  const secret = file && (await isLocked(file)) ? await passphrase('Passphrase of the backup') : null;
  await makeSure(data, flags);
  const free = await claim(data, () => ({ pid: process.pid, state: 'restoring' }));
  if (!free) throw new Lack('Kanga runs on this data folder: stop it first (./kanga stop).');
  await settleRestore(data);
  free.release();
  await backUpBefore(data);
  const mine = await claim(data, () => ({ pid: process.pid, state: 'restoring' }));
  if (!mine) throw new Lack('Kanga was started meanwhile: nothing was changed.');
  try {
    if (file) await restoreFile(data, file, secret);
    else {
      const { reached } = await restoreAt(data, settingsOf(data).folder, time);
      say(`the shop is as it was at ${new Date(reached).toISOString()}`);
    }
  } finally {
    mine.release();
  }
  console.log('Restored. ./kanga start opens it.');
}
