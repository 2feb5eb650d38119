import { join } from 'node:path';
import { Lack } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { ADMIN } from '../ground/cluster-files.mjs';
import { claim } from '../ground/instance.mjs';

/** What opens a database: its address, the environment that PostgreSQL's programs take the password from, and the address with the password. */
const sourceOf = (cluster) => ({
  url: cluster.url('kanga', ADMIN),
  env: cluster.environment(ADMIN),
  fullUrl: cluster.fullUrl('kanga', ADMIN),
});

/** The database that the server itself was given, when it asks for a backup of it. */
function given() {
  const fullUrl = process.env.KANGA_DATABASE_URL;
  if (!fullUrl) return null;
  const url = new URL(fullUrl);
  const password = decodeURIComponent(url.password);
  url.password = '';
  return { url: url.href, env: password === '' ? {} : { PGPASSWORD: password }, fullUrl };
}

/**
 * Works with the database of a data folder, be it that Kanga runs or not: then the database is started for as long as `work` takes, and nobody can
 * start Kanga meanwhile.
 */
export async function withDatabase(data, work) {
  const named = given();
  if (named) return work(named);
  const cluster = new Cluster(join(data, 'postgres'));
  const mine = await claim(data, () => ({ pid: process.pid, state: 'backing up' }));
  if (!mine) {
    const running = cluster.running();
    if (!running) throw new Lack('Kanga is just starting or stopping. Try again in a moment.');
    cluster.port = running.port;
    return work(sourceOf(cluster));
  }
  const left = cluster.running() !== null;
  try {
    await cluster.start({ passing: true });
    return await work(sourceOf(cluster));
  } finally {
    if (!left) await cluster.stop();
    mine.release();
  }
}
