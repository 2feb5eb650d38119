import fc from 'fast-check';
import { benchState, RunningBench, type BenchEvent, type BenchPlan } from './index.js';
import type { Step } from '../stack/index.js';

const step = (at: Step['at'], seconds: number | null): Step =>
  ({ kind: at === 'press' ? 'press' : 'place', at, seconds, takes: 5, side: 0 }) as unknown as Step;
const plan: BenchPlan = {
  steps: [step('table', null), step('press', 45), step('rack', null)],
  pieces: 7,
  atOnce: 2,
  press: { id: 'p', name: 'Back press' },
};
const moment = (n: number) => new Date(Date.parse('2026-11-27T08:00:00Z') + n * 1000).toISOString();

/** Anything that can come, in any order: stale steps, verdicts too early, undo of what is not there. */
const arbitraryEvents = fc
  .array(
    fc.record({
      kind: fc.constantFrom('start', 'done', 'skip', 'stop', 'repeat', 'verdict', 'undo', 'swap', 'guide'),
      bed: fc.nat(4),
      step: fc.nat(3),
      from: fc.option(fc.nat(3), { nil: undefined }),
      piece: fc.nat(7),
      good: fc.boolean(),
      undoes: fc.nat(40),
    }),
    { maxLength: 40, size: 'max' },
  )
  .map((list) =>
    list.map(({ kind, bed, step: at, from, piece, good, undoes }, n): BenchEvent => {
      const head = { id: `e${n}`, at: moment(n), by: null };
      if (kind === 'undo') return { ...head, kind, undoes: `e${undoes}` };
      if (kind === 'swap') return { ...head, kind, press: { id: 'q', name: 'Front press' }, dial: 200 };
      if (kind === 'verdict')
        return good
          ? { ...head, kind, piece, verdict: 'good' }
          : { ...head, kind, piece, verdict: 'spoiled', fault: 'pale', note: '', spot: null, photo: null };
      if (kind === 'guide') return { ...head, kind, guidance: good ? 'each pressing' : 'the press tells' };
      const reaches = from !== undefined && (kind === 'start' || kind === 'done') ? { from } : {};
      return { ...head, kind: kind as 'done', bed, step: at, ...reaches };
    }),
  );

describe('a run that events are added to', () => {
  it('is at every moment what all of its events make it', () => {
    fc.assert(
      fc.property(arbitraryEvents, fc.array(fc.nat(5), { maxLength: 40 }), (events, sizes) => {
        const running = new RunningBench(plan);
        for (let at = 0, turn = 0; at < events.length; turn++) {
          const size = 1 + (sizes[turn] ?? 0);
          // Some are sent twice.
          running.add(events.slice(Math.max(0, at - 1), at + size));
          at += size;
          expect(running.state).toEqual(benchState(plan, events.slice(0, at)));
        }
        expect(running.events).toEqual(events);
      }),
      { numRuns: 400 },
    );
  });
  it('names every bed whose pressings changed', () => {
    fc.assert(
      fc.property(arbitraryEvents, (events) => {
        const running = new RunningBench(plan);
        for (const [n, event] of events.entries()) {
          const before = benchState(plan, events.slice(0, n));
          const beds = running.add([event]);
          for (const { bed } of before.beds) {
            if (beds === null || beds.has(bed)) continue;
            const of = (state: typeof before) => state.records.filter((record) => record.bed === bed);
            expect(of(running.state)).toEqual(of(before));
          }
        }
      }),
      { numRuns: 200 },
    );
  });
});
