import { bookOf, type Recipe } from '@kanga/core/recipe';
import type { Proven } from '@kanga/core/stack';
import type { JobPage } from '@kanga/contract/job';
import { TestServer } from './test-server.js';

/** The demo shop with its months before: what every chart and book has to say. */
const server = new TestServer();
server.env = { KANGA_DEMO_PAST: '120' };
beforeAll(async () => {
  await server.create();
});
afterAll(async () => {
  await server.stop();
  await server.dropDatabase();
});

const rows = async <T>(sql: string): Promise<T[]> => (await server.db.raw<{ rows: T[] }>(sql)).rows;

describe('the demo shop with its past', () => {
  it('has closed jobs, their pressings and their verdicts, counted alike by the log and by the events', async () => {
    const [log] = await rows<{ jobs: string; pieces: string; spoiled: string }>(
      `SELECT count(DISTINCT job_id) AS jobs, count(DISTINCT (job_id, piece)) AS pieces,
         count(DISTINCT (job_id, piece)) FILTER (WHERE verdict = 'spoiled') AS spoiled FROM pressing`,
    );
    const [told] = await rows<{ jobs: string; pieces: string; spoiled: string }>(
      `SELECT count(DISTINCT job_id) AS jobs, count(*) AS pieces,
         count(*) FILTER (WHERE body->>'verdict' = 'spoiled') AS spoiled FROM bench_event WHERE kind = 'verdict'`,
    );
    expect(log).toEqual(told);
    expect(Number(log?.jobs)).toBeGreaterThan(140);
    expect(Number(log?.pieces)).toBeGreaterThan(2000);
    const [counted] = await rows<{ good: string; spoiled: string; unproven: string }>(
      `SELECT sum(good) AS good, sum(spoiled) AS spoiled, count(*) FILTER (WHERE NOT proof) AS unproven FROM run_result`,
    );
    expect(Number(counted?.good) + Number(counted?.spoiled)).toBe(Number(log?.pieces));
    // All of it was pressed as planned.
    expect(counted?.unproven).toBe('0');
  });
  it('keeps today’s jobs as they are, with the numbers that follow', async () => {
    const { jobs: body } = (await server.ask<JobPage>('GET', 'jobs')).body;
    // Those of orders stand in their order.
    const open = body.filter(({ status, orderId }) => status === 'open' && orderId === null);
    expect(open.map(({ name }) => name).sort()).toEqual([
      'Comet-tail socks',
      'Orbit bottle sleeves',
      'Star-chart cushions',
      'Star-trail bags',
      'Volunteer tees',
    ]);
    const closed = body.filter(({ status }) => status === 'closed').map(({ number }) => number);
    expect(Math.min(...open.map(({ number }) => number))).toBeGreaterThan(140);
    expect(closed.length).toBeGreaterThan(5);
    // What is older is out of the way.
    const { total } = (await server.ask<JobPage>('GET', 'jobs?list=archived')).body;
    expect(total).toBeGreaterThan(100);
  });
  it('has recipes, one of them overtaken by what came out well since', async () => {
    const { body: proven } = await server.ask<Proven[]>('GET', 'proven');
    const { body: recipes } = await server.ask<Recipe[]>('GET', 'recipes');
    expect(recipes.length).toBeGreaterThan(2);
    const overtaken = bookOf(proven, recipes).filter(({ recipe, proposal }) => recipe && proposal);
    expect(overtaken.map(({ proposal }) => proposal?.why)).toContainEqual(
      expect.stringMatching(/^\d+ good in a row at 15 s less: accept it\?$/),
    );
  });
  it('tells of the bad week by method: with paper used again several times as much is spoiled', async () => {
    const shares = await rows<{ reuse: string; share: string }>(
      `SELECT house->>'reuse' AS reuse, sum(spoiled)::float / sum(good + spoiled) AS share FROM run_result GROUP BY 1`,
    );
    const of = (reuse: string) => Number(shares.find((one) => one.reuse === reuse)?.share);
    expect(of('same design')).toBeGreaterThan(4 * of('never'));
  });
});
