import type { DayBook, DoneBed } from '@kanga/core/day';
import type { Blank } from '@kanga/core/blank';
import type { OrderFile } from '@kanga/core/order';
import type { DayFile } from '@kanga/contract/day';
import type { Problem } from '@kanga/contract/finding';
import ICAL from 'ical.js';
import { testOrders } from './test-orders.js';
import { useServer } from './test-server.js';

const server = useServer();
const { ordered, draw } = testOrders(server);
const day = async () => (await server.ask<DayFile>('GET', 'day')).body;
const keep = (book: object) => server.ask<DayBook & Problem>('PUT', 'day', book);

describe('the day', () => {
  it('has every open job with what it still wants, and what it wants changes with it', async () => {
    const { file } = await ordered(3, 5);
    const [one, other] = file.jobs;
    const before = (await day()).works.filter(({ order }) => order?.id === file.order.id);
    expect(before.map(({ pieces }) => pieces).sort()).toEqual([3, 5]);
    expect(before.every(({ stuck }) => stuck !== null)).toBe(true);
    await draw(one?.id ?? '');
    const after = (await day()).works.find(({ jobId }) => jobId === one?.id);
    expect(after).toMatchObject({ stuck: null, order: { id: file.order.id, number: file.order.number } });
    expect(after?.presses.length).toBeGreaterThan(0);
    await server.ask('POST', `orders/${file.order.id}/state`, { status: 'cancelled' });
    const left = (await day()).works.map(({ jobId }) => jobId);
    for (const gone of [one?.id, other?.id]) expect(left).not.toContain(gone);
  });
  it('waits for blanks that are on their way, and cannot plan what is missing', async () => {
    const { file, tees } = await ordered(4, 2);
    const [tee] = tees;
    await draw(file.jobs[0]?.id ?? '');
    const item = `stock/blank:${tee?.id ?? ''}`;
    await server.ask('POST', `${item}/report`, {
      id: crypto.randomUUID(),
      kind: 'count',
      amount: 1,
      by: 'Wren',
      reason: 'counted by hand',
      batch: '',
      measured: null,
    });
    const work = async () =>
      (await day()).works.find(({ jobId }) => jobId === file.jobs.find(({ blankId }) => blankId === tee?.id)?.id);
    const { body: blanks } = await server.ask<Blank[]>('GET', 'blanks');
    const name = blanks.find(({ id }) => id === tee?.id)?.name ?? '';
    expect((await work())?.stuck).toBe(`${name} is missing, and none is coming`);
    const bought = { supplier: 'Northmill Blanks', lead: 4, lot: 6, coming: { amount: 60, day: '2027-01-05' } };
    expect((await server.ask('PUT', `${item}/buying`, bought)).status).toBe(200);
    expect(await work()).toMatchObject({ stuck: null, ready: '2027-01-05' });
  });
  it('keeps hours, pins and the plan that was taken; two screens do not write over one another', async () => {
    const { book } = await day();
    const shift = { name: 'Wren', from: '07:30', to: '15:00', rest: null, days: [1, 3, 5] };
    const pin = { task: `${crypto.randomUUID()} press 1`, at: '2026-12-01T09:00:00.000Z', unit: null };
    const row = { task: pin.task, unit: '', start: pin.at, end: '2026-12-01T09:30:00.000Z' };
    const taken = { at: '2026-12-01T08:00:00.000Z', by: 'Wren', rows: [row] };
    const { status, body } = await keep({ ...book, shifts: [shift], pins: [pin], taken });
    expect(status).toBe(200);
    expect(body).toMatchObject({ version: book.version + 1, shifts: [shift], pins: [pin], taken });
    const late = await keep({ ...book, shifts: [] });
    expect([late.status, late.body.code]).toEqual([409, 'day.changed']);
    expect((await day()).book).toEqual(body);
  });
  it('tells what was pressed on a day as the log has it, and refuses what is no day', async () => {
    const { body: shop } = await server.ask<{ settings: { timeZone: string } }>('GET', 'shop');
    const { rows } = await server.db.raw<{
      rows: { day: string; closings: string; pieces: string; seconds: string }[];
    }>(
      `SELECT (at AT TIME ZONE ?)::date::text AS day, count(DISTINCT (job_id, side, at)) AS closings, count(*) AS pieces,
         sum(coalesce(actual, planned)) AS seconds FROM pressing GROUP BY 1 ORDER BY 3 DESC LIMIT 3`,
      [shop.settings.timeZone],
    );
    expect(rows.length).toBeGreaterThan(0);
    for (const row of rows) {
      const { body } = await server.ask<DoneBed[]>('GET', `day/done?day=${row.day}`);
      expect(body).toHaveLength(Number(row.closings));
      expect(body.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(Number(row.pieces));
      expect(body.every(({ cycle, seconds }) => cycle !== null && cycle >= seconds * 0.3)).toBe(true);
    }
    expect((await server.ask<DoneBed[]>('GET', 'day/done?day=2019-01-01')).body).toEqual([]);
    const { status, body } = await server.ask<Problem>('GET', 'day/done?day=tuesday');
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain('day');
  });
  it.each([
    [
      'hours that are none',
      { shifts: [{ name: 'Wren', from: '7', to: '15:00', rest: null, days: [1] }] },
      'like 08:30',
    ],
    ['an eighth day', { shifts: [{ name: 'Wren', from: '07:00', to: '15:00', rest: null, days: [8] }] }, 'days'],
    ['a pin at no moment', { pins: [{ task: 'x', at: 'noon', unit: null }] }, 'at'],
  ])('refuses %s', async (_, wrong, said) => {
    const { book } = await day();
    const { status, body } = await keep({ ...book, ...wrong });
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain(said);
  });
  it('is a calendar that another library reads: due days, deliveries and shifts (RFC 5545)', async () => {
    const { file } = await ordered(2, 2);
    const { body: due } = await server.ask<OrderFile>('PUT', `orders/${file.order.id}`, {
      version: file.order.version,
      name: file.order.name,
      customer: file.order.customer,
      due: '2026-12-24',
      note: '',
    });
    expect(due.order.due).toBe('2026-12-24');
    const answer = await fetch(`${server.url}/api/day/calendar`);
    expect(answer.headers.get('content-type')).toContain('text/calendar');
    const text = await answer.text();
    // Lines end as the RFC has them, and none is longer than 75 octets.
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    const one = events.find(({ summary }) => summary === `Due: order ${file.order.number}, ${file.order.name}`);
    expect(one?.startDate.isDate).toBe(true);
    expect(one?.startDate.toString()).toBe('2026-12-24');
    expect(events.some(({ summary }) => summary.startsWith('Comes: 60'))).toBe(true);
    const shifts = events.filter(({ summary }) => summary === 'Wren works' || summary === 'Hands works');
    for (const shift of shifts) {
      expect(shift.startDate.isDate).toBe(false);
      expect(shift.endDate.toJSDate().getTime() - shift.startDate.toJSDate().getTime()).toBeGreaterThan(3600_000);
    }
    expect(shifts.length).toBeGreaterThan(4);
    // The same thing keeps its name: a calendar that is read again does not double it.
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  });
});
