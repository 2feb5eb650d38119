import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Lack, say } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { DUMP, openBackup } from './manifest.mjs';
import { isAlive } from '../ground/processes.mjs';
import { compare, putIn, removeLeft, withFolder } from './scratch.mjs';

const DONE = 'restored';
/** Folders of processes that work beside the server; the number is the process. */
const WORKED_IN = /^(?:carry|worker)-(\d+)$/;
const paths = (data) => ({
  now: join(data, 'postgres'),
  fresh: join(data, 'postgres.restoring'),
  before: join(data, 'postgres.before'),
});

export const holdsData = (data) => existsSync(join(paths(data).now, 'cluster/PG_VERSION'));

/**
 * Ends what a restore that was cut off has begun: one that was whole takes its place, anything less is thrown away and the database of before stays. Called at
 * every start, and only by whoever has the data folder.
 */
export async function settleRestore(data) {
  const { now, fresh, before } = paths(data);
  if (!existsSync(now) && existsSync(join(fresh, DONE))) {
    renameSync(fresh, now);
    say('a restore that was cut off at its very end is finished');
  } else if (!existsSync(now) && existsSync(before)) renameSync(before, now);
  await new Cluster(fresh).throwAway();
  await new Cluster(before).throwAway();
  rmSync(join(now, DONE), { force: true });
  if (!existsSync(data)) return;
  await removeLeft(data);
  for (const name of readdirSync(data)) {
    const [, pid] = WORKED_IN.exec(name) ?? [];
    if (pid && !isAlive(Number(pid))) rmSync(join(data, name), { recursive: true, force: true });
  }
}

/** Puts a whole new cluster in the place of the old one: at no moment is there half of one. */
export async function takePlace(data) {
  const { now, fresh, before } = paths(data);
  // One that a backup started and was ended in would go on in the folder that is moved away, and be taken for the new one's.
  if (!(await new Cluster(now).stop())) throw new Lack(`the database in ${now} does not stop: nothing was changed.`);
  writeFileSync(join(fresh, DONE), `${new Date().toISOString()}\n`);
  if (existsSync(now)) renameSync(now, before);
  renameSync(fresh, now);
  await settleRestore(data);
}

/** Where a new cluster is made ready: nothing is left there, nor does anything run there. */
export async function freshCluster(data) {
  const cluster = new Cluster(paths(data).fresh);
  await cluster.throwAway();
  return cluster;
}

/** Restores a backup into a data folder that this process has. Nothing of what is there is touched before the new database is whole and compared. */
export async function restoreFile(data, file, passphrase) {
  if (!existsSync(file)) throw new Lack(`there is no file ${file}.`);
  mkdirSync(data, { recursive: true });
  await withFolder(async (folder) => {
    const manifest = await openBackup(file, folder, passphrase);
    say(`${file}: made ${manifest.made} by Kanga ${manifest.kanga}, ${manifest.why}`);
    const cluster = await freshCluster(data);
    let wrong;
    try {
      await cluster.start({ passing: true });
      await putIn(cluster, join(folder, DUMP));
      wrong = await compare(cluster, manifest);
    } finally {
      await cluster.stop();
    }
    if (wrong.length > 0) throw new Lack(`the backup did not come back as it was made: ${wrong.join('; ')}.`);
  }, data);
  await takePlace(data);
  // What was on its way belongs to the database of before.
  for (const name of existsSync(join(data, 'spool')) ? readdirSync(join(data, 'spool')) : [])
    rmSync(join(data, 'spool', name), { recursive: true, force: true });
}
