import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Lack, postgresBin } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { APP } from '../ground/cluster-files.mjs';
import { brokenBlobs, differences, digestsOf } from './digest.mjs';
import { DUMP } from './manifest.mjs';

/** How the names of folders begin that are of no use when their process is gone. */
export const SCRATCH = 'kanga-scratch-';

/** A folder that the database's own user may pass through, gone when `work` is done. */
export async function withFolder(work, within = tmpdir()) {
  const folder = mkdtempSync(join(within, SCRATCH));
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
  const cluster = new Cluster(join(folder, 'postgres'));
  try {
    await cluster.start({ durable: false });
    await putIn(cluster, join(folder, DUMP));
    return await compare(cluster, manifest);
  } finally {
    await cluster.stop();
  }
}
