import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { OrderFile } from '@kanga/core/order';
import type { Problem } from '@kanga/contract/finding';
import { folder, say } from './pdf-reading.js';
import { nth, quotedAt, testOrders } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { open, ordered, setLine, draw, jobOf, orderOf } = testOrders(server);
const quoteOf = (file: OrderFile, price = 1150) => ({
  until: '2027-01-01',
  currency: 'EUR',
  sizes: quotedAt(file, price),
  shipping: 990,
  tax: { name: 'Tax', share: 0.19 },
  terms: 'Half on order.',
});

describe('a quote', () => {
  it('is kept as it was given, taken, and void with a new one', async () => {
    const { file } = await ordered(3, 5);
    const { order } = file;
    await draw(nth(file, 0).id);
    expect((await server.ask<Problem>('POST', `orders/${order.id}/accept`, { by: 'Wren' })).body.code).toBe(
      'quote.none',
    );
    const { body: quoted } = await server.ask<OrderFile>('POST', `orders/${order.id}/quote`, quoteOf(file));
    expect(quoted.order.quote).toMatchObject({ shipping: 990, currency: 'EUR' });
    const { body: taken } = await server.ask<OrderFile>('POST', `orders/${order.id}/accept`, { by: 'Wren' });
    expect(taken.order.accepted?.by).toBe('Wren');
    // The art of every size is approved with it.
    const approved = async () =>
      (await Promise.all(file.jobs.map(({ id }) => jobOf(id)))).map(({ job }) => job.approval?.by);
    expect(await approved()).toEqual(['Wren', 'Wren']);
    const { body: again } = await server.ask<OrderFile>('POST', `orders/${order.id}/quote`, quoteOf(file, 1200));
    expect(again.order.accepted).toBeNull();
  });
  it('is a table, too, with the same sums', async () => {
    const { file } = await ordered(3, 5);
    await server.ask('POST', `orders/${file.order.id}/quote`, quoteOf(file));
    const answer = await fetch(`${server.url}/api/orders/${file.order.id}/quote/table`);
    expect(answer.headers.get('content-type')).toContain('text/csv');
    const rows = (await answer.text()).trim().split('\r\n');
    expect(rows[0]).toBe('what,goods,count,price,amount,currency');
    expect(rows[1]).toBe('Crew shirts,Volunteer tee,3,11.50,34.50,EUR');
    expect(rows.slice(-4)).toEqual([
      'Shipping,,,,9.90,EUR',
      'Net,,,,101.90,EUR',
      'Tax,,,,19.36,EUR',
      'Total,,,,121.26,EUR',
    ]);
  });
  it('wants the customer’s word again when what they took is changed, and not when a line is only called otherwise', async () => {
    const { file, line, tees } = await ordered(3, 5);
    const { order } = file;
    await server.ask('POST', `orders/${order.id}/quote`, quoteOf(file));
    const { body: taken } = await server.ask<OrderFile>('POST', `orders/${order.id}/accept`, { by: 'Wren' });
    const sizes = [
      { blankId: tees[0]?.id, count: 3 },
      { blankId: tees[1]?.id, count: 5 },
    ];
    const { body: named } = await server.ask<OrderFile>('PUT', `orders/${order.id}/lines/${line}`, {
      version: taken.order.version,
      what: 'Shirts of the crew',
      sizes,
    });
    expect(named.order.accepted?.by).toBe('Wren');
    const { body: more } = await setLine(named, line, [sizes[0] ?? {}, { ...sizes[1], count: 6 }]);
    expect(more.order.accepted).toBeNull();
    expect(more.order.quote?.sizes[1]?.count).toBe(5);
  });
  it('is a PDF for the customer, with every sum and no cost of the shop, as poppler reads it', async () => {
    const { file } = await ordered(3, 5);
    await draw(nth(file, 0).id);
    const reckoned = { parts: [{ part: 'blanks', amount: 777_77 }], seconds: 60 };
    await server.ask('POST', `orders/${file.order.id}/quote`, { ...quoteOf(file), reckoned });
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
    expect(text).not.toMatch(/cost|margin|profit|earn|777/i);
    expect(say('pdfimages', '-list', path).split('\n').length).toBeGreaterThan(3);
    expect(() => say('qpdf', '--check', path)).not.toThrow();
  });
  it('and its proof shows every size of every line, in one document to sign, and no money', async () => {
    const { file } = await ordered(3, 5);
    await draw(nth(file, 0).id);
    const answer = await fetch(`${server.url}/api/orders/${file.order.id}/proof`);
    const path = join(folder, 'proof.pdf');
    writeFileSync(path, Buffer.from(await answer.arrayBuffer()));
    const text = say('pdftotext', '-layout', path, '-').replaceAll(/\s+/g, ' ');
    for (const said of ['Proof of order', 'For Gannet Hill Observatory', '3 × ', '5 × ', 'pressed', 'Approved by ____'])
      expect(text).toContain(said);
    expect(text.match(/on paper, before pressing/g)).toHaveLength(2);
    expect(text).not.toMatch(/€|cost|price/i);
    // Two pictures a size, each in its own right.
    expect(say('pdfimages', '-list', path).trim().split('\n').length - 2).toBeGreaterThanOrEqual(4);
    expect(() => say('qpdf', '--check', path)).not.toThrow();
    const { body: empty } = await server.ask<Problem>('GET', `orders/${(await open()).order.id}/proof`);
    expect(empty.code).toBe('proof.nothing');
  });
  it('and the packing slip has what goes into the parcel, for whom, and no money', async () => {
    const { file, line, tees } = await ordered(3, 5);
    const run = [
      { values: { name: 'Ada' }, count: 1 },
      { values: { name: 'Bo' }, count: 2 },
    ];
    const sizes = [
      { blankId: tees[0]?.id, count: 3, run },
      { blankId: tees[1]?.id, count: 5 },
    ];
    await setLine(file, line, sizes);
    const answer = await fetch(`${server.url}/api/orders/${file.order.id}/slip`);
    const path = join(folder, 'slip.pdf');
    writeFileSync(path, Buffer.from(await answer.arrayBuffer()));
    const text = say('pdftotext', '-layout', path, '-').replaceAll(/\s+/g, ' ');
    for (const said of [
      'Gannet Hill Observatory',
      '3 pieces',
      '5 pieces',
      'Ada, Bo (2)',
      'Folded print inward',
      'washed inside out',
    ])
      expect(text).toContain(said);
    expect(text).not.toMatch(/€|\d\.\d\d/);
    expect(() => say('qpdf', '--check', path)).not.toThrow();
    const { body: empty } = await server.ask<Problem>('GET', `orders/${(await open()).order.id}/slip`);
    expect(empty.code).toBe('slip.nothing');
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
