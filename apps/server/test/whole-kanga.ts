import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { freePort } from './free-port.js';

export const ROOT = resolve(__dirname, '../../..');

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Words that a running process was started with. */
function wordsOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return '';
  }
}

/** A whole Kanga as people start it, `./kanga start`, on a data folder of its own, with all its processes. */
export class WholeKanga {
  readonly data = mkdtempSync(join(tmpdir(), 'kanga-whole-'));
  port = 0;
  said = '';
  launcher: ChildProcess | null = null;
  env: Record<string, string> = {};

  constructor() {
    // The database's own user has to pass through it.
    chmodSync(this.data, 0o755);
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  private get clock(): string {
    return join(this.data, 'clock-of-test');
  }

  /** Sets the clock on the wall of all its processes forth or back, ms. */
  setClock(offset: number): void {
    writeFileSync(this.clock, String(offset));
  }

  private get environment(): NodeJS.ProcessEnv {
    return {
      ...process.env,
      KANGA_DATA: this.data,
      KANGA_PORT: String(this.port),
      KANGA_SOAK_CLOCK: this.clock,
      KANGA_DEMO_PAST: '0',
      NODE_OPTIONS: `--import ${join(ROOT, 'scripts/lib/soak/clock-shim.mjs')}`,
      ...this.env,
    };
  }

  /** Runs a command to its end. */
  run(...words: string[]): { status: number | null; said: string } {
    const { status, stdout, stderr } = spawnSync(join(ROOT, 'kanga'), words, {
      env: this.environment,
      encoding: 'utf8',
      timeout: 150_000,
    });
    return { status, said: `${stdout}${stderr}` };
  }

  /** Starts it as in a terminal, and waits until it says that it is ready. */
  async start(): Promise<void> {
    if (this.port === 0) this.port = await freePort();
    this.said = '';
    const launcher = spawn(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), 'start'], {
      env: this.environment,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.launcher = launcher;
    for (const stream of [launcher.stdout, launcher.stderr])
      stream.on('data', (part: Buffer) => {
        this.said += part.toString();
      });
    for (let tries = 0; tries < 1200; tries++) {
      if (this.said.includes('Kanga is ready')) return;
      if (launcher.exitCode !== null) break;
      await wait(100);
    }
    throw new Error(`Kanga did not start:\n${this.said}`);
  }

  async signal(signal: NodeJS.Signals): Promise<void> {
    const { launcher } = this;
    if (!launcher || launcher.exitCode !== null) return;
    const gone = new Promise((done) => launcher.once('exit', done));
    launcher.kill(signal);
    await gone;
  }

  /** Every process that works on this data folder: the server, stand-ins, the database. */
  processes(part = ''): number[] {
    return readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
      .filter((pid) => {
        const words = wordsOf(pid);
        return words.includes(part) && (words.includes(this.data) || this.belongs(pid));
      })
      .map(Number);
  }

  private belongs(pid: string): boolean {
    try {
      return readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`KANGA_DATA=${this.data}\0`);
    } catch {
      return false;
    }
  }

  get postmaster(): number {
    return Number(readFileSync(join(this.data, 'postgres/cluster/postmaster.pid'), 'utf8').split('\n')[0]);
  }

  get server(): number {
    const [pid] = this.processes('apps/server/dist/whole/main.js');
    if (pid === undefined) throw new Error('no server runs');
    return pid;
  }

  async healthy(seconds = 30): Promise<boolean> {
    let last = '';
    for (const till = Date.now() + seconds * 1000; Date.now() < till; await wait(100)) {
      const answer = await fetch(`${this.url}/api/health`, { signal: AbortSignal.timeout(3000) }).catch(() => null);
      if (answer?.ok) return true;
      last = answer ? await answer.text() : 'no answer';
    }
    this.said += `\nnot healthy: ${last}`;
    return false;
  }

  /** Waits until nothing of it runs any more. */
  async gone(seconds = 30): Promise<number[]> {
    for (const till = Date.now() + seconds * 1000; Date.now() < till && this.processes().length > 0;) await wait(100);
    return this.processes();
  }

  async destroy(): Promise<void> {
    await this.signal('SIGTERM');
    this.run('stop');
    rmSync(this.data, { recursive: true, force: true });
  }
}
