import { spawn } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobPage } from '@kanga/contract/job';
import { WholeKanga } from './whole-kanga.js';

/** The shop that is backed up, and an empty folder that it is put back into. */
const [shop, other] = [new WholeKanga(), new WholeKanga()];
const files = join(shop.data, 'carried');
const names = async (of: WholeKanga): Promise<string[]> =>
  ((await (await fetch(`${of.url}/api/jobs?most=500`, { headers: { connection: 'close' } })).json()) as JobPage).jobs
    .map(({ name }) => name)
    .sort();
const open = async (name: string): Promise<void> => {
  const answer = await fetch(`${shop.url}/api/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: shop.url, connection: 'close' },
    body: JSON.stringify({ name, customer: '', due: null, pieces: 3 }),
  });
  expect(answer.status).toBe(201);
};
/** What jobs a shop holds that is started for this question, and that nothing of a restore is left beside it. */
async function runs(of: WholeKanga): Promise<string[]> {
  await of.start();
  const now = await names(of);
  await of.signal('SIGTERM');
  expect(readdirSync(of.data).filter((name) => /restoring|before|scratch/.test(name))).toEqual([]);
  return now;
}
/** Restores the other shop from a file, killed when `cut` says so; what it said is told with how it ended. */
async function restored(file: string, cut?: (ended: AbortSignal) => Promise<unknown>) {
  const child = spawn('node', ['scripts/kanga.mjs', 'restore', file, '--yes'], {
    env: { ...process.env, KANGA_DATA: other.data },
    detached: true,
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part: Buffer) => (said += part.toString()));
  const over = new AbortController();
  const ended = new Promise<number | null>((done) => child.once('close', done)).finally(() => {
    over.abort();
  });
  await cut?.(over.signal);
  if (cut && !over.signal.aborted) process.kill(-(child.pid ?? 0), 'SIGKILL');
  return { code: await ended, said };
}
/** Until a server of the database runs in a folder of the other shop. */
const databaseIn = (folder: string) => async (ended: AbortSignal) => {
  const lives = () => existsSync(join(other.data, folder, 'cluster/postmaster.pid'));
  while (!ended.aborted && !(lives() && (await readyIn(folder)))) await wait(20);
};
/** Whether the server that stands in a folder's own file takes connections (PostgreSQL 15, 8th line of postmaster.pid). */
const readyIn = async (folder: string) =>
  (await readFile(join(other.data, folder, 'cluster/postmaster.pid'), 'utf8').catch(() => '')).includes('ready');
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
const firstBackup = join(files, 'first.zip');

beforeAll(async () => {
  mkdirSync(files);
  await shop.start();
  await open('Before the backup');
});
afterAll(async () => {
  await shop.destroy();
  await other.destroy();
});

describe('a backup', () => {
  it('is made while Kanga runs, is one file, and comes back whole when it is tried out', () => {
    expect(shop.run('backup', firstBackup)).toMatchObject({ status: 0 });
    const tried = shop.run('verify', firstBackup);
    expect(tried.said).toContain('is good');
    expect(tried.status).toBe(0);
    expect(readdirSync(files).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
  it('is a zip that any program opens, with a manifest that counts', async () => {
    const text = await spawnText('unzip', ['-p', firstBackup, 'manifest.json']);
    const manifest = JSON.parse(text) as { tables: Record<string, { rows: number }>; parts: { sha256: string }[] };
    expect(manifest.tables['job']?.rows).toBeGreaterThan(5);
    expect(manifest.parts.every(({ sha256 }) => /^[0-9a-f]{64}$/.test(sha256))).toBe(true);
  });
  it.each([
    ['cut off', (file: string) => truncateSync(file, Math.floor(readFileSync(file).length * 0.7))],
    [
      'changed in one byte',
      (file: string) => {
        const bytes = readFileSync(file);
        const at = Math.floor(bytes.length / 2);
        bytes[at] = (bytes[at] ?? 0) ^ 1;
        writeFileSync(file, bytes);
      },
    ],
    ['no backup at all', (file: string) => writeFileSync(file, 'a shopping list')],
  ])('is not believed when it is %s', (_, spoil) => {
    const file = join(files, 'spoiled.zip');
    writeFileSync(file, readFileSync(firstBackup));
    spoil(file);
    const { status, said } = shop.run('verify', file);
    expect(status).toBe(1);
    expect(said).toMatch(/is not a whole backup of Kanga/);
  });
  it('ends when the disk is full, says where, and leaves neither half a file nor a copy that waits for ever', async () => {
    const file = join(files, 'full.zip');
    // Whatever is written to it finds no room.
    symlinkSync('/dev/full', `${file}.part`);
    const { status, said } = shop.run('backup', file);
    expect(status).toBe(1);
    expect(said).toContain(`the disk of ${files} is full: a backup of this database takes up to`);
    expect(readdirSync(files).filter((name) => name.startsWith('full'))).toEqual([]);
    // The backup of the night runs beside it at its own time, and ends.
    for (let i = 0; i < 600 && shop.processes('pg_dump').length > 0; i++) await wait(100);
    expect(shop.processes('pg_dump')).toEqual([]);
  });
  it('can be locked with a passphrase, and opens with no other', () => {
    const file = join(files, 'locked.age');
    shop.env = { KANGA_PASSPHRASE: 'gannets fly at dusk' };
    expect(shop.run('backup', file, '--lock').status).toBe(0);
    expect(readFileSync(file).subarray(0, 21).toString('latin1')).toBe('age-encryption.org/v1');
    expect(shop.run('verify', file).said).toContain('is good');
    shop.env = { KANGA_PASSPHRASE: 'gannets fly at dawn' };
    expect(shop.run('verify', file).said).toContain('does not open with this passphrase');
    shop.env = {};
    expect(shop.run('verify', file).said).toContain('locked with a passphrase');
  });
});

describe('a restore', () => {
  it('fills an empty folder without a question, and that can be started', async () => {
    await open('After the backup');
    expect(other.run('restore', firstBackup)).toMatchObject({ status: 0 });
    await other.start();
    expect(await names(other)).toEqual((await names(shop)).filter((name) => name !== 'After the backup'));
    expect(await names(other)).toContain('Before the backup');
    await other.signal('SIGTERM');
  });
  it('replaces nothing that nobody said may go, nor under a Kanga that runs', async () => {
    expect(shop.run('restore', firstBackup, '--yes').said).toContain('Kanga runs on this data folder');
    const refused = other.run('restore', firstBackup);
    expect(refused.status).toBe(1);
    expect(refused.said).toContain('nobody said that it may be replaced');
  });
  it('leaves the shop of before whenever it is cut off, and is done when it is done again', async () => {
    const whole = join(files, 'whole.zip');
    expect(shop.run('backup', whole).status).toBe(0);
    const before = await runs(other);
    const began = performance.now();
    expect(await restored(whole)).toMatchObject({ code: 0 });
    const takes = performance.now() - began;
    expect(await runs(other)).toEqual(await names(shop));
    // Back to a shop that can be told from the whole one, then cut off a little later each time.
    expect(other.run('restore', firstBackup, '--yes').status).toBe(0);
    let cut = 0;
    for (let share = 0.05; share < 1; share += 0.25) {
      const { code } = await restored(whole, () => wait(takes * share));
      const now = await runs(other);
      // Half a restore is never seen: either all of before or all of after.
      expect([before, await names(shop)]).toContainEqual(now);
      if (code === 0) break;
      cut += 1;
    }
    expect(cut).toBeGreaterThan(1);
    expect(await restored(whole)).toMatchObject({ code: 0 });
    expect(await runs(other)).toEqual(await names(shop));
    const kept = readdirSync(join(other.data, 'backups'));
    expect(kept.some((name) => name.includes('before-restore'))).toBe(true);
    // Restores and starts one after the other, as many as were cut: minutes on a slow machine.
  }, 600_000);
  it.each([
    ['the database of before is copied', 'postgres'],
    ['the new one is filled', 'postgres.restoring'],
  ])('is done again at once when it was cut off while %s, and no database of it goes on', async (_, folder) => {
    const cut = await restored(join(files, 'whole.zip'), databaseIn(folder));
    expect(cut.code).toBeNull();
    // Nobody started Kanga in between, which puts things right.
    expect(await restored(firstBackup)).toMatchObject({ code: 0 });
    expect(other.processes('postgres')).toEqual([]);
    expect(await runs(other)).toEqual((await names(shop)).filter((name) => name !== 'After the backup'));
  });
  it('leaves no database behind when the trial of a backup is ended hard', async () => {
    const child = spawn('node', ['scripts/kanga.mjs', 'verify', firstBackup], {
      env: { ...process.env, KANGA_DATA: other.data },
    });
    const own = () => readdirSync(tmpdir()).filter((name) => name.startsWith(`kanga-scratch-${child.pid}.`));
    const database = () => other.processes('postgres').length > 0;
    while (!database()) await wait(20);
    child.kill('SIGKILL');
    for (let i = 0; i < 300 && database(); i++) await wait(100);
    expect(other.processes('postgres')).toEqual([]);
    // The next one removes its folder.
    expect(own()).toHaveLength(1);
    expect(other.run('verify', firstBackup)).toMatchObject({ status: 0 });
    expect(own()).toEqual([]);
  });
});

describe('the log', () => {
  it('puts the shop back to a moment between two things that were done', async () => {
    shop.env = { KANGA_PASSPHRASE: '' };
    expect(shop.run('backup', '--nightly').status).toBe(0);
    await open('Just before the mishap');
    await wait(1500);
    const moment = new Date().toISOString();
    await wait(1500);
    await open('The mishap');
    const wanted = (await names(shop)).filter((name) => name !== 'The mishap');
    await shop.signal('SIGTERM');
    const restored = shop.run('restore', '--at', moment, '--yes');
    expect(restored.said).toContain('Restored.');
    await shop.start();
    expect(await names(shop)).toEqual(wanted);
    // It goes on from there: what is done now is kept, and can be backed up.
    await open('After the mishap');
    const again = join(files, 'again.zip');
    expect(shop.run('backup', again).status).toBe(0);
    expect(shop.run('verify', again).said).toContain('is good');
    rmSync(again);
    expect(existsSync(join(shop.data, 'backups/log'))).toBe(true);
  });
  it('says so when there is nothing to go back to', async () => {
    await shop.signal('SIGTERM');
    const { status, said } = shop.run('restore', '--at', '2020-01-01T00:00Z', '--yes');
    expect(status).toBe(1);
    expect(said).toContain('holds no copy of the database from before');
    await shop.start();
    expect(await names(shop)).toContain('After the mishap');
  });
});

function spawnText(program: string, args: string[]): Promise<string> {
  return new Promise((done, fail) => {
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'inherit'] });
    let text = '';
    child.stdout.on('data', (part: Buffer) => {
      text += part.toString();
    });
    child.once('error', fail);
    child.once('close', () => {
      done(text);
    });
  });
}
