import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  checkNode,
  ensureBuild,
  ensureModules,
  ensurePackages,
  Lack,
  portIsFree,
  ROOT,
  say,
  sleep,
} from './machine.mjs';
import { archiveSettings } from './backup/archive.mjs';
import { settleRestore } from './backup/restore.mjs';
import { removeHalves, settingsOf } from './backup/settings.mjs';
import { NightTimer } from './backup/timer.mjs';
import { Cluster } from './ground/cluster.mjs';
import { dataFolder, openDataFolder, wantedPort } from './ground/data-folder.mjs';
import { claim, isTaken, tell } from './ground/instance.mjs';
import { Keeper } from './ground/keeper.mjs';
import { howToBecomeOwner } from './owner-code.mjs';
import { identityOf, isAlive, isThat } from './ground/processes.mjs';
import { openServer } from './ground/server.mjs';

/** The file that a Kanga in the background writes what it says to; begun anew when it is larger, bytes. */
const LOG = 'kanga.log';
const LOG_MOST = 10_000_000;

/** Beneath the data folder each worker has one of its own, named by its process. */
const WORKER_FOLDER = 'worker-';

const address = (port) => `http://127.0.0.1:${port}/`;

/** Makes everything ready that a start needs, with what it takes shown. */
function prepare() {
  checkNode();
  ensurePackages(['postgresql-15', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
}

/** Says where a Kanga runs that has this data folder already; one that is just starting or ending is waited for. */
async function sayWhere(data) {
  for (let tries = 0; tries < 30; tries++) {
    const there = await tell(data);
    if (there?.state === 'ready' || there?.state === 'starting') {
      console.log(`Kanga runs already at ${address(there.port)} (./kanga stop ends it).`);
      return;
    }
    if (!there && !(await isTaken(data))) return start();
    await sleep(1000);
  }
  throw new Lack(
    `another process has the data folder ${data} and does not answer. End it, or set KANGA_DATA to another folder.`,
  );
}

/** A port on which a server of before is just ending is waited for a little. */
async function whenFree(port) {
  for (let tries = 0; tries < 60; tries++) {
    if (await portIsFree(port)) return;
    if (tries === 5) say(`port ${port} is in use; waiting a little`);
    await sleep(250);
  }
  throw new Lack(
    `port ${port} on 127.0.0.1 is in use by another program. Choose another: KANGA_PORT=${port + 1} ./kanga start`,
  );
}

/** The shop's time zone, by which its nights are told; the machine's while nobody says. */
async function zoneOf(port) {
  const answer = await fetch(`${address(port)}api/shop`, { signal: AbortSignal.timeout(5000) }).catch(() => null);
  const shop = answer?.ok ? await answer.json() : null;
  return shop?.settings?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
}

/** Every way in which a person, a terminal or a machine ends a program. */
function onEnd(work) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, work);
  // A terminal that is gone takes no words any more: that is no reason to stop in the middle.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
}

/** The database of the shop: a cluster of Kanga's own beneath the data folder; or, at KANGA_DATABASE_URL, that of other servers or one that somebody else looks after. */
function databaseOf(data) {
  const named = process.env.KANGA_DATABASE_URL;
  if (named) {
    const nothing = async () => true;
    return { open: async () => ({ url: named, env: {} }), isOwn: false, stop: nothing };
  }
  const cluster = new Cluster(join(data, 'postgres'));
  return {
    isOwn: true,
    open: async () => {
      await settleRestore(data);
      removeHalves(settingsOf(data).folder);
      const { folder, archiveEvery } = settingsOf(data);
      if (!cluster.running()) cluster.files.create();
      await cluster.start({ settings: archiveSettings(cluster, folder, archiveEvery) ?? {} });
      const url = await cluster.ensureDatabase('kanga');
      cluster.keep(say);
      return { url, env: cluster.environment() };
    },
    stop: () => cluster.stop(),
  };
}

export async function start(words = []) {
  if (words.includes('--background')) return startInBackground();
  prepare();
  const [port, data] = [wantedPort(), openDataFolder()];
  let state = 'starting';
  let end = () => process.exit(0);
  const me = identityOf(process.pid);
  const instance = await claim(
    data,
    () => ({ ...me, port, data, state }),
    () => end(),
  );
  if (!instance) return sayWhere(data);
  const database = databaseOf(data);
  const nights = new NightTimer({ data, zone: () => zoneOf(port), log: say });
  let server = null;
  let ending = null;
  const finish = async () => {
    state = 'ending';
    await nights.close();
    await server?.close();
    const ended = await database.stop();
    if (!ended) console.error('The database has not stopped yet: it is still writing, and is left to it.');
    instance.release();
    return ended;
  };
  end = () =>
    (ending ??= finish().then((ended) => {
      if (ended) console.log('Kanga stopped. Everything is kept.');
      process.exit(ended ? 0 : 1);
    }));
  onEnd(end);
  try {
    await whenFree(port);
    server = await openServer({ database: await database.open(), port, data, log: say });
  } catch (error) {
    if (ending) return ending;
    await finish();
    throw error;
  }
  if (ending) return ending;
  state = 'ready';
  // What is not Kanga's own is backed up by whoever looks after it, and by ./kanga backup.
  if (database.isOwn) nights.open();
  const owner = await howToBecomeOwner(port, data).catch(() => '');
  console.log(`\nKanga is ready: ${address(port)}\nData: ${data}\nCtrl-C stops it.${owner}`);
}

/** Starts Kanga as a process of its own, which outlives the terminal, and waits until it is ready. */
async function startInBackground() {
  prepare();
  const data = openDataFolder();
  const there = await tell(data);
  if (there) return sayWhere(data);
  const log = join(data, LOG);
  if (existsSync(log) && statSync(log).size > LOG_MOST) renameSync(log, `${log}.before`);
  const out = openSync(log, 'a');
  const child = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), 'start'], {
    cwd: ROOT,
    detached: true,
    stdio: ['ignore', out, out],
  });
  child.unref();
  for (let tries = 0; tries < 600; tries++) {
    const now = await tell(data);
    if (now?.state === 'ready') {
      console.log(
        `Kanga is ready: ${address(now.port)}\nData: ${data}\nWhat it says is in ${log}; ./kanga stop ends it.`,
      );
      return;
    }
    if (child.exitCode !== null) break;
    await sleep(300);
  }
  throw new Lack(`Kanga did not start in the background; what it said is in ${log}.`);
}

export async function stop() {
  const data = dataFolder();
  const there = existsSync(data) ? await tell(data, 'stop') : null;
  if (!there) {
    if (existsSync(data) && (await isTaken(data)))
      throw new Lack(`a process has the data folder ${data} and does not answer, so nothing was stopped.`);
    // A Kanga that was ended hard may have left its database running.
    const cluster = new Cluster(join(data, 'postgres'));
    const left = cluster.running();
    const ended = await cluster.stop();
    if (!ended)
      throw new Lack('the database is still coming back or writing; it is left to it. Try again in a minute.');
    console.log(
      left ? 'Kanga was not running; its database was, and is stopped.' : 'Kanga is not running from this folder.',
    );
    return;
  }
  for (let tries = 0; tries < 1400 && isThat(there); tries++) await sleep(100);
  if (isThat(there))
    throw new Lack(
      `Kanga (process ${there.pid}) was asked to stop and has not after two minutes. It may still be writing.`,
    );
  console.log('Kanga stopped. Everything is kept.');
}

/** A worker that was ended hard leaves its folder behind. */
function removeFoldersOfEndedWorkers(home) {
  if (!existsSync(home)) return;
  for (const name of readdirSync(home).filter((one) => one.startsWith(WORKER_FOLDER)))
    if (!isAlive(Number(name.slice(WORKER_FOLDER.length)))) rmSync(join(home, name), { recursive: true, force: true });
}

/**
 * Draws prints from the shared queue of a Kanga: of the one that runs on this data folder, or, on another machine, of the database at
 * KANGA_DATABASE_URL (as through a tunnel to its loopback port). Ctrl-C stops it.
 */
export async function worker() {
  prepare();
  const home = dataFolder();
  const cluster = new Cluster(join(home, 'postgres'));
  const portNow = () => cluster.running()?.port;
  if (!process.env.KANGA_DATABASE_URL && !portNow())
    throw new Lack(
      'no Kanga runs on this data folder. Start one (./kanga start), or name the database of one: KANGA_DATABASE_URL=postgres://… ./kanga worker',
    );
  removeFoldersOfEndedWorkers(home);
  const data = join(home, `${WORKER_FOLDER}${process.pid}`);
  mkdirSync(data, { recursive: true });
  const own = () => {
    // While no database runs the old port is as good as any: the worker waits for it.
    cluster.port = portNow() ?? cluster.port;
    return cluster.port ? { KANGA_DATABASE_URL: cluster.url('kanga'), ...cluster.environment() } : {};
  };
  const keeper = new Keeper({
    name: 'the worker',
    log: say,
    spawn: () =>
      spawn(process.execPath, [join(ROOT, 'apps/server/dist/worker.js')], {
        cwd: ROOT,
        env: { ...own(), ...process.env, KANGA_DATA: data, KANGA_WEB: join(ROOT, 'apps/web/dist') },
        detached: true,
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      }),
    // A Kanga that was started again may have its database at another port.
    lives: async () => {
      const port = portNow();
      if (!process.env.KANGA_DATABASE_URL && port && port !== cluster.port)
        throw new Error(`the database is at port ${port} now`);
    },
  });
  let ending = null;
  onEnd(
    () =>
      (ending ??= keeper.close().then(() => {
        rmSync(data, { recursive: true, force: true });
        process.exit(0);
      })),
  );
  await keeper.open();
}
