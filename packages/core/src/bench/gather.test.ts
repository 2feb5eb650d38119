import fc from 'fast-check';
import {
  benchPlan,
  benchTime,
  COOL,
  LAY,
  LINT,
  moved,
  PEEL,
  PREPRESS,
  PRESS,
  RECOVER,
  UNLOAD,
} from '../testing/index.js';
import type { Step } from '../stack/index.js';
import {
  allPressed,
  benchState,
  dueStep,
  GUIDANCES,
  packEvents,
  tellingOf,
  todoOf,
  unpackEvents,
  whenClosed,
  whenOpened,
  whenRead,
  type BenchEvent,
  type BenchPlan,
  type Guidance,
  type LeverEvent,
} from './index.js';

const WAIT: Step = { ...COOL, kind: 'wait' };
const TURN: Step = { ...LAY, kind: 'turn', title: 'Turn it over' };
const COLD_PEEL: Step = { ...PEEL, at: 'table' };
/** A tee, socks on a jig that are flipped, a mat in two pressings, two sides that cool between, and a mug. */
const TEE = [LINT, PREPRESS, LINT, LAY, PRESS, PEEL, COOL];
const SOCKS = [LINT, LAY, PRESS, TURN, PRESS, WAIT, COLD_PEEL, UNLOAD];
const TWO_SIDES = [LINT, LAY, PRESS, WAIT, COLD_PEEL, COOL, TURN, LINT, LAY, PRESS, WAIT, COLD_PEEL];
const MUG = [LINT, LAY, RECOVER, PRESS, WAIT, COLD_PEEL];

let count = 0;
const tell = (told: LeverEvent, at: number): BenchEvent => ({
  id: `told-${count++}`,
  at: benchTime(at),
  by: 'Wren',
  ...told,
});
/** Does what is said until all is pressed; gives the events. */
function follow(run: BenchPlan, guidance: Guidance): BenchEvent[] {
  const events: BenchEvent[] = [];
  for (let i = 0; i < 500; i++) {
    const { first } = todoOf(run, benchState(run, events), null, guidance);
    if (!first) return events;
    events.push(tell(tellingOf(first), i * 60));
  }
  throw new Error('it never came to an end');
}
const outcomes = (run: BenchPlan, events: BenchEvent[]) =>
  benchState(run, events)
    .records.sort((a, b) => a.step - b.step)
    .map(({ outcome }) => outcome);

describe('a bench that leads by each pressing', () => {
  it.each([
    ['a tee that is pre-pressed', TEE, 5],
    ['socks that are flipped', SOCKS, 5],
    ['two sides that cool between', TWO_SIDES, 5],
    ['a mug that is waited for', MUG, 3],
  ])('asks %s for two taps a pressing and one for the end', (_, steps, taps) => {
    const run = benchPlan(steps, 1);
    const events = follow(run, 'each pressing');
    expect(events).toHaveLength(taps);
    expect(allPressed(benchState(run, events))).toBe(true);
    expect(follow(run, 'every step')).toHaveLength(
      steps.length + steps.filter((step, i) => step.seconds !== null && steps[i - 1]?.kind !== 'recover').length,
    );
  });
  it('gathers what is done at the table with the closing, and what follows the opening with that', () => {
    const run = benchPlan(TEE, 2);
    const first = (events: BenchEvent[]) => todoOf(run, benchState(run, events), null, 'each pressing').first;
    expect(first([])).toMatchObject({ bed: 0, step: 1, event: 'start', before: [LINT], after: [] });
    const closed = tell({ kind: 'start', bed: 0, step: 1, from: 0 }, 10);
    expect(first([closed])).toMatchObject({ step: 1, event: 'done', clock: { startedAt: benchTime(10) }, before: [] });
    const opened = tell({ kind: 'done', bed: 0, step: 1 }, 15);
    expect(first([closed, opened])).toMatchObject({ bed: 0, step: 4, event: 'start', before: [LINT, LAY] });
    const pressing = tell({ kind: 'start', bed: 0, step: 4, from: 2 }, 30);
    expect(todoOf(run, benchState(run, [closed, opened, pressing]), null, 'each pressing')).toMatchObject({
      first: { step: 4, after: [PEEL] },
      meanwhile: null,
      ahead: { pieces: [1], steps: [LINT] },
    });
    const peeled = tell({ kind: 'done', bed: 0, step: 5, from: 4 }, 75);
    const state = benchState(run, [closed, opened, pressing, peeled]);
    // It cools from the opening on.
    expect(state.beds[0]).toMatchObject({ step: 6, startedAt: benchTime(75) });
    expect(state.openedAt).toBe(benchTime(75));
  });
  it('writes down as passed what nobody told, with no time of its own', () => {
    const run = benchPlan(TEE, 1);
    const events = follow(run, 'each pressing');
    expect(outcomes(run, events)).toEqual(['passed', 'done', 'passed', 'passed', 'done', 'passed', 'done']);
    for (const { outcome, seconds, startedAt } of benchState(run, events).records)
      if (outcome === 'passed') expect([seconds, startedAt]).toEqual([null, null]);
    expect(outcomes(run, follow(run, 'every step'))).not.toContain('passed');
  });
  it('takes all of an act back by one undo', () => {
    const run = benchPlan(TEE, 1);
    const closed = tell({ kind: 'start', bed: 0, step: 1, from: 0 }, 10);
    const undo: BenchEvent = { id: 'u', at: benchTime(11), by: null, kind: 'undo', undoes: closed.id };
    expect(benchState(run, [closed, undo])).toEqual(benchState(run, []));
  });
  it('never passes a pressing unseen, nor what was told twice or too late', () => {
    const run = benchPlan(TEE, 1);
    const none = benchState(run, []);
    for (const told of [
      { kind: 'start' as const, bed: 0, step: 4, from: 0 },
      { kind: 'done' as const, bed: 0, step: 5, from: 0 },
      { kind: 'start' as const, bed: 0, step: 0, from: 1 },
      { kind: 'done' as const, bed: 0, step: 99, from: 0 },
    ])
      expect(benchState(run, [tell(told, 5)])).toEqual(none);
    const closed = tell({ kind: 'start', bed: 0, step: 1, from: 0 }, 10);
    // A second screen that is led by every step told that the lint is off, too late.
    const late = [closed, moved('done', 0, 11, 0), tell({ kind: 'start', bed: 0, step: 1, from: 0 }, 12)];
    expect(benchState(run, late).beds).toEqual(benchState(run, [closed]).beds);
  });
  it('leaves what cools where others are pressed before it goes on', () => {
    const run = benchPlan(TWO_SIDES, 2);
    const side = [tell({ kind: 'start', bed: 0, step: 2, from: 0 }, 0), tell({ kind: 'done', bed: 0, step: 2 }, 45)];
    const todo = todoOf(run, benchState(run, side), null, 'each pressing');
    expect(todo.first).toMatchObject({ bed: 1, step: 2, event: 'start' });
    // Off the rack it is made ready by hand; the closing that follows is not told by that.
    expect(todo.rack).toMatchObject([{ bed: 0, step: 3, event: 'done', before: [], after: [] }]);
  });
});

describe('a press that tells of itself', () => {
  it('asks for nothing by hand', () => {
    const run = benchPlan(TEE, 2);
    const events: BenchEvent[] = [];
    let at = 0;
    const lever = (closed: boolean) => {
      const state = benchState(run, events);
      const told = closed
        ? whenClosed(run, state, null, 'the press tells')
        : whenOpened(run, state, benchTime(at), null, 'the press tells');
      events.push(...told.map((one) => tell(one, at)));
      return told.length;
    };
    for (let pressing = 0; pressing < 4; pressing++) {
      expect(lever(true)).toBe(1);
      // Closed already: nothing more is meant by it.
      expect(lever(true)).toBe(0);
      at += pressing % 2 === 0 ? 5 : 45;
      expect(lever(false)).toBe(1);
      at += 20;
    }
    expect(allPressed(benchState(run, events))).toBe(true);
    expect(lever(true)).toBe(0);
  });
  it('waits for the heat of a mug by what the plate reads', () => {
    const run = benchPlan(MUG, 1);
    const laid = whenClosed(run, benchState(run, []), null, 'the press tells');
    expect(laid).toEqual([{ kind: 'done', bed: 0, step: 1, from: 0 }]);
    const events = laid.map((one) => tell(one, 0));
    expect(whenClosed(run, benchState(run, events), null, 'the press tells')).toEqual([]);
    const [hot] = whenRead(run, benchState(run, events), { celsius: 190, closedFor: 60 }, null);
    expect(hot).toEqual({ kind: 'done', bed: 0, step: 2 });
  });
  it('opened too early is due again, by itself', () => {
    const run = benchPlan(TEE, 1);
    const events = [tell({ kind: 'start', bed: 0, step: 1, from: 0 }, 0), tell({ kind: 'done', bed: 0, step: 1 }, 5)];
    events.push(tell({ kind: 'start', bed: 0, step: 4, from: 2 }, 20));
    expect(whenOpened(run, benchState(run, events), benchTime(30), null, 'the press tells')).toEqual([
      { kind: 'stop', bed: 0, step: 4 },
    ]);
  });
});

describe('however hands are led, and whoever changes it on the way', () => {
  it('every piece goes through every pressing, in order, and the events are the same again when packed', () => {
    const plans = fc.constantFrom(
      TEE,
      SOCKS,
      TWO_SIDES,
      MUG,
      [PRESS, PEEL],
      [LINT, LAY, PRESS, TURN, LINT, LAY, PRESS],
    );
    fc.assert(
      fc.property(
        plans,
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 3 }),
        fc.infiniteStream(fc.constantFrom(...GUIDANCES)),
        fc.infiniteStream(fc.nat(3)),
        (steps, pieces, atOnce, guidances, picks) => {
          const run = benchPlan(steps, pieces, atOnce);
          const events: BenchEvent[] = [];
          for (let i = 0; i < 500; i++) {
            const state = benchState(run, events);
            const guidance = guidances.next().value as Guidance;
            const { first, meanwhile, rack } = todoOf(run, state, null, guidance);
            if (!first) break;
            // Of what is gathered, the step that the bed is at is the one that is due.
            expect(dueStep(first)).toBe(state.beds[first.bed]?.step);
            const choice = [first, first, meanwhile ?? first, rack[0] ?? first][picks.next().value as number] ?? first;
            const event = tell(tellingOf(choice), i * 30);
            events.push(event);
            // What it asks for is never stale.
            expect(benchState(run, events).undoable).toBe(event);
          }
          const state = benchState(run, events);
          expect(allPressed(state)).toBe(true);
          for (const { bed } of state.beds) {
            const own = state.records.filter((record) => record.bed === bed);
            expect(own.map(({ step }) => step)).toEqual(steps.map((_, step) => step));
            own.forEach(({ step, outcome }) => {
              if ((steps[step]?.seconds ?? null) !== null) expect(outcome).toBe('done');
            });
          }
          expect(unpackEvents(packEvents(events))).toEqual(events);
        },
      ),
      { numRuns: 300 },
    );
  });
});
