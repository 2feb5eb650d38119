import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, ROOT, sleep } from '../machine.mjs';
import { Cluster } from '../ground/cluster.mjs';
import { allProcesses, isAlive, wordsOf } from '../ground/processes.mjs';
import { Line } from './line.mjs';

const SHIM = join(ROOT, 'scripts/lib/soak/clock-shim.mjs');

/** A whole Kanga on a data folder of its own, as a service keeps it: whoever ends the launcher, it is started again. */
export class World {
  launcher = null;
  worker = null;
  line = new Line();
  said = '';
  workerSaid = '';

  constructor(folder) {
    this.data = join(folder, 'data');
    this.clock = join(folder, 'clock');
    mkdirSync(this.data, { recursive: true });
    chmodSync(folder, 0o755);
    writeFileSync(this.clock, '0');
  }

  async open() {
    this.port = await freePort();
    this.outside = await this.line.open(this.port);
    await this.start();
  }

  #run(word, hear = () => undefined) {
    const child = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), word], {
      cwd: ROOT,
      env: {
        ...process.env,
        KANGA_DATA: this.data,
        KANGA_PORT: String(this.port),
        KANGA_SOAK_CLOCK: this.clock,
        KANGA_DEMO_PAST: '0',
        NODE_OPTIONS: `--import ${SHIM}`,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => hear(String(part)));
    return child;
  }

  /** A second machine's part in it: a worker that takes prints from the queue. */
  startWorker() {
    this.worker = this.#run('worker', (part) => {
      this.workerSaid = (this.workerSaid + part).slice(-5000);
    });
  }

  async start() {
    let ready = false;
    const child = this.#run('start', (part) => {
      this.said = (this.said + part).slice(-20_000);
      ready ||= part.includes('Kanga is ready');
    });
    this.launcher = child;
    // The server of before may still answer while it ends: the new one says when it is ready.
    for (let tries = 0; tries < 900 && !ready && child.exitCode === null; tries++) await sleep(100);
    await this.healthy(90);
  }

  /** Waits until it is healthy; gives how long that took, s. */
  async healthy(seconds) {
    const began = performance.now();
    while (performance.now() - began < seconds * 1000) {
      const answer = await fetch(`http://127.0.0.1:${this.port}/api/health`, {
        signal: AbortSignal.timeout(2000),
      }).catch(() => null);
      if (answer?.ok) return (performance.now() - began) / 1000;
      await sleep(100);
    }
    throw new Error(`not healthy within ${seconds} s; what it said last:\n${this.said.slice(-4000)}`);
  }

  get launches() {
    return this.launcher.exitCode === null && this.launcher.signalCode === null;
  }

  #ours = (pid) => {
    try {
      return readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`KANGA_DATA=${this.data}\0`);
    } catch {
      return false;
    }
  };

  /** Processes of it whose words hold a part: its server, its stand-ins, what reads files. */
  processes(part) {
    return allProcesses().filter(
      (pid) => wordsOf(pid).join(' ').includes(part) && pid !== process.pid && this.#ours(pid) && isAlive(pid),
    );
  }

  get cluster() {
    const cluster = new Cluster(join(this.data, 'postgres'));
    cluster.port = cluster.running()?.port;
    return cluster;
  }

  get postmaster() {
    return this.cluster.running()?.pid ?? null;
  }

  get token() {
    return readFileSync(join(this.data, 'token'), 'utf8').trim();
  }

  /** Reads the database itself, past the server. */
  async rows(sql, values = []) {
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: this.cluster.fullUrl('kanga'), connectionTimeoutMillis: 5000 });
    client.on('error', () => undefined);
    await client.connect();
    try {
      return (await client.query(sql, values)).rows;
    } finally {
      await client.end();
    }
  }

  async ended(child = this.launcher) {
    while (child.exitCode === null && child.signalCode === null) await sleep(50);
  }

  async close() {
    this.line.close();
    if (this.worker) {
      this.worker.kill('SIGTERM');
      await this.ended(this.worker);
    }
    if (this.launcher && this.launches) this.launcher.kill('SIGTERM');
    if (this.launcher) await this.ended();
    await this.cluster.stop();
  }
}
