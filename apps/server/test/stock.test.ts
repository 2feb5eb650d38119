import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BenchEvent } from '@kanga/core/bench';
import type { Blank } from '@kanga/core/blank';
import { levelOf, type OrderClaim, type StockEvent, type StockItem } from '@kanga/core/stock';
import type { Problem } from '@kanga/contract/finding';
import fc from 'fast-check';
import { folder, say } from './pdf-reading.js';
import { event, pressedThrough, TestBench } from './test-bench.js';
import { testOrders } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { ordered, draw } = testOrders(server);

const items = async () => (await server.ask<StockItem[]>('GET', 'stock')).body;
const itemOf = async (id: string): Promise<StockItem> => {
  const found = (await items()).find((one) => one.id === id);
  if (!found) throw new Error(`${id} is not in stock`);
  return found;
};
const blanks = async () => (await server.ask<Blank[]>('GET', 'blanks')).body;
const report = (id: string, words: object) =>
  server.ask<StockItem & Problem>('POST', `stock/${id}/report`, {
    id: randomUUID(),
    kind: 'count',
    by: 'Wren',
    reason: 'counted by hand',
    batch: '',
    measured: null,
    ...words,
  });
const eventsOf = async (id: string) => (await server.ask<StockEvent[]>('GET', `stock/${id}/events`)).body;
const firstBlank = async () => {
  const [blank] = await blanks();
  if (!blank) throw new Error('the shelf is empty');
  return { blank, id: `blank:${blank.id}` };
};

describe('what is in stock', () => {
  it('has all that the shop keeps: blanks, papers, inks and supplies', async () => {
    const kinds = new Set((await items()).map(({ kind }) => kind));
    for (const kind of ['blank', 'paper', 'ink'] as const) expect(kinds).toContain(kind);
  });
  it('is the sum of what happened to it, whatever that was', async () => {
    const { id } = await firstBlank();
    const one = fc.record({
      kind: fc.constantFrom('receipt', 'count'),
      amount: fc.integer({ min: 0, max: 500 }),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(one, { minLength: 1, maxLength: 6 }), async (reports) => {
        for (const words of reports) {
          const before = (await itemOf(id)).level ?? 0;
          const { status, body } = await report(id, words);
          expect([status, body.level]).toEqual([200, words.kind === 'count' ? words.amount : before + words.amount]);
        }
        const events = await server.db('stock_event').where({ item: id }).select<{ change: string }[]>('change');
        const level = levelOf(events.map(({ change }) => ({ change: Number(change) })));
        expect((await itemOf(id)).level).toBe(level);
        expect((await firstBlank()).blank.stock).toBe(level);
      }),
      { numRuns: 8 },
    );
  });
  it('is changed once by a report that comes twice, and by all that come at the same time', async () => {
    const { id } = await firstBlank();
    await report(id, { amount: 10 });
    const sent = { id: randomUUID(), kind: 'receipt', amount: 5 };
    await Promise.all([report(id, sent), report(id, sent), report(id, sent)]);
    expect((await itemOf(id)).level).toBe(15);
    await Promise.all(Array.from({ length: 8 }, () => report(id, { kind: 'receipt', amount: 1 })));
    expect((await itemOf(id)).level).toBe(23);
  });
  it('is counted on the shelf, too: what is written there is an entry', async () => {
    const { blank, id } = await firstBlank();
    const { id: blankId, builtIn, ...change } = blank;
    void builtIn;
    const saved = await server.ask<Blank>('PUT', `blanks/${blankId}`, { ...change, stock: 41 });
    expect([saved.status, saved.body.stock, (await itemOf(id)).level]).toEqual([200, 41, 41]);
    expect((await eventsOf(id))[0]).toMatchObject({ kind: 'count', counted: 41, reason: 'as it stands on the shelf' });
    const entries = (await eventsOf(id)).length;
    const again = await server.ask<Blank>('PUT', `blanks/${blankId}`, {
      ...change,
      version: saved.body.version,
      stock: 41,
    });
    expect([again.status, (await eventsOf(id)).length]).toEqual([200, entries]);
    await server.ask('PUT', `blanks/${blankId}`, { ...change, version: again.body.version, stock: null });
    expect([(await itemOf(id)).level, (await firstBlank()).blank.stock]).toEqual([null, null]);
    // Counted again it goes on from what is counted.
    expect((await report(id, { amount: 7 })).body.level).toBe(7);
  });
  it.each([
    ['less than nothing', { amount: -1 }, 400, 'amount'],
    ['a count without a reason', { amount: 3, reason: '' }, 400, 'say why the count differs'],
    ['no amount', { amount: null }, 400, 'amount'],
    ['half a shirt', { amount: 2.5 }, 422, 'no whole number of pieces'],
  ])('refuses %s, and changes nothing', async (_name, words, status, says) => {
    const { id } = await firstBlank();
    const before = await eventsOf(id);
    const answer = await report(id, words);
    expect(answer.status).toBe(status);
    expect(JSON.stringify(answer.body)).toContain(says);
    expect(await eventsOf(id)).toEqual(before);
  });
  it('knows no thing that is not there', async () => {
    expect((await report(`blank:${randomUUID()}`, { amount: 1 })).status).toBe(404);
    expect((await report('shelf:1', { amount: 1 })).status).toBe(400);
  });
  it('is a book whose entries nobody changes or takes out', async () => {
    await expect(server.db('stock_event').update({ change: 1 })).rejects.toThrow('only ever added');
    await expect(server.db('stock_event').delete()).rejects.toThrow();
  });
});

describe('what the press takes', () => {
  it('leaves the stock with each pressing, and comes back when that is taken back', async () => {
    const bench = new TestBench(server);
    const tape = await server.ask<StockItem>('PUT', `stock/supplies/${randomUUID()}`, {
      kind: 'tape',
      name: 'Heat tape',
      unit: 'mm',
      takes: { amount: 300, per: 'pressing' },
      price: 0.4,
    });
    expect(tape.status).toBe(200);
    await report(tape.body.id, { kind: 'receipt', amount: 33_000 });
    const { id, plan } = await bench.atPress(2);
    const blankId = `blank:${plan.blank.id}`;
    await report(blankId, { amount: 20 });
    const events = pressedThrough(plan, { from: Date.now() - 3_600_000 });
    expect((await bench.post(id, events)).status).toBe(200);
    const pressings = plan.steps.filter(({ kind }) => kind === 'press').length * 2;
    expect([(await itemOf(blankId)).level, (await itemOf(tape.body.id)).level]).toEqual([18, 33_000 - 300 * pressings]);
    const last = events.at(-1) as BenchEvent;
    const lastPressed = [...events]
      .reverse()
      .find((one) => one.kind === 'done' && plan.steps[one.step]?.kind === 'press');
    // The last step is taken back, and all before it up to the last pressing.
    const back = events.slice(events.indexOf(lastPressed ?? last)).reverse();
    await bench.post(
      id,
      back.map((one) => event({ kind: 'undo', undoes: one.id })),
    );
    expect((await itemOf(blankId)).level).toBe(plan.steps.filter(({ kind }) => kind === 'press').length > 1 ? 18 : 19);
    expect((await itemOf(tape.body.id)).level).toBe(33_000 - 300 * (pressings - 1));
    expect((await eventsOf(blankId))[0]).toMatchObject({
      kind: 'use',
      reason: expect.stringMatching(/^job \d+$/) as string,
    });
    const gone = await server.ask<StockItem[]>('DELETE', `stock/supplies/${tape.body.id.slice('supply:'.length)}`);
    expect(gone.body.some((one) => one.id === tape.body.id)).toBe(false);
  });
});

describe('what is to be bought', () => {
  it('is what accepted orders want and there is not, by supplier, as a table and a PDF', async () => {
    const { file, tees } = await ordered(5);
    const [tee] = tees;
    const id = `blank:${tee?.id ?? ''}`;
    await report(id, { amount: 2 });
    const claims = async () => (await server.ask<OrderClaim[]>('GET', `stock/${id}/claims`)).body;
    const ofThatDay = async () => (await itemOf(id)).claims.find(({ due }) => due === file.order.due)?.amount ?? 0;
    const before = await ofThatDay();
    expect((await claims()).filter(({ orderId }) => orderId === file.order.id)).toEqual([]);
    await draw(file.jobs[0]?.id ?? '');
    await server.ask('POST', `orders/${file.order.id}/quote`, {
      until: '2027-01-01',
      currency: 'EUR',
      sizes: [
        {
          line: file.jobs[0]?.line,
          what: 'Crew shirts',
          blankId: tee?.id,
          blankName: tee?.name,
          count: 5,
          price: 1500,
        },
      ],
      shipping: 0,
      tax: null,
      terms: '',
    });
    const taken = await server.ask('POST', `orders/${file.order.id}/accept`, { by: 'Wren' });
    expect(taken.status).toBe(200);
    expect(await claims()).toContainEqual({
      orderId: file.order.id,
      order: file.order.number,
      amount: 5,
      due: file.order.due,
    });
    // What is told by day is what is told order by order.
    expect(await ofThatDay()).toBe(before + 5);
    const byDay = new Map<string | null, number>();
    for (const { due, amount } of await claims()) byDay.set(due, (byDay.get(due) ?? 0) + amount);
    expect((await itemOf(id)).claims).toEqual([...byDay].map(([due, amount]) => ({ amount, due })));
    const bought = { supplier: 'Northmill Blanks', lead: 4, lot: 6, coming: null };
    expect((await server.ask('PUT', `stock/${id}/buying`, bought)).status).toBe(200);
    const table = await (await fetch(`${server.url}/api/stock/purchase/table`)).text();
    const row = table.split('\r\n').find((line) => line.startsWith('Northmill Blanks'));
    // Due on 10 January, four days before.
    expect(row).toMatch(/^Northmill Blanks,"[^"]+",blank,\d+,piece,2027-01-06,order,2,5,/);
    const pdf = await fetch(`${server.url}/api/stock/purchase/pdf`);
    writeFileSync(join(folder, 'buy.pdf'), Buffer.from(await pdf.arrayBuffer()));
    const text = say('pdftotext', '-layout', 'buy.pdf', '-');
    expect(text).toContain('Northmill Blanks');
    expect(text).toMatch(/6 pieces/);
    // What is ordered is no longer on the list, and what came is no longer on its way.
    await server.ask('PUT', `stock/${id}/buying`, { ...bought, coming: { amount: 60, day: '2027-01-05' } });
    expect(await (await fetch(`${server.url}/api/stock/purchase/table`)).text()).not.toContain('Northmill');
    const measured = { width: 300, height: 400 };
    const came = await report(id, { kind: 'receipt', amount: 4, batch: 'B-7', measured, reason: '' });
    expect(came.body).toMatchObject({ level: 6, batch: 'B-7', measured, coming: { amount: 56 } });
    expect((await report(id, { kind: 'receipt', amount: 56, reason: '' })).body.coming).toBeNull();
  });
});
