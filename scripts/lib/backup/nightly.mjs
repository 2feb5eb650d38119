import { join } from 'node:path';
import { say } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { makeBase } from './archive.mjs';
import { makeBackup, nameOf, writeNote } from './make.mjs';
import { openBackup } from './manifest.mjs';
import { tryOut, withFolder } from './scratch.mjs';
import { backupFolder, backupsIn, outdated, removeBackup, settingsOf } from './settings.mjs';
import { withDatabase } from './source.mjs';

/** Restores a backup into a cluster of its own and compares; gives what is wrong with it, in words. */
export const check = (file, passphrase = null) =>
  withFolder(async (folder) => tryOut(folder, await openBackup(file, folder, passphrase)));

/** Makes a backup in the folder of backups, and says where. */
export async function backUpNow(data, why, { passphrase = null, file = null, now = new Date() } = {}) {
  const target = file ?? join(backupFolder(data), nameOf(now, why, passphrase !== null));
  const note = await withDatabase(data, (source) => makeBackup({ source, file: target, why, data, passphrase, now }));
  return { file: target, ...note };
}

/** Tries a backup out and writes down what came of it. */
export async function checkAndNote(backup, passphrase = null) {
  const { file, made, why, bytes, locked, rows } = backup;
  let wrong;
  try {
    wrong = await check(file, passphrase);
  } catch (error) {
    wrong = [error.message];
  }
  const checked = { at: new Date().toISOString(), ok: wrong.length === 0, wrong };
  writeNote(file, { made, why, bytes, locked, rows, checked });
  return checked;
}

/** Every night: a backup, tried out; a copy for the log to go on from; and what is too old goes. */
export async function night(data) {
  const settings = settingsOf(data);
  const backup = await backUpNow(data, 'nightly');
  const checked = await checkAndNote(backup);
  say(
    checked.ok
      ? `backed up and tried out: ${backup.file}`
      : `the backup ${backup.file} is not good: ${checked.wrong.join('; ')}`,
  );
  const cluster = new Cluster(join(data, 'postgres'));
  cluster.port = cluster.running()?.port;
  if (cluster.port) await makeBase(cluster, settings.folder, settings.bases);
  for (const old of outdated(backupsIn(settings.folder), settings)) removeBackup(old);
  return checked.ok;
}
