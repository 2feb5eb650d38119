import { randomUUID } from 'node:crypto';
import { sumsOf, type OrderFile } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import fc from 'fast-check';
import { quotedAt, testOrders } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { goods, open, setLine, orderOf } = testOrders(server);

/** An order of so many lines of tees, each in two sizes. */
async function linesOf(...counts: number[]): Promise<OrderFile> {
  const tees = await goods('Volunteer tee');
  let file = await open();
  for (const count of counts) {
    const sizes = [
      { blankId: tees[0]?.id, count },
      { blankId: tees[1]?.id, count: count + 1 },
    ];
    file = (await setLine(file, randomUUID(), sizes)).body;
  }
  return file;
}
const quoted = async (file: OrderFile, price: number, shipping: number, accept: boolean): Promise<OrderFile> => {
  const { body } = await server.ask<OrderFile>('POST', `orders/${file.order.id}/quote`, {
    until: '2027-01-10',
    currency: 'EUR',
    sizes: quotedAt(file, price),
    shipping,
    tax: null,
    terms: '',
  });
  return accept ? (await server.ask<OrderFile>('POST', `orders/${body.order.id}/accept`, { by: 'Wren' })).body : body;
};
const split = (file: OrderFile, id: string, lines: string[]) =>
  server.ask<OrderFile & Problem>('POST', `orders/${file.order.id}/split`, { id, lines });
const merge = (file: OrderFile, from: string) =>
  server.ask<OrderFile & Problem>('POST', `orders/${file.order.id}/merge`, { from });
const jobsOf = (...files: OrderFile[]) =>
  files.flatMap(({ jobs }) => jobs.map(({ id, pieces }) => `${id} ${pieces}`)).sort();
const grossOf = ({ order }: OrderFile) => (order.quote ? sumsOf(order.quote).gross : 0);

describe('an order that is split and put together', () => {
  it('loses no piece, doubles none, and asks the same for all of it', async () => {
    const kinds = fc.record({
      counts: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 4 }),
      goes: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
      accept: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(kinds, async ({ counts, goes, accept }) => {
        const file = await quoted(await linesOf(...counts), 1250, 990, accept);
        const lines = file.order.lines.filter((_, i) => goes[i]).map(({ id }) => id);
        const id = randomUUID();
        const answer = await split(file, id, lines);
        if (lines.length === 0 || lines.length === counts.length) {
          expect(answer.status).toBeGreaterThanOrEqual(400);
          expect(jobsOf(await orderOf(file))).toEqual(jobsOf(file));
          return;
        }
        // Sent again it is split once.
        expect((await split(file, id, lines)).body.jobs).toEqual(answer.body.jobs);
        const [here, there] = [await orderOf(file), answer.body];
        expect(jobsOf(here, there)).toEqual(jobsOf(file));
        expect(there.order.lines.map((line) => line.id)).toEqual(lines);
        expect(grossOf(here) + grossOf(there)).toBe(grossOf(file));
        expect([here.order.accepted !== null, there.order.accepted !== null]).toEqual([accept, accept]);
        const whole = await merge(here, there.order.id);
        expect(whole.status).toBe(200);
        expect(jobsOf(whole.body)).toEqual(jobsOf(file));
        expect(grossOf(whole.body)).toBe(grossOf(file));
        expect(whole.body.order.accepted !== null).toBe(accept);
        const gone = await orderOf(there);
        expect([gone.order.status, gone.jobs]).toEqual(['cancelled', []]);
        // Put together once more it changes nothing.
        expect(jobsOf((await merge(here, there.order.id)).body)).toEqual(jobsOf(file));
      }),
      { numRuns: 6 },
    );
  });
  it('is done by only one of two that do it at once, whichever way round', async () => {
    const [one, other] = [await linesOf(2), await linesOf(3)];
    const before = jobsOf(one, other);
    const answers = await Promise.all([merge(one, other.order.id), merge(other, one.order.id)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(jobsOf(await orderOf(one), await orderOf(other))).toEqual(before);
  });
  it('keeps no quote that was not for all of it', async () => {
    const [one, other] = [await quoted(await linesOf(2), 1000, 0, true), await linesOf(3)];
    const { body } = await merge(one, other.order.id);
    expect([body.order.quote, body.order.accepted]).toEqual([null, null]);
    expect(body.order.due).toBe(one.order.due);
  });
  it('is never put together with itself, nor with one that is closed or not there', async () => {
    const one = await linesOf(1);
    expect((await merge(one, one.order.id)).body.code).toBe('order.merge');
    expect((await merge(one, randomUUID())).status).toBe(404);
    const cancelled = await linesOf(1);
    await server.ask('POST', `orders/${cancelled.order.id}/state`, { status: 'cancelled' });
    expect((await merge(one, cancelled.order.id)).body.code).toBe('order.not-open');
    expect((await split(one, randomUUID(), [randomUUID()])).body.code).toBe('order.changed');
  });
});
