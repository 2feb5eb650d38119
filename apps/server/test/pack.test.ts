import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { RunPlan } from '@kanga/core/job';
import { holdOf, progressOf, type Made, type OrderFile } from '@kanga/core/order';
import type { PackPiece } from '@kanga/core/pack';
import type { Problem } from '@kanga/contract/finding';
import type { PackFile, ParcelFacts } from '@kanga/contract/pack';
import type { JobFile } from '@kanga/core/job';
import { folder, say } from './pdf-reading.js';
import { event, pressedThrough } from './test-bench.js';
import { nth, testOrders, words } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { ordered, setLine, open, goods, draw, orderOf } = testOrders(server);

const packOf = async ({ order }: OrderFile) => (await server.ask<PackFile>('GET', `orders/${order.id}/pack`)).body;
const pack = (file: OrderFile, events: object[]) =>
  server.ask<PackFile & Problem>('POST', `orders/${file.order.id}/pack`, { events });
const into = ({ jobId, piece }: Pick<PackPiece, 'jobId' | 'piece'>, bag = '', kind = 'in') => ({
  id: randomUUID(),
  jobId,
  piece,
  kind,
  bag,
  by: 'Wren',
});
/** Presses a job an hour ago, and judges its pieces: those that are named are spoiled. */
async function press(id: string, spoiled: number[] = [], hoursAgo = 1): Promise<void> {
  const { body: plan, status } = await server.ask<RunPlan>('POST', `jobs/${id}/plan`);
  if (status !== 201) throw new Error(`freezing answered ${status}: ${JSON.stringify(plan)}`);
  const events = [
    ...pressedThrough(plan, { from: Date.now() - hoursAgo * 3_600_000 }),
    ...Array.from({ length: plan.pieces }, (_, piece) =>
      event(
        spoiled.includes(piece)
          ? { kind: 'verdict', piece, verdict: 'spoiled', fault: 'ghost', note: '', spot: null, photo: null }
          : { kind: 'verdict', piece, verdict: 'good' },
      ),
    ),
  ];
  const answer = await server.ask('POST', `jobs/${id}/events`, { events });
  if (answer.status !== 200) throw new Error(`pressing answered ${answer.status}: ${JSON.stringify(answer.body)}`);
}

describe('the packing table', () => {
  it('has every piece of an order once, and lets in what is good and cool', async () => {
    const { file } = await ordered(2, 1);
    const [first, second] = [nth(file, 0), nth(file, 1)];
    await draw(first.id);
    expect((await packOf(file)).pieces.map(({ job, piece, verdict }) => [job, piece, verdict])).toEqual([
      // The smaller size comes first.
      [second.number, 0, null],
      [first.number, 0, null],
      [first.number, 1, null],
    ]);
    const early = await pack(file, [into({ jobId: first.id, piece: 0 })]);
    expect([early.status, early.body.title]).toEqual([409, `${first.number}/1 is not pressed yet`]);
    await press(first.id, [1], 5);
    const spoiled = await pack(file, [into({ jobId: first.id, piece: 1 })]);
    expect([spoiled.status, spoiled.body.title]).toEqual([409, `${first.number}/2 was judged spoiled`]);
    const once = into({ jobId: first.id, piece: 0 }, 'Ada');
    const [one, other] = await Promise.all([pack(file, [once]), pack(file, [once])]);
    expect([one.status, other.status]).toEqual([200, 200]);
    expect(one.body.pieces[1]).toMatchObject({ piece: 0, bag: 'Ada' });
    const double = await pack(file, [into({ jobId: first.id, piece: 0 }, 'Bo')]);
    expect([double.status, double.body.title]).toEqual([409, `${first.number}/1 is packed already, in Ada`]);
    // All of it or nothing.
    const half = await pack(file, [
      into({ jobId: first.id, piece: 0 }, '', 'out'),
      into({ jobId: second.id, piece: 0 }),
    ]);
    expect(half.status).toBe(409);
    expect((await packOf(file)).pieces[1]?.bag).toBe('Ada');
    expect((await pack(file, [into({ jobId: first.id, piece: 0 }, '', 'out')])).body.pieces[1]?.bag).toBeNull();
    expect((await orderOf(file)).jobs[0]?.packed).toBe(0);
  });
  it('knows no piece of another order, and no piece that is not there', async () => {
    const [{ file }, { file: other }] = [await ordered(1), await ordered(1)];
    expect((await pack(file, [into({ jobId: nth(other, 0).id, piece: 0 })])).status).toBe(404);
    expect((await pack(file, [into({ jobId: nth(file, 0).id, piece: 7 })])).status).toBe(404);
    expect((await pack(file, [])).status).toBe(400);
    await expect(
      server.db('pack_event').insert({ id: randomUUID(), job_id: nth(file, 0).id, piece: -1, kind: 'in' }),
    ).rejects.toThrow();
  });
  it('lets only one of many tables put a piece in', async () => {
    const { file } = await ordered(1);
    const job = nth(file, 0);
    await draw(job.id);
    await press(job.id, [], 5);
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => pack(file, [into({ jobId: job.id, piece: 0 }, `Table ${i}`)])),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409, 409, 409]);
    const entries = await server.db('pack_event').where({ job_id: job.id });
    expect(entries).toHaveLength(1);
    await expect(server.db('pack_event').where({ job_id: job.id }).delete()).rejects.toThrow('only ever added');
  });
  it('keeps left and right, and the members of a set, together', async () => {
    const [socks, mugs] = [
      (await goods('Crew sock'))[0],
      (await server.ask<{ id: string; name: string }[]>('GET', 'blanks')).body.find(({ name }) =>
        name.startsWith('Mug'),
      ),
    ];
    const start = await open();
    const { body: one } = await server.ask<OrderFile>('PUT', `orders/${start.order.id}/lines/${randomUUID()}`, {
      version: start.order.version,
      what: 'Socks',
      set: 'Kit',
      sizes: [{ blankId: socks?.id, count: 2 }],
    });
    const { body: two } = await server.ask<OrderFile>('PUT', `orders/${start.order.id}/lines/${randomUUID()}`, {
      version: one.order.version,
      what: 'Mugs',
      set: 'Kit',
      sizes: [{ blankId: mugs?.id, count: 2 }],
    });
    const { pieces } = await packOf(two);
    expect(pieces.map(({ what, pair, set }) => [what, pair?.of ?? null, pair?.number ?? null, set])).toEqual([
      ['Socks', 'left', 0, 0],
      ['Socks', 'right', 0, 0],
      ['Socks', 'left', 1, 1],
      ['Socks', 'right', 1, 1],
      ['Mugs', null, null, 0],
      ['Mugs', null, null, 1],
    ]);
  });
});

describe('what was spoiled', () => {
  it('is made again for its order: no piece is lost, and none is ordered twice', async () => {
    const { file, line, tees } = await ordered(3);
    const job = nth(file, 0);
    await draw(job.id);
    await press(job.id, [0, 2], 5);
    const { body: again } = await server.ask<JobFile>('POST', `jobs/${job.id}/repeat`, { pieces: [0, 2] });
    expect(again.job.order).toEqual({ id: file.order.id, line, follows: false, again: true });
    const now = await orderOf(file);
    expect(now.jobs.map(({ pieces, again: makesUp }) => [pieces, makesUp])).toEqual([
      [3, false],
      [2, true],
    ]);
    expect(progressOf(now.jobs)).toEqual({ pieces: 3, good: 1, spoiled: 2, packed: 0 });
    // The size is still the one that was ordered.
    const same = await setLine(now, line, [{ blankId: tees[0]?.id, count: 3 }]);
    expect([same.status, same.body.jobs.length]).toEqual([200, 2]);
    await press(again.job.id, [], 5);
    for (const id of [job.id, again.job.id]) expect((await server.ask('POST', `jobs/${id}/close`)).status).toBe(200);
    const made = await orderOf(file);
    expect(progressOf(made.jobs)).toMatchObject({ pieces: 3, good: 3 });
    const good = (await packOf(file)).pieces.filter(({ verdict }) => verdict === 'good');
    const packed = await pack(
      file,
      good.map((piece) => into(piece, 'all')),
    );
    expect(packed.status).toBe(200);
    expect(progressOf((await orderOf(file)).jobs)).toMatchObject({ pieces: 3, good: 3, packed: 3 });
    const accepted = { ...made, order: { ...made.order, quote: {} as never, accepted: { at: '', by: '' } } };
    expect(holdOf({ ...accepted, jobs: (await orderOf(file)).jobs }, [])).toBe('closing');
  });
});

describe('what an order came to', () => {
  it('is told by the press: pieces, pressings, hands and the time under the plate', async () => {
    const { file } = await ordered(3);
    const job = nth(file, 0);
    const made = async () => (await server.ask<Made>('GET', `orders/${file.order.id}/made`)).body;
    expect(await made()).toMatchObject({ pressed: 0, hands: null, press: 0, paper: null });
    await draw(job.id);
    await press(job.id, [1], 5);
    const plan = (await server.ask<JobFile>('GET', `jobs/${job.id}`)).body.plan;
    const under = plan?.steps.reduce((sum, { at, seconds }) => sum + (at === 'press' ? (seconds ?? 0) : 0), 0) ?? 0;
    const beds = Math.ceil(3 / (plan?.atOnce ?? 1));
    const now = await made();
    expect(now).toMatchObject({ pressed: 3, judged: 3, spoiled: 1, blanks: 3 * 4.2, packed: 0 });
    expect(now.press).toBeCloseTo(under * beds, 0);
    expect(now.hands?.planned).toBeGreaterThan(0);
    expect(now.hands?.told).toBeGreaterThan(0);
  });
});

describe('a parcel', () => {
  it('is the smallest box of the shop that takes it, with what sending it costs', async () => {
    const { file } = await ordered(2);
    const { how } = await packOf(file);
    const { parcel } = (await server.ask<{ parcel: ParcelFacts | null }>('GET', `orders/${file.order.id}/parcel`)).body;
    expect(how).toEqual(['Folded print inward, when it is cool.']);
    // Two shirts of 150 g in the padded bag of 28 g: the large letter takes up to a kilogram.
    expect(parcel).toMatchObject({
      boxes: [{ name: 'Padded bag', pieces: 2, weight: 328, shipping: { name: 'Large letter', price: 295 } }],
      left: 0,
      bound: 1,
      proven: true,
      unweighed: [],
    });
  });
  it('has a care card, and a label for each of its boxes, in two sizes', async () => {
    const { file } = await ordered(2);
    const fetched = async (path: string, name: string) => {
      const answer = await fetch(`${server.url}/api/orders/${file.order.id}/${path}`);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
      writeFileSync(join(folder, name), Buffer.from(await answer.arrayBuffer()));
      return `${say('pdfinfo', name)}\n${say('pdftotext', '-layout', name, '-')}`;
    };
    const card = await fetched('care', 'care.pdf');
    expect(card).toContain('How to look after it');
    expect(card).toMatch(/washed inside\s+out/);
    // A6 is 105 × 148 mm: 297.6 × 419.5 pt.
    expect(card).toMatch(/Page size:\s+297\.6\d* x 419\.5\d* pts/);
    const label = await fetched('label/a6', 'a6.pdf');
    for (const one of words.customer.reach.split('\n')) expect(label).toContain(one);
    expect(label).toContain(`Order ${file.order.number}`);
    // 62 mm is 175.7 pt.
    expect(await fetched('label/62', 'roll.pdf')).toMatch(/Page size:\s+175\.7\d* x /);
    expect((await fetch(`${server.url}/api/orders/${file.order.id}/label/a9`)).status).toBe(400);
    const nobody = await open({ customer: { name: '', reach: '', notes: '' } });
    const empty = await server.ask<Problem>('GET', `orders/${nobody.order.id}/label/a6`);
    expect([empty.status, empty.body.code]).toEqual([409, 'parcel.nothing']);
    const { tees } = await ordered(1);
    const { body: line } = await setLine(nobody, randomUUID(), [{ blankId: tees[0]?.id, count: 1 }]);
    const addressless = await server.ask<Problem>('GET', `orders/${line.order.id}/label/a6`);
    expect([addressless.status, addressless.body.code]).toEqual([409, 'parcel.no-address']);
  });
});
