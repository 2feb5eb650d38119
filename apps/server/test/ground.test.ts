import { spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import type { JobPage } from '@kanga/contract/job';
import { ROOT, WholeKanga } from './whole-kanga.js';

const kanga = new WholeKanga();
const jobs = async (): Promise<number> => ((await (await fetch(`${kanga.url}/api/jobs`)).json()) as JobPage).total;
const postgres = (name: string) => join(kanga.data, 'postgres', name);

beforeAll(() => kanga.start());
afterAll(() => kanga.destroy());

describe('what keeps Kanga running', () => {
  it('starts the server again that was killed, and what was done is there', async () => {
    const before = await jobs();
    const { server } = kanga;
    process.kill(server, 'SIGKILL');
    while (existsSync(`/proc/${server}`)) await new Promise((done) => setTimeout(done, 20));
    expect(await kanga.healthy()).toBe(true);
    expect(await jobs()).toBe(before);
  });
  it('counts jobs on without a gap when the database was killed', async () => {
    const open = async (): Promise<number> => {
      const answer = await fetch(`${kanga.url}/api/jobs`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', origin: kanga.url },
        body: JSON.stringify({ name: 'Counted', customer: '', due: null, pieces: 1 }),
      });
      return ((await answer.json()) as { job: { number: number } }).job.number;
    };
    const before = await open();
    process.kill(kanga.postmaster, 'SIGKILL');
    await new Promise((done) => setTimeout(done, 300));
    expect(await kanga.healthy()).toBe(true);
    expect(await open()).toBe(before + 1);
  });
  it('starts the database again that was killed, and the server lives through it', async () => {
    const { server } = kanga;
    process.kill(kanga.postmaster, 'SIGKILL');
    await new Promise((done) => setTimeout(done, 300));
    expect(await kanga.healthy()).toBe(true);
    expect(kanga.server).toBe(server);
  });
  it('wakes what was stopped by a signal', async () => {
    process.kill(kanga.server, 'SIGSTOP');
    expect((await kanga.healthy()) ? 'healthy' : kanga.said).toBe('healthy');
    const { postmaster } = kanga;
    process.kill(postmaster, 'SIGSTOP');
    await new Promise((done) => setTimeout(done, 6000));
    expect(await kanga.healthy()).toBe(true);
    expect(kanga.postmaster).toBe(postmaster);
  });
  it('keeps looking after all of it when the clock on the wall is set back by hours', async () => {
    kanga.setClock(-3 * 3_600_000);
    await new Promise((done) => setTimeout(done, 1000));
    process.kill(kanga.server, 'SIGSTOP');
    expect((await kanga.healthy()) ? 'healthy' : kanga.said).toBe('healthy');
    const { server } = kanga;
    process.kill(server, 'SIGKILL');
    process.kill(kanga.postmaster, 'SIGKILL');
    await new Promise((done) => setTimeout(done, 300));
    kanga.setClock(-6 * 3_600_000);
    expect((await kanga.healthy()) ? 'healthy' : kanga.said).toBe('healthy');
    kanga.setClock(0);
  });
  it('does not share a data folder: a second start says where the first one is, and leaves it alone', async () => {
    const { server } = kanga;
    kanga.env = { KANGA_PORT: String(kanga.port + 1) };
    const second = kanga.run('start');
    kanga.env = {};
    expect(second).toMatchObject({ status: 0 });
    expect(second.said).toContain(`Kanga runs already at ${kanga.url}/`);
    expect(await kanga.healthy()).toBe(true);
    expect(kanga.server).toBe(server);
  });
  it('tells no password in the words of any process', () => {
    for (const pid of kanga.processes()) {
      const words = statSync(`/proc/${pid}`).isDirectory() ? kanga.processes('password') : [];
      expect(words).toEqual([]);
    }
    expect(statSync(postgres('passfile-kanga_app')).mode & 0o077).toBe(0);
  });
});

describe('its end and its start', () => {
  it('ends whole when its terminal is closed', async () => {
    await kanga.signal('SIGHUP');
    expect(kanga.said).toContain('Kanga stopped. Everything is kept.');
    expect(await kanga.gone(1)).toEqual([]);
  });
  it('starts over what a crash left in the spool, folders too', async () => {
    mkdirSync(join(kanga.data, 'spool/a-render'), { recursive: true });
    writeFileSync(join(kanga.data, 'spool/a-render/sheet.pdf'), 'half');
    await kanga.start();
    expect(readdirSync(join(kanga.data, 'spool'))).toEqual([]);
  });
  it('leaves no server behind when it is killed, and starts again on the database that went on', async () => {
    const before = await jobs();
    await kanga.signal('SIGKILL');
    for (let tries = 0; tries < 150 && kanga.processes('main.js').length > 0; tries++)
      await new Promise((done) => setTimeout(done, 100));
    expect(kanga.processes('main.js')).toEqual([]);
    await kanga.start();
    expect(await jobs()).toBe(before);
  });
  it('leaves no server behind either when it is killed while that is still starting, and no stand-in', async () => {
    const { server } = kanga;
    process.kill(server, 'SIGKILL');
    while (kanga.processes('main.js').every((pid) => pid === server)) await new Promise((done) => setTimeout(done, 5));
    // Its line to the launcher breaks before it listens to it.
    await kanga.signal('SIGKILL');
    for (let tries = 0; tries < 200 && kanga.processes('main.js').length > 0; tries++)
      await new Promise((done) => setTimeout(done, 100));
    expect(kanga.processes('main.js')).toEqual([]);
    await kanga.start();
  });
  it('starts by itself in the background, and stops at a word', async () => {
    expect(kanga.run('stop').said).toContain('Kanga stopped');
    expect(await kanga.gone(5)).toEqual([]);
    const { status, said } = kanga.run('start', '--background');
    expect(said).toContain(`Kanga is ready: ${kanga.url}/`);
    expect(status).toBe(0);
    expect(await kanga.healthy(1)).toBe(true);
    expect(kanga.run('stop').said).toContain('Kanga stopped');
    expect(await kanga.gone(5)).toEqual([]);
    expect(kanga.run('stop').said).toContain('Kanga is not running');
  });
  it.each([
    ['names a program of somebody else', (pid: number) => `${pid}\n${kanga.data}\n1\n5432\n`],
    ['is empty', () => ''],
  ])('takes away a stale pid file that %s, and signals nobody', async (_, text) => {
    const other = spawn('sleep', ['600'], { stdio: 'ignore' });
    writeFileSync(postgres('cluster/postmaster.pid'), text(other.pid ?? 0));
    expect(kanga.run('stop').status).toBe(0);
    expect(other.exitCode ?? other.signalCode).toBeNull();
    await kanga.start();
    await kanga.signal('SIGINT');
    expect(other.exitCode ?? other.signalCode).toBeNull();
    other.kill();
  });
  it('mends a password file that lost what stood in it', async () => {
    const before = postgres('password');
    writeFileSync(before, '');
    await kanga.start();
    expect(kanga.said).toContain('password was lost and is set anew');
    expect(await jobs()).toBeGreaterThan(0);
    await kanga.signal('SIGTERM');
  });
  it('builds anew what initdb left half made, and keeps it aside', async () => {
    // A cluster that was never started has no options of a start, and is not marked as made.
    renameSync(postgres('cluster'), postgres('kept'));
    rmSync(postgres('made'));
    mkdirSync(postgres('cluster'));
    writeFileSync(postgres('cluster/PG_VERSION'), '15\n');
    mkdirSync(postgres('cluster.new/base'), { recursive: true });
    await kanga.start();
    expect(kanga.said).toContain('never finished');
    expect(await jobs()).toBeGreaterThan(0);
    expect(readdirSync(join(kanga.data, 'postgres')).some((name) => name.startsWith('cluster.broken-'))).toBe(true);
    expect(existsSync(postgres('cluster.new'))).toBe(false);
    await kanga.signal('SIGTERM');
  });
  (process.getuid?.() === 0 ? it : it.skip)(
    'says in its own words that the database’s user cannot reach the folder',
    () => {
      chmodSync(kanga.data, 0o700);
      const { status, said } = kanga.run('start');
      chmodSync(kanga.data, 0o755);
      expect(status).toBe(1);
      expect(said).toContain('the user “postgres”, which runs the database, cannot reach');
      expect(said).not.toContain('initdb');
    },
  );
});

describe('the service', () => {
  it('is a unit of systemd that starts this very Kanga again whenever it ends, and is taken away again', () => {
    const units = join(kanga.data, 'units with a space');
    kanga.env = { KANGA_UNITS: units };
    expect(kanga.run('service', 'install', '--system').status).toBe(0);
    const unit = readFileSync(join(units, 'kanga.service'), 'utf8');
    expect(unit).toContain(`ExecStart="${join(ROOT, 'kanga')}" start`);
    expect(unit).toContain(`Environment="KANGA_DATA=${kanga.data}"`);
    expect(unit).toMatch(/^Restart=always$/m);
    expect(kanga.run('service', 'remove', '--system').said).toContain('The data are kept.');
    expect(existsSync(join(units, 'kanga.service'))).toBe(false);
    expect(kanga.run('service').status).toBe(1);
    kanga.env = {};
  });
});
