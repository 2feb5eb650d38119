import { randomUUID } from 'node:crypto';
import type { JobPage, JobSummary } from '@kanga/contract/job';
import type { OrderPage } from '@kanga/contract/order';
import { useServer } from './test-server.js';

const server = useServer();
const page = async (query: string) => (await server.ask<JobPage>('GET', `jobs?${query}`)).body;
const orders = async (query: string) => (await server.ask<OrderPage>('GET', `orders?${query}`)).body;

/** Every job of a list by pages of so many. */
async function all(query: string, most: number): Promise<JobSummary[]> {
  const jobs: JobSummary[] = [];
  for (let after: string | null = ''; after !== null;) {
    const found: JobPage = await page(`${query}&most=${most}${after === '' ? '' : `&after=${after}`}`);
    expect(found.jobs.length).toBeLessThanOrEqual(most);
    jobs.push(...found.jobs);
    after = found.next;
  }
  return jobs;
}
const ids = (jobs: readonly { id: string }[]) => jobs.map(({ id }) => id);

const MANY = 130;
/** Every seventh without a day, several for the same; every fifth closed. */
const DAYS = ['2027-03-01', '2026-12-24', '2027-01-05'];
beforeAll(async () => {
  await server.db('job').insert(
    Array.from({ length: MANY }, (_, i) => ({
      id: randomUUID(),
      name: i % 10 === 0 ? `Bunting ${i} 50 % off` : `Many ${i}`,
      customer: i % 4 === 0 ? 'Gannet_Hill' : 'Ångström Bros',
      due: i % 7 === 0 ? null : DAYS[i % 3],
      pieces: 3,
      status: i % 5 === 0 ? 'closed' : 'open',
      closed_at: i % 5 === 0 ? new Date() : null,
      reached: i % 5 === 0 ? 'inspect' : i % 2 === 0 ? 'stack' : 'blank',
    })),
  );
});

describe('the list of jobs', () => {
  it('is the same by pages of any size, in the order of what is due, then the newest', async () => {
    const whole = await all('list=here', 500);
    expect(whole.length).toBeGreaterThan(MANY);
    // The order by its words, worked out here.
    const key = ({ status, due, number }: JobSummary) =>
      status === 'open' ? `0 ${due ?? 'no day'} ${String(number).padStart(9, '0')}` : `1 ${String(1e9 - number)}`;
    expect(whole.map(key)).toEqual(whole.map(key).sort());
    for (const most of [1, 7, 100]) expect(ids(await all('list=here', most))).toEqual(ids(whole));
    expect((await page('list=here&most=1')).total).toBe(whole.length);
    const open = whole.filter(({ status }) => status === 'open');
    expect(ids(await all('list=open', 40))).toEqual(ids(open));
    expect((await page('list=open&reached=stack')).total).toBe(
      open.filter(({ reached }) => reached === 'stack').length,
    );
    expect((await page('list=open&alone=true')).total).toBe(open.filter(({ orderId }) => orderId === null).length);
  });
  it('finds every word anywhere, whatever its capitals, and takes none for a pattern', async () => {
    const names = async (find: string) =>
      (await page(`find=${encodeURIComponent(find)}&most=500`)).jobs.map(({ name }) => name);
    expect(await names('bunting 120')).toEqual(['Bunting 120 50 % off']);
    expect(await names('ÅNGSTRÖM many 3')).toContain('Many 3');
    expect((await names('50 %')).length).toBe(MANY / 10);
    expect(await names('Gannet%Hill')).toEqual([]);
    expect((await names('gannet_hill')).every((name) => /Many|Bunting/.test(name))).toBe(true);
    expect(await names('nothing at all')).toEqual([]);
    const [first] = (await page('most=1')).jobs;
    expect(ids((await page(`list=kept&number=${first?.number ?? 0}`)).jobs)).toEqual([first?.id]);
  });
  it('misses none and doubles none when a page’s last job moves on before the next is asked for', async () => {
    const before = ids(await all('list=open&find=Many', 500));
    const first = await page('list=open&find=Many&most=20');
    const last = first.jobs[19];
    await server
      .db('job')
      .where({ id: last?.id ?? '' })
      .update({ status: 'closed', closed_at: new Date() });
    const rest = await all(`list=open&find=Many&after=${first.next ?? ''}`, 500);
    expect([...ids(first.jobs), ...ids(rest)]).toEqual(before);
    await server
      .db('job')
      .where({ id: last?.id ?? '' })
      .update({ status: 'open', closed_at: null });
  });
  it('goes through what was put away in one and the same moment', async () => {
    await server.db('job').where('name', 'like', 'Bunting%').update({ archived_at: server.db.fn.now() });
    const away = await all('list=archived', 4);
    expect(away.filter(({ name }) => name.startsWith('Bunting'))).toHaveLength(MANY / 10);
    expect(new Set(ids(away)).size).toBe(away.length);
    expect(ids(await all('list=archived', 500))).toEqual(ids(away));
    await server.db('job').where('name', 'like', 'Bunting%').update({ archived_at: null });
  });
  it.each(['most=0', 'most=501', 'most=ten', 'after=0_tomorrow_3', 'after=x', 'list=all', 'number=-1', 'reached=oven'])(
    'refuses %s, and says what was expected',
    async (query) => {
      const { status, body } = await server.ask('GET', `jobs?${query}`);
      expect(status).toBe(400);
      expect(JSON.stringify(body)).toContain(query.split('=')[0]);
    },
  );
});

describe('the list of orders', () => {
  it('goes on page by page, and counts orders and pieces exactly', async () => {
    const whole = await orders('most=500');
    expect(whole.orders.length).toBeGreaterThan(2);
    expect(whole.total).toBe(whole.orders.length);
    // What is made again for spoiled pieces is no further piece of an order.
    const pieces = whole.orders.flatMap(({ jobs }) => jobs).reduce((sum, job) => sum + (job.again ? 0 : job.pieces), 0);
    expect(whole.pieces).toBe(pieces);
    const one = await orders('most=1');
    expect(one).toMatchObject({ total: whole.total, pieces });
    const two = await orders(`most=1&after=${one.next ?? ''}`);
    expect([one, two].map(({ orders: [file] }) => file?.order.id)).toEqual(
      whole.orders.slice(0, 2).map(({ order }) => order.id),
    );
    const days = whole.orders.map(({ order }) => order.due ?? 'no day');
    expect(days).toEqual([...days].sort());
    const past = await orders('list=past');
    expect(past.orders.every(({ order }) => order.status !== 'open')).toBe(true);
    const [first] = whole.orders;
    const words = encodeURIComponent((first?.order.name ?? '').toUpperCase());
    expect((await orders(`find=${words}`)).orders[0]?.order.id).toBe(first?.order.id);
  });
});
