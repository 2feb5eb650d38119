import fc from 'fast-check';
import { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PRESS, UNLOAD } from '../testing/index.js';
import { allPressed, benchState, pressedPieces, todoOf, type BenchEvent } from './index.js';

const SOCKS = [LINT, LAY, PRESS, PEEL, COOL, UNLOAD];
const PAIRS = benchPlan(SOCKS, 24, 2);
const JIGS = 6;

/** A morning at the press by a worker who makes ready meanwhile, slips now and then, and takes it back; `draw` gives numbers from 0 to below 1. */
function morning(draw: () => number): BenchEvent[] {
  const events: BenchEvent[] = [];
  let now = 0;
  const add = (event: BenchEvent) => void events.push({ ...event, at: benchTime(now) });
  for (let i = 0; i < 2000; i++) {
    const { first, meanwhile, rack } = todoOf(PAIRS, benchState(PAIRS, events), JIGS);
    if (!first) return events;
    const chance = draw();
    const running = first.clock?.startedAt ? first : null;
    const last = events.at(-1);
    if (chance < 0.04 && last && last.kind !== 'undo')
      add({ id: `undo-${i}`, at: '', by: null, kind: 'undo', undoes: last.id });
    else if (chance < 0.07 && running) add(moved('stop', running.bed, 0, running.step));
    else if (chance < 0.09 && first.step > 0) add(moved('repeat', first.bed, 0, first.step - 1));
    else if (chance < 0.1 && first.pieces[0] !== undefined)
      add({
        id: `scrap-${i}`,
        at: '',
        by: 'Odo',
        kind: 'verdict',
        piece: first.pieces[0],
        verdict: 'spoiled',
        fault: 'creases',
        note: '',
        spot: null,
        photo: null,
      });
    else {
      const task = chance < 0.5 && meanwhile ? meanwhile : chance > 0.95 && rack[0] ? rack[0] : first;
      now += task === running ? 46 : 6;
      add(moved(task.event, task.bed, 0, task.step));
    }
  }
  throw new Error('the morning never ended');
}

describe('a recorded morning', () => {
  /** A different morning for every seed. Numerical Recipes’ linear congruence. */
  const mornings = fc.integer({ min: 1, max: 2 ** 31 }).map((seed) => {
    let at = seed;
    return morning(() => (at = (at * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32);
  });

  it('replays to where it ended, from its JSON, and in however many parts it is sent', () => {
    fc.assert(
      fc.property(mornings, fc.array(fc.nat({ max: 300 }), { maxLength: 8 }), (events, cuts) => {
        const whole = benchState(PAIRS, events);
        expect(allPressed(whole)).toBe(true);
        expect(benchState(PAIRS, JSON.parse(JSON.stringify(events)) as BenchEvent[])).toEqual(whole);
        // A screen sends again what it has no answer for: every part begins a little before the last one ended.
        const arrived: BenchEvent[] = [];
        for (const cut of [...cuts.sort((a, b) => a - b), events.length])
          arrived.push(...events.slice(Math.max(0, arrived.length - 5), cut));
        const order = [...new Map(arrived.map((event) => [event.id, event])).values()];
        expect(order).toEqual(events);
        expect(benchState(PAIRS, order)).toEqual(whole);
      }),
      { numRuns: 40 },
    );
  });
  it('has every piece pressed, or scrapped, and each pressing under its clock', () => {
    fc.assert(
      fc.property(mornings, (events) => {
        const state = benchState(PAIRS, events);
        expect(pressedPieces(state)).toEqual(Array.from({ length: 24 }, (_, piece) => piece));
        for (const { bed, over } of state.beds) {
          const pressings = state.records.filter((one) => one.bed === bed && SOCKS[one.step]?.kind === 'press');
          if (over === 'through') expect(pressings.some(({ outcome }) => outcome === 'done')).toBe(true);
          for (const { outcome, seconds } of pressings)
            if (outcome !== 'skipped') expect(seconds ?? -1).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 40 },
    );
  });
  it('never has more jigs under way than there are', () => {
    fc.assert(
      fc.property(mornings, (events) => {
        const seen: BenchEvent[] = [];
        for (const event of events) {
          seen.push(event);
          const begun = benchState(PAIRS, seen).beds.filter(
            ({ step, startedAt, over }) => over === 'no' && (step > 0 || startedAt !== null),
          );
          expect(begun.length * PAIRS.atOnce).toBeLessThanOrEqual(JIGS);
        }
      }),
      { numRuns: 6 },
    );
  });
});
