import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Art } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import { changeOf, type JobFile, type RunPlan } from '@kanga/core/job';
import { progressOf, type OrderFile, type OrderJob } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import type { JobSummary } from '@kanga/contract/job';
import { folder, say } from './pdf-reading.js';
import { event, pressedThrough } from './test-bench.js';
import { useServer } from './test-server.js';

const server = useServer();
const words = {
  name: 'Crew',
  customer: { name: 'Gannet Hill Observatory', reach: 'Hill Road 12\nBy the gate', notes: '' },
  due: '2027-01-10',
  note: '',
};
async function goods(range: string): Promise<Blank[]> {
  const { body } = await server.ask<Blank[]>('GET', 'blanks');
  return body.filter((blank) => blank.range === range);
}
async function open(change: object = {}): Promise<OrderFile> {
  const { status, body } = await server.ask<OrderFile>('POST', 'orders', { ...words, id: randomUUID(), ...change });
  if (status !== 201) throw new Error(`opening answered ${status}: ${JSON.stringify(body)}`);
  return body;
}
const setLine = (file: OrderFile, line: string, sizes: object[], version = file.order.version) =>
  server.ask<OrderFile & Problem>('PUT', `orders/${file.order.id}/lines/${line}`, {
    version,
    what: 'Crew shirts',
    sizes,
  });
/** An order of tees, in as many sizes as counts are given. */
async function ordered(...counts: number[]): Promise<{ file: OrderFile; line: string; tees: Blank[] }> {
  const tees = await goods('Volunteer tee');
  const line = randomUUID();
  const sizes = counts.map((count, i) => ({ blankId: tees[i]?.id, count }));
  const { body } = await setLine(await open(), line, sizes);
  return { file: body, line, tees };
}
const jobOf = async (id: string) => (await server.ask<JobFile>('GET', `jobs/${id}`)).body;
/** Puts a picture on a job, by hand where a place is given. */
async function draw(id: string, placement: object | null = null): Promise<void> {
  const { job } = await jobOf(id);
  const { body: arts } = await server.ask<Art[]>('GET', 'art');
  const item = {
    kind: 'picture',
    id: 'p',
    artId: arts[0]?.id,
    placement,
    placedBy: 'goods',
    repeat: 'once',
    mirroredInFile: false,
  };
  const { status, body } = await server.ask('PUT', `jobs/${id}`, {
    ...changeOf(job),
    reached: 'sheet',
    design: [{ fill: 'own', items: [item] }],
  });
  if (status !== 200) throw new Error(`drawing answered ${status}: ${JSON.stringify(body)}`);
}
const placementOf = async (id: string) => {
  const item = (await jobOf(id)).job.design[0]?.items[0];
  return item?.kind === 'picture' ? item.placement : undefined;
};
const nth = (file: OrderFile, i: number): OrderJob => {
  const job = file.jobs[i];
  if (!job) throw new Error(`the order has no job ${i}`);
  return job;
};
const orderOf = async ({ order }: OrderFile) => (await server.ask<OrderFile>('GET', `orders/${order.id}`)).body;
const quoteOf = (file: OrderFile, price = 1150) => ({
  until: '2027-01-01',
  currency: 'EUR',
  sizes: file.jobs.map(({ line, blankId, pieces }) => ({
    line,
    what: 'Crew shirts',
    blankId,
    blankName: 'Volunteer tee',
    count: pieces,
    price,
  })),
  shipping: 990,
  tax: { name: 'Tax', share: 0.19 },
  terms: 'Half on order.',
});

describe('an order', () => {
  it('is opened once, however often it is sent', async () => {
    const id = randomUUID();
    const [one, other] = [await open({ id }), await open({ id, name: 'Another name' })];
    expect(other.order).toEqual(one.order);
    const { body } = await server.ask<OrderFile[]>('GET', 'orders');
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
    const { body: jobs } = await server.ask<JobSummary[]>('GET', 'jobs');
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

describe('a quote', () => {
  it('is kept as it was given, taken, and void with a new one', async () => {
    const { file } = await ordered(3, 5);
    const { order } = file;
    expect((await server.ask<Problem>('POST', `orders/${order.id}/accept`, { by: 'Wren' })).body.code).toBe(
      'quote.none',
    );
    const { body: quoted } = await server.ask<OrderFile>('POST', `orders/${order.id}/quote`, quoteOf(file));
    expect(quoted.order.quote).toMatchObject({ shipping: 990, currency: 'EUR' });
    const { body: taken } = await server.ask<OrderFile>('POST', `orders/${order.id}/accept`, { by: 'Wren' });
    expect(taken.order.accepted?.by).toBe('Wren');
    const { body: again } = await server.ask<OrderFile>('POST', `orders/${order.id}/quote`, quoteOf(file, 1200));
    expect(again.order.accepted).toBeNull();
  });
  it('is a PDF for the customer, with every sum and no cost of the shop, as poppler reads it', async () => {
    const { file } = await ordered(3, 5);
    await draw(nth(file, 0).id);
    await server.ask('POST', `orders/${file.order.id}/quote`, quoteOf(file));
    const answer = await fetch(`${server.url}/api/orders/${file.order.id}/quote`);
    expect(answer.headers.get('content-type')).toContain('application/pdf');
    const path = join(folder, 'quote.pdf');
    writeFileSync(path, Buffer.from(await answer.arrayBuffer()));
    const text = say('pdftotext', '-layout', path, '-').replaceAll(/\s+/g, ' ');
    // By hand: 8 × 11.50 = 92.00; with shipping 101.90; 19 % of it 19.361.
    for (const said of [
      'Gannet Hill Observatory',
      'By the gate',
      'Crew shirts',
      '€11.50',
      '€92.00',
      '€9.90',
      '€101.90',
      'Tax, 19 %',
      '€19.36',
      '€121.26',
      'Half on order.',
    ])
      expect(text).toContain(said);
    expect(text).not.toMatch(/cost|margin|profit|earn/i);
    expect(say('pdfimages', '-list', path).split('\n').length).toBeGreaterThan(3);
    expect(() => say('qpdf', '--check', path)).not.toThrow();
  });
  it.each([
    ['a price below nought', { price: -1 }],
    ['half a coin', { price: 11.5 }],
    ['goods that nobody ordered', { blankId: randomUUID() }],
  ])('is refused with %s', async (_, change) => {
    const { file } = await ordered(3);
    const quote = quoteOf(file);
    const { status } = await server.ask('POST', `orders/${file.order.id}/quote`, {
      ...quote,
      sizes: quote.sizes.map((size) => ({ ...size, ...change })),
    });
    expect([400, 409]).toContain(status);
    expect((await orderOf(file)).order.quote).toBeNull();
  });
  it.each(['EURO', 'XQQ', '€'])('is refused in %s', async (currency) => {
    const { file } = await ordered(3);
    expect((await server.ask('POST', `orders/${file.order.id}/quote`, { ...quoteOf(file), currency })).status).toBe(
      400,
    );
  });
});

describe('the demo shop', () => {
  it('has orders in several states', async () => {
    const { body } = await server.ask<OrderFile[]>('GET', 'orders');
    const demo = body.filter(({ order }) => order.name !== 'Crew' && order.name !== 'Night crew');
    expect(demo.length).toBeGreaterThanOrEqual(5);
    expect(demo.some(({ order }) => order.quote && order.accepted)).toBe(true);
    expect(demo.some(({ order }) => order.status === 'cancelled')).toBe(true);
    expect(demo.some(({ jobs }) => jobs.some(({ artId }) => artId === null))).toBe(true);
  });
});
