import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import {
  checkNode,
  ensureBuild,
  ensureModules,
  ensurePackages,
  freePort,
  IS_ROOT,
  isAlive,
  Lack,
  portIsFree,
  ROOT,
  sleep,
} from './machine.mjs';
import { Cluster } from './postgres.mjs';

const port = () => {
  const value = Number(process.env.KANGA_PORT ?? 4600);
  if (!(Number.isInteger(value) && value > 0 && value < 65536))
    throw new Lack(`KANGA_PORT must be a port number from 1 to 65535, it is “${process.env.KANGA_PORT}”.`);
  return value;
};

/** Whether every user may pass through all folders above, as the database's own user must. */
function othersMayEnter(folder) {
  for (let at = folder; at !== dirname(at); at = dirname(at)) {
    if (existsSync(at) && (statSync(at).mode & 0o001) === 0) return false;
  }
  return true;
}

/** The data folder: KANGA_DATA, or ./data; for root in a folder closed to others, one under /var/lib. */
export function dataFolder() {
  if (process.env.KANGA_DATA) return resolve(process.env.KANGA_DATA);
  const near = join(ROOT, 'data');
  if (!IS_ROOT || othersMayEnter(ROOT)) return near;
  return join('/var/lib/kanga', createHash('sha256').update(ROOT).digest('hex').slice(0, 12));
}

const noteFile = (data) => join(data, 'running.json');

/** The Kanga that runs on this data folder, if any: its process is checked to be one of ours. */
function runningOn(data) {
  if (!existsSync(noteFile(data))) return null;
  const note = JSON.parse(readFileSync(noteFile(data), 'utf8'));
  return isAlive(note.pid) && readFileSync(`/proc/${note.pid}/cmdline`, 'utf8').includes('kanga.mjs') ? note : null;
}

/**
 * Starts the stand-in of a device, unless the address of a real one is given; gives its process and its address once it answers. A port that was free may be
 * another program's a moment later: then another one is tried.
 */
async function startDevice(name, given, address) {
  if (given) return { process: null, url: given };
  for (let tries = 0; tries < 5; tries++) {
    const port = await freePort();
    const child = spawn(process.execPath, [join(ROOT, 'apps/devices/dist/main.js'), name, String(port)], {
      cwd: ROOT,
      detached: true,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    // It says one line when it listens.
    const listens = await Promise.race([
      once(child.stdout, 'data').then(() => true),
      once(child, 'exit').then(() => false),
    ]);
    if (!listens) continue;
    child.stdout.resume();
    child.once('exit', (code) => {
      if (code) console.error(`The simulated ${name} ended by itself (exit code ${code}).`);
    });
    return { process: child, url: address(port) };
  }
  throw new Lack(`the simulated ${name} did not start; what it said is above.`);
}

/**
 * The server keeps its memory small rather than answer a little sooner: it runs all day beside other programs, and what is heavy is done by workers or in
 * the browser. Without this an hour at twelve presses took 300 MB, with it less than half (docs/benchmarks.md).
 */
const LEAN = ['--optimize-for-size', '--max-semi-space-size=2'];

/** Starts the server's process on a database, and waits until it answers as healthy. */
export async function startServer({ databaseUrl, port, data, env: more = {} }) {
  mkdirSync(data, { recursive: true });
  const [scanner, printer, thermometer, press] = await Promise.all([
    startDevice('scanner', process.env.KANGA_SCANNER, (at) => `http://127.0.0.1:${at}`),
    startDevice('printer', process.env.KANGA_PRINTER, (at) => `ipp://127.0.0.1:${at}/ipp/print`),
    startDevice('thermometer', process.env.KANGA_THERMOMETER, (at) => `tcp://127.0.0.1:${at}#aimed`),
    startDevice('press', process.env.KANGA_PRESS, (at) => `tcp://127.0.0.1:${at}`),
  ]);
  const env = {
    ...process.env,
    KANGA_DATABASE_URL: databaseUrl,
    KANGA_PORT: String(port),
    KANGA_DATA: data,
    KANGA_WEB: join(ROOT, 'apps/web/dist'),
    KANGA_SCANNER: scanner.url,
    KANGA_PRINTER: printer.url,
    KANGA_THERMOMETER: thermometer.url,
    KANGA_PRESS: press.url,
    NODE_ENV: 'production',
    ...more,
  };
  const child = spawn(process.execPath, [...LEAN, join(ROOT, 'apps/server/dist/main.js')], {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  child.once('exit', () => {
    for (const device of [scanner, printer, thermometer, press]) device.process?.kill('SIGTERM');
  });
  for (let tries = 0; tries < 600; tries++) {
    if (child.exitCode !== null || child.signalCode !== null)
      throw new Lack('the server did not start; what it said is above.');
    const answer = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => null);
    if (answer?.ok) return child;
    await sleep(100);
  }
  child.kill('SIGKILL');
  throw new Lack('the server did not answer within a minute.');
}

/** Asks a server's process to stop and waits; after ten seconds it is ended. */
export async function stopServer(child) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((done) => child.once('exit', done));
  child.kill('SIGTERM');
  const late = setTimeout(() => child.kill('SIGKILL'), 10_000);
  await gone;
  clearTimeout(late);
}

export async function start() {
  checkNode();
  const [wanted, data] = [port(), dataFolder()];
  const other = runningOn(data);
  if (other) {
    console.log(`Kanga runs already at http://127.0.0.1:${other.port}/ (./kanga stop ends it).`);
    return;
  }
  if (!(await portIsFree(wanted)))
    throw new Lack(
      `port ${wanted} on 127.0.0.1 is in use by another program. Choose another: KANGA_PORT=4601 ./kanga start`,
    );
  ensurePackages(['postgresql-15', 'poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  mkdirSync(data, { recursive: true });
  accessSync(data, constants.W_OK);
  const cluster = new Cluster(join(data, 'postgres'));
  await cluster.start();
  let child = null;
  let stopping = null;
  const end = async () => {
    if (child) await stopServer(child);
    await cluster.stop();
    rmSync(noteFile(data), { force: true });
  };
  const onSignal = () =>
    (stopping ??= end().then(() => {
      console.log('Kanga stopped. Everything is kept.');
      process.exit(0);
    }));
  process.on('SIGINT', onSignal);
  process.on('SIGTERM', onSignal);
  writeFileSync(noteFile(data), JSON.stringify({ pid: process.pid, port: wanted }));
  try {
    child = await startServer({ databaseUrl: await cluster.ensureDatabase('kanga'), port: wanted, data });
  } catch (error) {
    await end();
    throw error;
  }
  console.log(`\nKanga is ready: http://127.0.0.1:${wanted}/\nData: ${data}\nCtrl-C stops it.`);
  child.once('exit', async (code) => {
    if (stopping) return;
    console.error(`The server ended by itself (exit code ${code}).`);
    await end();
    process.exit(1);
  });
}

export async function stop() {
  const data = dataFolder();
  const note = runningOn(data);
  if (!note) {
    // A Kanga that was ended hard may have left its database running.
    const cluster = new Cluster(join(data, 'postgres'));
    const left = cluster.running();
    await cluster.stop();
    rmSync(noteFile(data), { force: true });
    console.log(
      left ? 'Kanga was not running; its database was, and is stopped.' : 'Kanga is not running from this folder.',
    );
    return;
  }
  process.kill(note.pid, 'SIGTERM');
  for (let tries = 0; tries < 300 && isAlive(note.pid); tries++) await sleep(100);
  if (isAlive(note.pid)) throw new Lack(`Kanga (process ${note.pid}) did not stop within 30 seconds.`);
  console.log('Kanga stopped. Everything is kept.');
}

/**
 * Draws prints from the shared queue of a Kanga: of the one that runs on this data folder, or, on another machine, of the database at
 * KANGA_DATABASE_URL (as through a tunnel to its loopback port). Ctrl-C stops it.
 */
export async function worker() {
  checkNode();
  ensurePackages(['poppler-utils', 'librsvg2-bin']);
  ensureModules();
  ensureBuild();
  const cluster = new Cluster(join(dataFolder(), 'postgres'));
  cluster.port = cluster.running()?.port;
  const databaseUrl = process.env.KANGA_DATABASE_URL ?? (cluster.port ? cluster.url('kanga') : null);
  if (!databaseUrl)
    throw new Lack(
      'no Kanga runs on this data folder. Start one (./kanga start), or name the database of one: KANGA_DATABASE_URL=postgres://… ./kanga worker',
    );
  const data = join(dataFolder(), `worker-${process.pid}`);
  mkdirSync(data, { recursive: true });
  const child = spawn(process.execPath, [join(ROOT, 'apps/server/dist/worker.js')], {
    cwd: ROOT,
    env: { ...process.env, KANGA_DATABASE_URL: databaseUrl, KANGA_DATA: data, KANGA_WEB: join(ROOT, 'apps/web/dist') },
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  const end = () => child.kill('SIGTERM');
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  const [code] = await once(child, 'exit');
  rmSync(data, { recursive: true, force: true });
  process.exitCode = code ?? 0;
}
