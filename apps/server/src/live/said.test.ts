import { randomBytes, randomUUID } from 'node:crypto';
import { deflateRawSync } from 'node:zlib';
import type { BenchEvent } from '@kanga/core/bench';
import { opened, sealed, type Said } from './said.js';

const entry = (): BenchEvent =>
  ({ id: randomUUID(), at: '2026-12-01T08:00:00.000Z', by: 'Wren', kind: 'heat', celsius: 196 }) as BenchEvent;
const run = (count: number): Said => ({
  kind: 'live',
  message: { kind: 'run', jobId: randomUUID(), from: 3, events: Array.from({ length: count }, entry) },
});

test.each([1, 20, 40, 100])('%i entries are heard as they were said', (count) => {
  const said = run(count);
  const text = sealed(said);
  expect(Buffer.byteLength(text)).toBeLessThan(8000);
  expect(opened(text)).toEqual(said);
});

test('what is too much even when it is packed is said to be much', () => {
  const text = sealed(run(1000));
  expect(opened(text)).toEqual({ kind: 'much' });
});

test('orders and what came of them are heard as they were said', () => {
  const [id, pressId] = [randomUUID(), randomUUID()];
  const all: Said[] = [
    { kind: 'hello' },
    { kind: 'order', id, order: { kind: 'set', pressId, celsius: 196.5 } },
    { kind: 'order', id, order: { kind: 'lever', pressId, closed: true } },
    { kind: 'done', id, press: { pressId, reading: null, trouble: 'away' } },
    {
      kind: 'refused',
      id,
      status: 422,
      problem: { code: 'press.heat-limit', title: 'Too hot', remedy: '', faults: [] },
    },
  ];
  for (const said of all) expect(opened(sealed(said))).toEqual(said);
});

test.each([
  '',
  'x',
  'null',
  '{}',
  '~',
  '~~~',
  `~${randomBytes(40).toString('base64')}`,
  // A megabyte of nothing, packed small.
  `~${deflateRawSync(Buffer.alloc(5_000_000, 32)).toString('base64')}`,
  '[]',
  JSON.stringify({ kind: 'never heard of' }),
  JSON.stringify({ kind: 'hello', by: 'somebody' }),
  JSON.stringify({ kind: 'live', message: { kind: 'run', jobId: 'all', from: -1, events: [] } }),
  JSON.stringify({ kind: 'order', id: randomUUID(), order: { kind: 'set', pressId: randomUUID() } }),
])('what no server says is not heard, %#', (text) => {
  expect(() => opened(text)).toThrow();
});
