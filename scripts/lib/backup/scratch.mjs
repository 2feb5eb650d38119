import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Lack, postgresBin } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { APP } from '../ground/cluster-files.mjs';
import { identityOf, isThat } from '../ground/processes.mjs';
import { brokenBlobs, differences, digestsOf } from './digest.mjs';
import { DUMP } from './manifest.mjs';

/** The name of a folder that is of no use when its process is gone: whose it is stands in it, so that the next one removes it. */
const SCRATCH = /^kanga-scratch-(\d+)\.(\d+)-/;

/** Removes folders in `within` whose process was ended before it could, and ends what still runs in them. */
export async function removeLeft(within) {
  for (const name of readdirSync(within)) {
    const [, pid, began] = SCRATCH.exec(name) ?? [];
    if (!pid || isThat({ pid: Number(pid), began })) continue;
    await clusterIn(join(within, name)).throwAway();
    rmSync(join(within, name), { recursive: true, force: true });
  }
}

const clusterIn = (folder) => new Cluster(join(folder, 'postgres'));

/** A folder that the database's own user may pass through, gone when `work` is done. */
export async function withFolder(work, within = tmpdir()) {
  await removeLeft(within);
  const { pid, began } = identityOf(process.pid);
  const folder = mkdtempSync(join(within, `kanga-scratch-${pid}.${began}-`));
  chmodSync(folder, 0o755);
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Puts a dump into a cluster that runs, as Kanga's own user: all of it or nothing. */
export async function putIn(cluster, dump) {
  await cluster.ensureDatabase('kanga');
  const { status, stderr } = spawnSync(
    join(postgresBin(), 'pg_restore'),
    ['--exit-on-error', '--single-transaction', '--no-owner', '--no-privileges', '-d', cluster.url('kanga', APP), dump],
    { encoding: 'utf8', env: { ...process.env, ...cluster.environment(APP), PGOPTIONS: '-c statement_timeout=0' } },
  );
  if (status !== 0) throw new Lack(`the database could not be put back: ${stderr.trim()}`);
}

/** Holds what a cluster has against the manifest of its backup; gives what is wrong, in words. */
export async function compare(cluster, manifest) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: cluster.fullUrl('kanga'), statement_timeout: 0 });
  await client.connect();
  try {
    await client.query('BEGIN READ ONLY');
    const found = await digestsOf(client);
    const blobs = await brokenBlobs(client);
    return [
      ...differences(manifest.tables, found),
      ...(blobs.length > 0 ? [`${blobs.length} pictures or prints are not what their hash names`] : []),
    ];
  } finally {
    await client.end();
  }
}

/** Restores a backup that was taken apart in `folder` into a cluster of its own there, and compares. */
export async function tryOut(folder, manifest) {
  const cluster = clusterIn(folder);
  try {
    await cluster.start({ durable: false, passing: true });
    await putIn(cluster, join(folder, DUMP));
    return await compare(cluster, manifest);
  } finally {
    await cluster.stop();
  }
}
