import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Lack, say } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { DUMP, openBackup } from './manifest.mjs';
import { compare, putIn, SCRATCH, withFolder } from './scratch.mjs';

const DONE = 'restored';
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
export function settleRestore(data) {
  const { now, fresh, before } = paths(data);
  if (!existsSync(now) && existsSync(join(fresh, DONE))) {
    renameSync(fresh, now);
    say('a restore that was cut off at its very end is finished');
  } else if (!existsSync(now) && existsSync(before)) renameSync(before, now);
  rmSync(fresh, { recursive: true, force: true });
  rmSync(before, { recursive: true, force: true });
  rmSync(join(now, DONE), { force: true });
  if (!existsSync(data)) return;
  for (const name of readdirSync(data).filter((one) => one.startsWith(SCRATCH) || /^(carry|worker)-\d+$/.test(one)))
    rmSync(join(data, name), { recursive: true, force: true });
}

/** Puts a whole new cluster in the place of the old one: at no moment is there half of one. */
export function takePlace(data) {
  const { now, fresh, before } = paths(data);
  writeFileSync(join(fresh, DONE), `${new Date().toISOString()}\n`);
  if (existsSync(now)) renameSync(now, before);
  renameSync(fresh, now);
  settleRestore(data);
}

/** Where a new cluster is made ready. */
export function freshFolder(data) {
  const { fresh } = paths(data);
  rmSync(fresh, { recursive: true, force: true });
  return fresh;
}

/** Restores a backup into a data folder that this process has. Nothing of what is there is touched before the new database is whole and compared. */
export async function restoreFile(data, file, passphrase) {
  if (!existsSync(file)) throw new Lack(`there is no file ${file}.`);
  mkdirSync(data, { recursive: true });
  await withFolder(async (folder) => {
    const manifest = await openBackup(file, folder, passphrase);
    say(`${file}: made ${manifest.made} by Kanga ${manifest.kanga}, ${manifest.why}`);
    const cluster = new Cluster(freshFolder(data));
    let wrong;
    try {
      await cluster.start();
      await putIn(cluster, join(folder, DUMP));
      wrong = await compare(cluster, manifest);
    } finally {
      await cluster.stop();
    }
    if (wrong.length > 0) throw new Lack(`the backup did not come back as it was made: ${wrong.join('; ')}.`);
  }, data);
  takePlace(data);
  // What was on its way belongs to the database of before.
  for (const name of existsSync(join(data, 'spool')) ? readdirSync(join(data, 'spool')) : [])
    rmSync(join(data, 'spool', name), { recursive: true, force: true });
}
