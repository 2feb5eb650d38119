import { accessSync, constants, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Lack } from '../machine.mjs';
import { writeWhole } from '../write-whole.mjs';
import { noteOf } from './make.mjs';

/** How backups are kept unless the shop says otherwise: at half past two at night, so many of the days, weeks and months before. */
const USUAL = { folder: null, at: '02:30', keep: { daily: 7, weekly: 4, monthly: 12 }, archiveEvery: 60, bases: 2 };

const fileOf = (data) => join(data, 'backup.json');

/** What was chosen for backups; a file that nobody can read any more counts as none. */
function chosen(data) {
  try {
    return existsSync(fileOf(data)) ? JSON.parse(readFileSync(fileOf(data), 'utf8')) : {};
  } catch (error) {
    if (error instanceof SyntaxError) return {};
    throw error;
  }
}

/** What was chosen, and for the rest what is usual. `beside`: backups lie in the data folder itself, and are lost with its disk. */
export function settingsOf(data) {
  const kept = chosen(data);
  const folder = resolve(process.env.KANGA_BACKUPS ?? kept.folder ?? join(data, 'backups'));
  return {
    ...USUAL,
    ...kept,
    keep: { ...USUAL.keep, ...kept.keep },
    folder,
    beside: folder.startsWith(resolve(data)),
  };
}

export function saveSettings(data, change) {
  writeWhole(fileOf(data), JSON.stringify({ ...chosen(data), ...change }, null, 2));
}

/** The folder of backups, made when it is not there. */
export function backupFolder(data) {
  const { folder } = settingsOf(data);
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch (error) {
    throw new Lack(
      `backups cannot be written to ${folder}: ${error.message}. Choose another folder: ./kanga backup --to FOLDER`,
    );
  }
  return folder;
}

/** The backups that lie in a folder, newest first, with what is known of each. */
export function backupsIn(folder) {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter((name) => /^kanga-.*\.(zip|age)$/.test(name))
    .sort()
    .reverse()
    .flatMap((name) => {
      const file = join(folder, name);
      if (!existsSync(noteOf(file))) return [];
      return [{ file, name, ...JSON.parse(readFileSync(noteOf(file), 'utf8')) }];
    });
}

const day = (made) => made.slice(0, 10);
const month = (made) => made.slice(0, 7);
/** Weeks counted from a Monday. */
const week = (made) => Math.floor((Date.parse(day(made)) / 86_400_000 + 3) / 7);

/**
 * Which nightly backups are no longer kept: of each of the newest days, weeks and months the newest stays. Those made for another reason (before a migration, by hand) stay for thirty
 * days, and the newest that is known to be good always does.
 */
export function outdated(backups, { keep, now = Date.now() }) {
  const nightly = backups.filter(({ why }) => why === 'nightly');
  const kept = new Set();
  for (const [of, most] of [
    [day, keep.daily],
    [week, keep.weekly],
    [month, keep.monthly],
  ]) {
    const seen = new Set();
    for (const backup of nightly) {
      const key = of(backup.made);
      if (seen.has(key) || seen.size >= most) continue;
      seen.add(key);
      kept.add(backup.name);
    }
  }
  const good = backups.find(({ checked }) => checked?.ok);
  if (good) kept.add(good.name);
  return backups.filter(
    ({ name, why, made }) => !kept.has(name) && (why === 'nightly' || now - Date.parse(made) > 30 * 86_400_000),
  );
}

/** Takes away what was left of backups whose makers were killed. */
export function removeHalves(folder) {
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder).filter((one) => one.startsWith('kanga-') && one.endsWith('.part')))
    rmSync(join(folder, name), { force: true });
}

export function removeBackup({ file }) {
  rmSync(file, { force: true });
  rmSync(noteOf(file), { force: true });
}
