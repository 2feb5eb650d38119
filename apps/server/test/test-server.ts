import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { Art, Placement, SideDesign } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import { changeOf, type JobChange, type JobFile } from '@kanga/core/job';
import type { Problem } from '@kanga/contract/finding';
import type { Shop } from '@kanga/contract/shop';
import knex, { type Knex } from 'knex';
import { freePort } from './free-port.js';

const ROOT = resolve(__dirname, '../../..');

function given(name: string): string {
  const url = process.env[name];
  if (!url) throw new Error(`${name} is not set: run these tests with ./kanga test server`);
  return url;
}

export interface Answer<T> {
  status: number;
  body: T;
  headers: Headers;
}

/** The built server on a database of its own, as a process that can be ended and started again. */
export class TestServer {
  private child: ChildProcess | null = null;
  private readonly name: string;
  private readonly folder = mkdtempSync(join(tmpdir(), 'kanga-server-'));
  port = 0;
  db!: Knex;
  /** What it said, other than of faults. */
  said = '';
  /** More of the environment that it is started with. */
  env: Record<string, string> = {};
  private readonly workers: ChildProcess[] = [];
  private readonly others: TestServer[] = [];

  /** `first`: the server beside which this one stands, of one shop: they share its database and nothing else. */
  constructor(private readonly first: TestServer | null = null) {
    this.name = first?.name ?? `kanga_t_${randomUUID().replaceAll('-', '')}`;
  }

  /** Its data folder. */
  get data(): string {
    return this.folder;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  get databaseUrl(): string {
    // Kanga's own user, who owns this database and may do nothing else: as in a shop.
    return given('KANGA_TEST_DATABASE').replace(/\/postgres$/, `/${this.name}`);
  }

  private async asAdmin(sql: string): Promise<void> {
    const db = knex({ client: 'pg', connection: given('KANGA_TEST_ADMIN') });
    await db.raw(sql).finally(() => db.destroy());
  }

  async create(): Promise<this> {
    await this.createEmpty();
    await this.start();
    return this;
  }

  /** Another server of the same shop; it ends with this one. */
  async another(): Promise<TestServer> {
    const other = new TestServer(this);
    other.db = this.db;
    other.env = { ...this.env };
    this.others.push(other);
    await other.start();
    return other;
  }

  /** A database with nothing in it, and no server yet. */
  async createEmpty(): Promise<void> {
    await this.asAdmin(`CREATE DATABASE ${this.name} OWNER kanga_app`);
    this.db = knex({ client: 'pg', connection: this.databaseUrl });
  }

  private environment(data: string): NodeJS.ProcessEnv {
    return {
      ...process.env,
      KANGA_DATABASE_URL: this.databaseUrl,
      KANGA_PORT: String(this.port),
      KANGA_DATA: data,
      KANGA_WEB: join(ROOT, 'apps/web/dist'),
      // The demo shop as it is today is enough, and is there at once.
      KANGA_DEMO_PAST: '0',
      ...this.env,
    };
  }

  /** A worker that draws prints beside the server; it ends with it. */
  worker(): ChildProcess {
    const child = spawn(process.execPath, [join(ROOT, 'apps/server/dist/worker.js')], {
      env: this.environment(mkdtempSync(join(this.folder, 'worker-'))),
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    this.workers.push(child);
    return child;
  }

  async start(): Promise<void> {
    this.port = await freePort();
    this.child = spawn(process.execPath, [join(ROOT, 'apps/server/dist/whole/main.js')], {
      env: this.environment(this.folder),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child.stdout?.on('data', (part: Buffer) => {
      this.said += part.toString();
    });
    for (let tries = 0; tries < 1800; tries++) {
      if (this.child.exitCode !== null) throw new Error('the server ended while starting');
      const answer = await fetch(`${this.url}/api/health`).catch(() => null);
      if (answer?.ok) return;
      await new Promise((done) => setTimeout(done, 50));
    }
    throw new Error('the server did not become healthy');
  }

  /** Stops it where it is, or has it go on: it hears of neither. */
  signal(signal: 'SIGSTOP' | 'SIGCONT'): void {
    this.child?.kill(signal);
  }

  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await gone;
  }

  async destroy(): Promise<void> {
    for (const worker of this.workers) worker.kill('SIGKILL');
    for (const other of this.others) await other.destroy();
    await this.stop();
    if (this.first) {
      rmSync(this.folder, { recursive: true, force: true });
      return;
    }
    await this.db.destroy();
    await this.asAdmin(`DROP DATABASE IF EXISTS ${this.name} WITH (FORCE)`);
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** The processes that the server started, as the kernel knows them. */
  children(): number[] {
    const { pid } = this.child ?? {};
    if (pid === undefined) throw new Error('the server does not run');
    const said = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
    return said === '' ? [] : said.split(' ').map(Number);
  }

  /** Stops PostgreSQL itself under the running server, and starts it again. */
  restartDatabase(): void {
    const folder = process.env['KANGA_TEST_CLUSTER'];
    if (!folder) throw new Error('KANGA_TEST_CLUSTER is not set: run these tests with ./kanga test server');
    execFileSync(process.execPath, [join(ROOT, 'scripts/restart-test-cluster.mjs'), folder]);
  }

  /** Takes the database away under the running server. */
  async dropDatabase(): Promise<void> {
    await this.db.destroy();
    await this.asAdmin(`DROP DATABASE ${this.name} WITH (FORCE)`);
  }

  /** What a program of this machine sends along: the token of this Kanga. Tests work long between two requests: a kept connection may be closed meanwhile. */
  get headers(): Record<string, string> {
    return { connection: 'close', 'x-kanga-token': readFileSync(join(this.folder, 'token'), 'utf8').trim() };
  }

  async ask<T = Problem>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, json?: unknown): Promise<Answer<T>> {
    const response = await fetch(`${this.url}/api/${path}`, {
      method,
      ...(json === undefined
        ? { headers: this.headers }
        : { headers: { ...this.headers, 'content-type': 'application/json' }, body: JSON.stringify(json) }),
    });
    return { status: response.status, body: (await response.json()) as T, headers: response.headers };
  }

  async send<T = Problem>(path: string, body: Buffer, type = 'application/octet-stream'): Promise<Answer<T>> {
    const response = await fetch(`${this.url}/api/${path}`, {
      method: 'POST',
      headers: { ...this.headers, 'content-type': type },
      body: new Uint8Array(body),
    });
    return { status: response.status, body: (await response.json()) as T, headers: response.headers };
  }

  async bytes(path: string): Promise<Buffer> {
    const response = await fetch(`${this.url}/api/${path}`, { headers: this.headers });
    if (!response.ok) throw new Error(`${path} answered ${response.status}: ${await response.text()}`);
    return Buffer.from(await response.arrayBuffer());
  }

  async shop(): Promise<Shop> {
    return (await this.ask<Shop>('GET', 'shop')).body;
  }

  async upload(name: string, data: Buffer): Promise<Art> {
    const { status, body } = await this.send<Art>(`art?name=${encodeURIComponent(name)}`, data);
    if (status !== 201) throw new Error(`upload answered ${status}: ${JSON.stringify(body)}`);
    return body;
  }

  /** A new job with choices made. */
  async job(pieces: number, choices: (all: { blanks: Blank[]; shop: Shop }) => Partial<JobChange>): Promise<JobFile> {
    const { body: opened } = await this.ask<JobFile>('POST', 'jobs', {
      name: 'Test job',
      customer: '',
      due: null,
      pieces,
    });
    const [{ body: blanks }, shop] = await Promise.all([this.ask<Blank[]>('GET', 'blanks'), this.shop()]);
    return this.save(opened, choices({ blanks, shop }));
  }

  async save(file: JobFile, change: Partial<JobChange>): Promise<JobFile> {
    const { status, body } = await this.ask<JobFile>('PUT', `jobs/${file.job.id}`, {
      ...changeOf(file.job),
      ...change,
    });
    if (status !== 200) throw new Error(`save answered ${status}: ${JSON.stringify(body)}`);
    return body;
  }
}

/** A design of one picture where Kanga proposes it, or at a place. */
export const designOf = (artId: string | null, placement: Placement | null = null): SideDesign[] =>
  artId === null
    ? []
    : [
        {
          fill: 'own',
          items: [{ kind: 'picture', id: 'picture', artId, placement, repeat: 'once', mirroredInFile: false }],
        },
      ];

/** One server for all tests of a file. */
export function useServer(): TestServer {
  const server = new TestServer();
  beforeAll(() => server.create());
  afterAll(() => server.destroy());
  return server;
}
