import fc from 'fast-check';
import type { BenchEvent } from './event.js';
import { packEvents, unpackEvents } from './packed.js';

const id = fc.uuid();
const head = {
  id: fc.oneof(
    { weight: 9, arbitrary: id },
    { weight: 1, arbitrary: fc.string() },
    id.map((one) => one.toUpperCase()),
  ),
  at: fc.oneof(
    {
      weight: 9,
      arbitrary: fc
        .date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true })
        .map((date) => date.toISOString()),
    },
    // A moment may be written otherwise, and is given back as it was written.
    { weight: 1, arbitrary: fc.constantFrom('2026-03-01T10:00:00Z', '2026-03-01T10:00:00.123456+02:00', 'no time') },
  ),
  by: fc.option(fc.constantFrom('Wren', 'Robin', ''), { nil: null }),
};
const count = fc.nat(5000);
const anEvent: fc.Arbitrary<BenchEvent> = fc.oneof(
  ...(['start', 'done', 'skip', 'stop', 'repeat'] as const).map((kind) =>
    fc.record({ ...head, kind: fc.constant(kind), bed: count, step: count }),
  ),
  ...(['start', 'done'] as const).map((kind) =>
    fc.record({ ...head, kind: fc.constant(kind), bed: count, step: count, from: count }),
  ),
  fc.record({ ...head, kind: fc.constant('undo' as const), undoes: id }),
  fc.record({ ...head, kind: fc.constant('verdict' as const), piece: count, verdict: fc.constant('good' as const) }),
  fc.record({
    ...head,
    kind: fc.constant('swap' as const),
    press: fc.record({ id, name: fc.string() }),
    dial: fc.double({ min: 0, max: 300, noNaN: true }),
  }),
);
/** Any events; some undo one of those before them, as nearly all do. */
const run = fc
  .tuple(fc.array(anEvent, { maxLength: 60 }), fc.array(fc.nat(), { minLength: 60, maxLength: 60 }))
  .map(([events, picks]) =>
    events.map((event, i): BenchEvent => {
      const before = events[(picks[i] ?? 0) % Math.max(1, i)];
      return event.kind === 'undo' && i > 0 && before && i % 4 !== 0 ? { ...event, undoes: before.id } : event;
    }),
  );

describe('packed events', () => {
  it('are the same again, through JSON, whatever they are', () => {
    fc.assert(
      fc.property(run, (events) => {
        const packed = JSON.parse(JSON.stringify(packEvents(events))) as ReturnType<typeof packEvents>;
        expect(unpackEvents(packed)).toEqual(events);
      }),
      { numRuns: 300 },
    );
  });

  it('take little more than half the bytes', () => {
    const events = Array.from({ length: 2000 }, (_, i): BenchEvent => ({
      id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
      at: new Date(Date.UTC(2026, 0, 5) + i * 21_007).toISOString(),
      by: i % 3 === 0 ? 'Robin' : 'Wren',
      kind: i % 2 === 0 ? 'start' : 'done',
      bed: Math.floor(i / 14),
      step: i % 14,
    }));
    expect(JSON.stringify(packEvents(events)).length).toBeLessThan(JSON.stringify(events).length * 0.6);
  });

  it('are refused when columns are cut short', () => {
    const packed = packEvents([
      {
        id: '00000000-0000-4000-8000-000000000001',
        at: '2026-03-01T10:00:00.000Z',
        by: null,
        kind: 'start',
        bed: 1,
        step: 2,
      },
    ]);
    expect(() => unpackEvents({ ...packed, step: [] })).toThrow(RangeError);
    expect(() => unpackEvents({ ...packed, kinds: 'x' })).toThrow(RangeError);
  });
});
