import { randomUUID } from 'node:crypto';
import type { RunPlan } from '@kanga/core/job';
import { progressOf, type OrderFile } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import type { JobPage } from '@kanga/contract/job';
import type { OrderPage } from '@kanga/contract/order';
import { event, pressedThrough } from './test-bench.js';
import { nth, testOrders, words } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { goods, open, setLine, ordered, jobOf, draw, placementOf, orderOf } = testOrders(server);

describe('an order', () => {
  it('is opened once, however often it is sent', async () => {
    const id = randomUUID();
    const [one, other] = [await open({ id }), await open({ id, name: 'Another name' })];
    expect(other.order).toEqual(one.order);
    const { orders: body } = (await server.ask<OrderPage>('GET', 'orders')).body;
    expect(body.filter(({ order }) => order.id === id)).toHaveLength(1);
  });
  it('becomes a job for each size, for the same customer and day', async () => {
    const { file } = await ordered(3, 5, 7);
    expect(file.jobs.map(({ pieces }) => pieces)).toEqual([3, 5, 7]);
    const { job } = await jobOf(nth(file, 1).id);
    expect(job).toMatchObject({
      customer: words.customer.name,
      due: words.due,
      order: { id: file.order.id, follows: true },
    });
    expect(job.name).toMatch(/^Crew: Crew shirts, \w+$|^Crew, \w+$/);
    const { jobs } = (await server.ask<JobPage>('GET', 'jobs')).body;
    expect(jobs.filter(({ orderId }) => orderId === file.order.id)).toHaveLength(3);
  });
  it('counts pairs of what is worn in pairs', async () => {
    const socks = await goods('Crew sock');
    const { body } = await setLine(await open(), randomUUID(), [{ blankId: socks[0]?.id, count: 6 }]);
    expect(nth(body, 0).pieces).toBe(12);
  });
  it('has its sizes changed, taken off and added without losing a piece', async () => {
    const { file, line, tees } = await ordered(3, 5);
    const { body: changed } = await setLine(file, line, [
      { blankId: tees[1]?.id, count: 9 },
      { blankId: tees[2]?.id, count: 2 },
    ]);
    expect(changed.jobs.map(({ blankId, pieces }) => [blankId, pieces])).toEqual([
      [tees[1]?.id, 9],
      [tees[2]?.id, 2],
    ]);
    expect(nth(changed, 0).id).toBe(nth(file, 1).id);
    expect(progressOf(changed.jobs).pieces).toBe(11);
    const { body: off } = await setLine(changed, line, []);
    expect([off.jobs, off.order.lines]).toEqual([[], []]);
  });
  it('keeps the names of a size with it, and refuses some that do not count up', async () => {
    const { file, line, tees } = await ordered(3);
    const run = [
      { values: { name: 'Ada' }, count: 1 },
      { values: { name: 'Bo' }, count: 2 },
    ];
    const { status, body } = await setLine(file, line, [{ blankId: tees[0]?.id, count: 4, run }]);
    expect([status, body.code, body.title]).toEqual([
      422,
      'order.run',
      expect.stringContaining('come to 3 pieces, and 4 are wanted'),
    ]);
    const { body: named } = await setLine(file, line, [{ blankId: tees[0]?.id, count: 3, run }]);
    expect((await jobOf(nth(named, 0).id)).job.run).toEqual(run);
  });
  it('is not changed by who looked at it before somebody else did', async () => {
    const { file, line, tees } = await ordered(3);
    const { status, body } = await setLine(file, line, [{ blankId: tees[0]?.id, count: 4 }], file.order.version - 1);
    expect([status, body.code]).toEqual([409, 'order.changed']);
  });
  it('two that save at once: one of them is told, and nothing is doubled', async () => {
    const { file, line, tees } = await ordered(3);
    const answers = await Promise.all(
      [4, 5].map((count) =>
        setLine(file, line, [
          { blankId: tees[0]?.id, count },
          { blankId: tees[1]?.id, count: 1 },
        ]),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await orderOf(file)).jobs).toHaveLength(2);
  });
  it.each([
    ['no name', { name: '' }],
    ['a day that is none', { due: '2027-02-30' }],
    ['no id', { id: 'seven' }],
    ['something else', { price: 5 }],
  ])('is refused with %s', async (_, change) => {
    const { status, body } = await server.ask<Problem>('POST', 'orders', { ...words, id: randomUUID(), ...change });
    expect([status, body.faults.length > 0]).toEqual([400, true]);
  });
  it.each([
    ['no pieces', [{ count: 0 }]],
    ['more than a line holds', [{ count: 5001 }]],
    ['the same size twice', [{ count: 1 }, { count: 2 }]],
    ['half a piece', [{ count: 1.5 }]],
  ])('refuses a line with %s', async (_, sizes) => {
    const [tee] = await goods('Volunteer tee');
    const { status } = await setLine(
      await open(),
      randomUUID(),
      sizes.map((size) => ({ blankId: tee?.id, ...size })),
    );
    expect(status).toBe(400);
  });
  it('refuses goods that are not there', async () => {
    const { status, body } = await setLine(await open(), randomUUID(), [{ blankId: randomUUID(), count: 1 }]);
    expect([status, body.code]).toEqual([422, 'order.no-blank']);
    expect((await server.ask('GET', `orders/${randomUUID()}`)).status).toBe(404);
  });
  it('takes another name, customer and day, and so do its jobs', async () => {
    const { file } = await ordered(3, 5);
    const { body } = await server.ask<OrderFile>('PUT', `orders/${file.order.id}`, {
      ...words,
      version: file.order.version,
      name: 'Night crew',
      customer: { ...words.customer, name: 'The choir' },
      due: null,
    });
    expect(body.order).toMatchObject({ name: 'Night crew', due: null });
    const { job } = await jobOf(nth(file, 0).id);
    expect(job).toMatchObject({
      customer: 'The choir',
      due: null,
      name: expect.stringContaining('Night crew') as string,
    });
  });
});

describe('the art of a line', () => {
  it('is put on one size, and the others have it, made to fit', async () => {
    const { file } = await ordered(3, 5);
    await draw(nth(file, 0).id, { x: 130, y: 100, width: 200, rotation: 0 });
    const [lead, other] = [await placementOf(nth(file, 0).id), await placementOf(nth(file, 1).id)];
    expect(lead?.width).toBe(200);
    expect(other?.width).not.toBe(200);
    expect(other?.width).toBeGreaterThan(150);
    expect((await orderOf(file)).jobs.every(({ artId, follows }) => artId !== null && follows)).toBe(true);
  });
  it('stays a size’s own once it was put there, until it follows again', async () => {
    const { file } = await ordered(3, 5);
    const [lead, own] = [nth(file, 0), nth(file, 1)];
    await draw(lead.id);
    await draw(own.id, { x: 100, y: 90, width: 77, rotation: 0 });
    await draw(lead.id, { x: 130, y: 100, width: 200, rotation: 0 });
    expect((await placementOf(own.id))?.width).toBe(77);
    expect((await orderOf(file)).jobs.map(({ follows }) => follows)).toEqual([true, false]);
    const { body } = await server.ask<OrderFile>('POST', `orders/${file.order.id}/jobs/${own.id}/follow`, {
      follows: true,
    });
    expect(body.jobs.map(({ follows }) => follows)).toEqual([true, true]);
    expect((await placementOf(own.id))?.width).toBeGreaterThan(150);
  });
  it('comes with a size that is added later', async () => {
    const { file, line, tees } = await ordered(3);
    await draw(nth(file, 0).id);
    const { body } = await setLine(await orderOf(file), line, [
      { blankId: tees[0]?.id, count: 3 },
      { blankId: tees[3]?.id, count: 2 },
    ]);
    expect(nth(body, 1).artId).toBe(nth(body, 0).artId);
    expect(nth(body, 1).artId).not.toBeNull();
  });
});

describe('an order that is done again', () => {
  it('has the same lines, sizes, art and names, no day and no quote, and is opened once', async () => {
    const { file } = await ordered(3, 5);
    await draw(nth(file, 0).id);
    await draw(nth(file, 1).id, { x: 100, y: 90, width: 77, rotation: 0 });
    const again = randomUUID();
    const repeat = () => server.ask<OrderFile>('POST', `orders/${file.order.id}/repeat`, { id: again });
    const { status, body } = await repeat();
    expect([status, body.order.due, body.order.quote, body.order.customer]).toEqual([201, null, null, words.customer]);
    const shape = ({ blankId, pieces, artId, follows }: OrderFile['jobs'][number]) => [blankId, pieces, artId, follows];
    expect(body.jobs.map(shape)).toEqual((await orderOf(file)).jobs.map(shape));
    expect((await placementOf(nth(body, 1).id))?.width).toBe(77);
    expect((await repeat()).body.jobs.map(({ id }) => id)).toEqual(body.jobs.map(({ id }) => id));
    // What was there before is as it was.
    expect((await orderOf(file)).jobs).toHaveLength(2);
  });
});

describe('an order that is cancelled', () => {
  it('takes its jobs out of the way, and brings them back when it is opened again', async () => {
    const { file } = await ordered(3, 5);
    const here = async () =>
      (await server.ask<JobPage>('GET', 'jobs?most=500')).body.jobs.filter(({ orderId }) => orderId === file.order.id)
        .length;
    const setState = (status: string) => server.ask<OrderFile>('POST', `orders/${file.order.id}/state`, { status });
    expect((await setState('cancelled')).body).toMatchObject({ order: { status: 'cancelled' } });
    expect(await here()).toBe(0);
    expect((await orderOf(file)).jobs).toHaveLength(2);
    expect((await setState('open')).body.order.status).toBe('open');
    expect(await here()).toBe(2);
  });
});

describe('what is at the press', () => {
  it('is not changed by its order, and its pieces count', async () => {
    const { file, line, tees } = await ordered(2, 4);
    const [first] = file.jobs;
    if (!first) throw new Error('there is no job');
    await draw(first.id);
    const { body: plan } = await server.ask<RunPlan>('POST', `jobs/${first.id}/plan`);
    const events = [
      ...pressedThrough(plan, { from: Date.now() - 3_600_000 }),
      event({ kind: 'verdict', piece: 0, verdict: 'good' }),
    ];
    expect((await server.ask('POST', `jobs/${first.id}/events`, { events })).status).toBe(200);
    const now = await orderOf(file);
    expect(now.jobs[0]).toMatchObject({ atPress: true, good: 1, spoiled: 0 });
    const less = await setLine(now, line, [{ blankId: tees[1]?.id, count: 4 }]);
    expect([less.status, less.body.code]).toEqual([409, 'order.at-press']);
    const more = await setLine(now, line, [
      { blankId: tees[0]?.id, count: 3 },
      { blankId: tees[1]?.id, count: 4 },
    ]);
    expect([more.status, more.body.code]).toEqual([409, 'order.at-press']);
    // What was refused changed nothing.
    expect((await orderOf(file)).jobs).toEqual(now.jobs);
    expect(
      (
        await setLine(now, line, [
          { blankId: tees[0]?.id, count: 2 },
          { blankId: tees[1]?.id, count: 9 },
        ])
      ).status,
    ).toBe(200);
    const closed = await server.ask<Problem>('POST', `orders/${file.order.id}/state`, { status: 'closed' });
    expect([closed.status, closed.body.code]).toEqual([409, 'order.jobs-open']);
  });
});

describe('the demo shop', () => {
  it('has orders in several states', async () => {
    const [open, past] = await Promise.all(
      ['open', 'past'].map(async (list) => (await server.ask<OrderPage>('GET', `orders?list=${list}`)).body.orders),
    );
    const demo = [...(open ?? []), ...(past ?? [])].filter(
      ({ order }) => order.name !== 'Crew' && order.name !== 'Night crew',
    );
    expect(demo.length).toBeGreaterThanOrEqual(5);
    expect(demo.some(({ order }) => order.quote && order.accepted)).toBe(true);
    expect(demo.some(({ order }) => order.status === 'cancelled')).toBe(true);
    expect(demo.some(({ jobs }) => jobs.some(({ artId }) => artId === null))).toBe(true);
  });
});
