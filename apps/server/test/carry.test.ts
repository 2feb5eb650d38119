import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobFile } from '@kanga/core/job';
import type { OrderFile } from '@kanga/core/order';
import type { StockItem } from '@kanga/core/stock';
import type { DayFile } from '@kanga/contract/day';
import type { JobPage, JobSummary } from '@kanga/contract/job';
import type { OrderPage } from '@kanga/contract/order';
import { TestServer } from './test-server.js';
import { ROOT } from './whole-kanga.js';

/** A shop that is carried out, and one that takes it in. */
const [from, into] = [new TestServer(), new TestServer()];
const folder = mkdtempSync(join(tmpdir(), 'kanga-carry-'));
const out = join(folder, 'out');

beforeAll(async () => {
  await from.create();
  await into.create();
});
afterAll(async () => {
  await from.destroy();
  await into.destroy();
  rmSync(folder, { recursive: true, force: true });
});

/** Every job of a shop but the deleted: those of a cancelled order are archived. */
const jobsOf = async (server: TestServer): Promise<JobSummary[]> =>
  (
    await Promise.all(['jobs?most=500', 'jobs?list=archived&most=500'].map((path) => server.ask<JobPage>('GET', path)))
  ).flatMap(({ body }) => body.jobs);
const run = (server: TestServer, ...words: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(ROOT, 'scripts/kanga.mjs'), ...words], {
    env: { ...process.env, KANGA_DATABASE_URL: server.databaseUrl, KANGA_DATA: join(folder, 'data') },
    encoding: 'utf8',
  });
  return { status, said: `${stdout}${stderr}` };
};

describe('a shop in a folder', () => {
  it('is carried out in formats that other programs read', async () => {
    const jobs = await jobsOf(from);
    const shifts = [{ name: 'Wren', from: '07:30', to: '15:00', rest: null, days: [2, 4] }];
    expect((await from.ask('PUT', 'day', { version: 0, shifts, down: [], pins: [], taken: null })).status).toBe(200);
    const { status, said } = run(from, 'export', out);
    expect(said).toContain(`${jobs.length} jobs`);
    expect(status).toBe(0);
    expect(readdirSync(out).sort()).toEqual(
      [
        'blanks.json',
        'day.json',
        'jobs.csv',
        'log.csv',
        'log.json',
        'orders.json',
        'pictures',
        'prints',
        'recipes.json',
        'shop.json',
        'stock.json',
        'tickets',
      ].sort(),
    );
    expect(readdirSync(join(out, 'tickets'))).toHaveLength(jobs.length);
    const listed = spawnSync('unzip', ['-l', join(out, 'tickets', `${jobs[0]?.number ?? 0}.zip`)], {
      encoding: 'utf8',
    });
    expect(listed.stdout).toContain('ticket.json');
    expect(readFileSync(join(out, 'jobs.csv'), 'utf8').trim().split('\n')).toHaveLength(jobs.length + 1);
    const log = JSON.parse(readFileSync(join(out, 'log.json'), 'utf8')) as unknown[];
    expect(readFileSync(join(out, 'log.csv'), 'utf8').trim().split('\n')).toHaveLength(log.length + 1);
    expect(log.length).toBeGreaterThan(0);
  });
  it('is not mixed into a folder that holds something', () => {
    expect(run(from, 'export', out)).toMatchObject({
      status: 1,
      said: expect.stringContaining('is not empty') as string,
    });
  });
  it('comes in whole: every job with its plan, its entries and what they proved', async () => {
    // The shop that takes it in has none of these jobs: its own demo has others.
    const { said } = run(into, 'import', out);
    const jobs = await jobsOf(from);
    expect(said).toContain(`Taken in: ${jobs.length} jobs`);
    for (const { id } of jobs) {
      const [one, other] = [
        (await from.ask<JobFile>('GET', `jobs/${id}`)).body,
        (await into.ask<JobFile>('GET', `jobs/${id}`)).body,
      ];
      expect(other.plan).toEqual(one.plan);
      expect(other.events.map((event) => ({ ...event, photo: null }))).toEqual(
        one.events.map((event) => ({ ...event, photo: null })),
      );
      expect({ ...other.job, number: 0, updatedAt: '', design: [] }).toEqual({
        ...one.job,
        number: 0,
        updatedAt: '',
        design: [],
      });
      expect(other.arts.map(({ sha256 }) => sha256)).toEqual(one.arts.map(({ sha256 }) => sha256));
    }
    // Orders come with their jobs.
    const { orders } = (await from.ask<OrderPage>('GET', 'orders')).body;
    expect(orders.length).toBeGreaterThan(0);
    for (const { order, jobs: sizes } of orders) {
      const other = (await into.ask<OrderFile>('GET', `orders/${order.id}`)).body;
      expect({ ...other.order, number: 0 }).toEqual({ ...order, number: 0 });
      expect(other.jobs.map(({ id, line, follows }) => [id, line, follows])).toEqual(
        sizes.map(({ id, line, follows }) => [id, line, follows]),
      );
    }
    // Hours come with them, where nobody has said any.
    expect((await into.ask<DayFile>('GET', 'day')).body.book.shifts).toMatchObject([{ name: 'Wren', from: '07:30' }]);
    // The book of what is in stock comes with them: what there is, and all that happened.
    const stockOf = async (server: TestServer) =>
      new Map((await server.ask<StockItem[]>('GET', 'stock')).body.map((item) => [item.id, item]));
    const [here, there] = [await stockOf(from), await stockOf(into)];
    for (const [id, item] of here)
      expect([id, there.get(id)?.level, there.get(id)?.supplier]).toEqual([id, item.level, item.supplier]);
    const pressings = async (server: TestServer) =>
      (
        await server
          .db('pressing')
          .whereIn(
            'job_id',
            jobs.map(({ id }) => id),
          )
          .count<{ count: string }[]>('*')
          .first()
      )?.count;
    expect(await pressings(into)).toBe(await pressings(from));
    const results = async (server: TestServer) =>
      (
        await server
          .db('run_result')
          .whereIn(
            'job_id',
            jobs.map(({ id }) => id),
          )
          .sum<{ sum: string }[]>('good')
          .first()
      )?.sum;
    expect(await results(into)).toBe(await results(from));
  });
  it('comes in once: what is there already is named and left', async () => {
    const before = (await into.ask<JobPage>('GET', 'jobs')).body.total;
    expect(run(into, 'import', out).said).toContain('this job is here already');
    expect((await into.ask<JobPage>('GET', 'jobs')).body.total).toBe(before);
  });
  it('names what it cannot take, and takes the rest', () => {
    writeFileSync(join(out, 'tickets', '999.zip'), 'no zip at all');
    writeFileSync(join(out, 'pictures', 'a list.png'), 'milk, eggs');
    const { status, said } = run(into, 'import', out);
    expect(status).toBe(0);
    expect(said).toContain('999.zip: This is not a job ticket');
    expect(said).toMatch(/a list\.png: “a list\.png” is/);
    writeFileSync(join(out, 'shop.json'), '{');
    expect(run(into, 'import', out)).toMatchObject({
      status: 1,
      said: expect.stringContaining('shop.json is not JSON') as string,
    });
  });
});
