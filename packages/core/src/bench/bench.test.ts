import fc from 'fast-check';
import { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PRESS, RECOVER, UNLOAD } from '../testing/index.js';
import {
  allPressed,
  asPressed,
  bedsOf,
  benchState,
  namePieces,
  packEvents,
  pressedPieces,
  standing,
  tellingOf,
  todoOf,
  unpackEvents,
  wholeAgain,
  type BenchEvent,
  type BenchPlan,
} from './index.js';

const FLAT = [LINT, PRESS, PEEL];
const TEE = [LINT, LAY, PRESS, PEEL, COOL];
let count = 0;
const good = (piece: number, at = 500): BenchEvent => ({
  id: `g${count++}`,
  at: benchTime(at),
  by: null,
  kind: 'verdict',
  piece,
  verdict: 'good',
});
const spoiled = (piece: number, at = 50): BenchEvent => ({
  id: `s${count++}`,
  at: benchTime(at),
  by: null,
  kind: 'verdict',
  piece,
  verdict: 'spoiled',
  fault: 'ghost',
  note: '',
  spot: null,
  photo: null,
});
const undo = (event: BenchEvent | undefined, at = 600): BenchEvent => ({
  id: `u${count++}`,
  at: benchTime(at),
  by: null,
  kind: 'undo',
  undoes: event?.id ?? '',
});
/** All of FLAT for one bed. */
const oneBed = (bed: number, from: number) => [
  moved('done', bed, from, 0),
  moved('start', bed, from + 5, 1),
  moved('done', bed, from + 51, 1),
  moved('done', bed, from + 55, 2),
];

describe('benchState', () => {
  it('puts every piece on one bed, the last one as full as it gets', () => {
    const { beds } = benchState(benchPlan(FLAT, 5, 2), []);
    expect(beds.map(({ pieces }) => pieces)).toEqual([[0, 1], [2, 3], [4]]);
    expect(beds.every(({ step: at, over }) => at === 0 && over === 'no')).toBe(true);
  });
  it('keeps the time of a press from its recorded start and end', () => {
    const state = benchState(benchPlan(FLAT, 4, 2), oneBed(0, 0));
    expect(state.records.find((r) => r.step === 1)).toMatchObject({ seconds: 46, outcome: 'done', by: 'Wren' });
    expect(state.openedAt).toBe(benchTime(51));
    expect(pressedPieces(state)).toEqual([0, 1]);
    expect(allPressed(state)).toBe(false);
  });
  it('ends when every bed is through', () => {
    const state = benchState(benchPlan(FLAT, 2), [...oneBed(0, 0), ...oneBed(1, 100)]);
    expect(allPressed(state)).toBe(true);
    expect(todoOf(benchPlan(FLAT, 2), state).first).toBeNull();
  });
  it('does not end a press that never started', () => {
    const { beds } = benchState(benchPlan(FLAT, 1), [moved('done', 0, 0, 0), moved('done', 0, 9, 1)]);
    expect(beds[0]).toMatchObject({ step: 1, startedAt: null });
  });
  it('counts a step once, however many screens report it, and an event once, however often it comes', () => {
    const events = [moved('done', 0, 0, 0), moved('done', 0, 0.3, 0), moved('start', 0, 5, 1), moved('start', 0, 8, 1)];
    const state = benchState(benchPlan(FLAT, 1), [...events, ...events]);
    expect(state.beds[0]).toMatchObject({ step: 1, startedAt: benchTime(5) });
    expect(state.records).toHaveLength(1);
  });
  it('lets beds go on beside each other, in any order', () => {
    const events = [
      moved('done', 0, 0, 0),
      moved('start', 0, 5, 1),
      moved('done', 1, 20, 0),
      moved('done', 0, 51, 1),
      moved('start', 1, 60, 1),
    ];
    const { beds } = benchState(benchPlan(FLAT, 2), events);
    expect(beds.map(({ step: at, startedAt }) => [at, startedAt])).toEqual([
      [2, null],
      [1, benchTime(60)],
    ]);
  });
  it('takes back the last thing, and shows the next to be taken back', () => {
    const events = oneBed(0, 0).slice(0, 3);
    const last = benchState(benchPlan(FLAT, 1), events).undoable;
    expect(last).toEqual(events[2]);
    const all = [...events, undo(events[2])];
    const state = benchState(benchPlan(FLAT, 1), all);
    expect(state.beds[0]).toMatchObject({ step: 1, startedAt: benchTime(5) });
    expect(state.undoable).toEqual(events[1]);
    expect(standing(all)).toHaveLength(2);
  });
  it('records a skipped press without a time', () =>
    expect(benchState(benchPlan(FLAT, 1), [moved('done', 0, 0, 0), moved('skip', 0, 3, 1)]).records[1]).toMatchObject({
      outcome: 'skipped',
      seconds: null,
    }));
  it('stops a press with the time it had, and has it due again', () => {
    const events = [moved('done', 0, 0, 0), moved('start', 0, 5, 1), moved('stop', 0, 25, 1)];
    const state = benchState(benchPlan(FLAT, 1), events);
    expect(state.records[1]).toMatchObject({ outcome: 'stopped', seconds: 20 });
    expect(state.beds[0]).toMatchObject({ step: 1, startedAt: null });
    expect(benchState(benchPlan(FLAT, 1), [...events, moved('start', 0, 40, 1)]).beds[0]?.startedAt).toBe(
      benchTime(40),
    );
  });
  it('finishes what was stopped with the seconds that are left, or presses it whole again', () => {
    const plan = benchPlan(FLAT, 1);
    const stopped = [moved('done', 0, 0, 0), moved('start', 0, 5, 1), moved('stop', 0, 27.4, 1)];
    const { first } = todoOf(plan, benchState(plan, stopped));
    expect(first).toMatchObject({ event: 'start', stopped: { after: 22.4, of: 45 }, clock: { seconds: 23 } });
    if (!first) throw new Error('nothing is due');
    const head = { id: 'again', at: benchTime(40), by: null };
    const finished = [...stopped, { ...head, ...tellingOf(first) }];
    expect(todoOf(plan, benchState(plan, finished)).first?.clock).toEqual({ seconds: 23, startedAt: benchTime(40) });
    const through = [...finished, moved('done', 0, 63, 1), moved('done', 0, 70, 2)];
    expect(asPressed(plan, benchState(plan, through)).get(0)).toMatchObject({ departures: [], dwell: 22.4 + 23 });
    const whole = [...stopped, { ...head, ...wholeAgain(first) }];
    expect(todoOf(plan, benchState(plan, whole)).first?.clock?.seconds).toBe(45);
    const twice = [...whole, moved('done', 0, 85, 1)];
    expect(asPressed(plan, benchState(plan, twice)).get(0)?.departures).toMatchObject([{ kind: 'longer' }]);
    // Stopped a second time: what is left is what both have left.
    const again = benchState(plan, [...finished, moved('stop', 0, 50, 1)]);
    expect(todoOf(plan, again).first).toMatchObject({ stopped: { after: 32.4, of: 45 }, clock: { seconds: 13 } });
    expect(unpackEvents(packEvents(finished))).toEqual(finished);
    // Gone back to, it is pressed anew.
    const back = benchState(plan, [...stopped, moved('repeat', 0, 60, 0), moved('done', 0, 70, 0)]);
    expect(todoOf(plan, back).first).toMatchObject({ stopped: null, clock: { seconds: 45 } });
  });
  it('goes back to a step, and keeps what was pressed before', () => {
    const events = [...oneBed(0, 0), moved('repeat', 0, 60, 1)];
    const state = benchState(benchPlan(FLAT, 1), events);
    expect(state.beds[0]).toMatchObject({ step: 1, startedAt: null, over: 'no' });
    expect(state.records).toHaveLength(3);
    // Forward is no repeat.
    expect(benchState(benchPlan(FLAT, 1), [moved('repeat', 0, 0, 2)]).beds[0]?.step).toBe(0);
  });
  it('takes a scrapped piece off its bed, and gives a bed up that has none left', () => {
    const pair = benchPlan(FLAT, 4, 2);
    const one = benchState(pair, [moved('done', 0, 0, 0), spoiled(1)]);
    expect(one.beds[0]?.over).toBe('no');
    expect(todoOf(pair, one).press?.pieces).toEqual([0]);
    expect(pressedPieces(one)).toEqual([1]);
    const both = benchState(pair, [moved('done', 0, 0, 0), spoiled(0), spoiled(1)]);
    expect(both.beds[0]?.over).toBe('given up');
    expect(todoOf(pair, both).first).toMatchObject({ bed: 1, step: 0 });
  });
  it('goes on on another press, and says which press pressed what', () => {
    const swap: BenchEvent = {
      id: 'swap',
      at: benchTime(70),
      by: null,
      kind: 'swap',
      press: { id: 'front', name: 'Front press' },
      dial: 201,
    };
    const state = benchState(benchPlan(FLAT, 2), [...oneBed(0, 0), swap, ...oneBed(1, 100)]);
    expect(state).toMatchObject({ press: { id: 'front' }, dial: 201 });
    expect(state.records.filter((r) => r.step === 1).map(({ press }) => press.id)).toEqual(['back', 'front']);
  });
  it('runs what cools by a clock of its own, and takes a judged piece for cool', () => {
    const events = [
      moved('done', 0, 0, 0),
      moved('done', 0, 3, 1),
      moved('start', 0, 5, 2),
      moved('done', 0, 50, 2),
      moved('done', 0, 55, 3),
    ];
    const one = benchPlan(TEE, 1);
    const cooling = benchState(one, events);
    expect(todoOf(one, cooling).rack[0]?.clock).toEqual({ seconds: 90, startedAt: benchTime(55) });
    expect(benchState(one, [...events, moved('done', 0, 140, 4)]).beds[0]?.over).toBe('through');
    const judged = benchState(one, [...events, good(0, 150)]);
    expect(judged.beds[0]?.over).toBe('through');
    expect(judged.records.at(-1)).toMatchObject({ step: 4, seconds: 95 });
  });
  it('starts the dwell by itself when the heat is back', () => {
    const mug = benchPlan([LINT, LAY, RECOVER, PRESS], 1);
    const events = [moved('done', 0, 0, 0), moved('done', 0, 5, 1), moved('done', 0, 70, 2)];
    expect(benchState(mug, events).beds[0]).toMatchObject({ step: 3, startedAt: benchTime(70) });
  });
  it('keeps the last verdict of a piece, and none of a piece that is not there', () => {
    const verdicts = [good(0), spoiled(0), good(9)];
    expect(benchState(benchPlan(FLAT, 1), verdicts).verdicts).toEqual([verdicts[1]]);
  });
  it('loses no piece, counts none twice and lets no clock run backwards, whatever arrives', () => {
    const any = fc.record({
      kind: fc.constantFrom<'start' | 'done' | 'skip' | 'stop' | 'repeat' | 'good' | 'spoiled' | 'undo' | 'again'>(
        'start', 'start', 'done', 'done', 'done', 'skip', 'stop', 'repeat', 'good', 'spoiled', 'undo', 'again',
      ), // prettier-ignore
      bed: fc.integer({ min: 0, max: 3 }),
      index: fc.integer({ min: 0, max: 5 }),
      at: fc.integer({ min: 0, max: 400 }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 60 }), fc.constantFrom(1, 2, 3), (list, atOnce) => {
        const run = benchPlan(TEE, 5, atOnce);
        const events: BenchEvent[] = [];
        for (const { kind, bed, index, at } of list) {
          const earlier = events[(index * 7 + bed) % Math.max(1, events.length)];
          if (kind === 'good') events.push(good(bed, at));
          else if (kind === 'spoiled') events.push(spoiled(bed, at));
          else if (kind === 'undo') events.push(undo(earlier, at));
          else if (kind === 'again') events.push(...(earlier ? [earlier] : []));
          else events.push(moved(kind, bed, at, index));
        }
        const state = benchState(run, events);
        expect(state.beds).toHaveLength(bedsOf(run));
        expect(state.beds.flatMap(({ pieces }) => pieces)).toEqual([0, 1, 2, 3, 4]);
        expect(new Set(pressedPieces(state)).size).toBe(pressedPieces(state).length);
        for (const { seconds } of state.records) expect(seconds ?? 0).toBeGreaterThanOrEqual(0);
        for (const { bed, step: now } of state.beds) {
          // A bed moves by one step at a time, or back by a repeat.
          let at = 0;
          for (const record of state.records.filter((one) => one.bed === bed)) {
            expect(record.step).toBeLessThanOrEqual(at);
            at = record.outcome === 'stopped' ? record.step : record.step + 1;
          }
          expect(now).toBeLessThanOrEqual(TEE.length);
        }
        // Sent again as a whole, as after an hour without a server, it is the same.
        const { undoable, ...rest } = benchState(run, [...events, ...events]);
        expect(rest).toEqual({ ...state, undoable: undefined });
        expect(undoable).toEqual(state.undoable);
        // All taken back, nothing has happened.
        const back = [...events, ...events.map((event) => undo(event))];
        expect(benchState(run, back)).toEqual(benchState(run, []));
      }),
    );
  });
});

describe('todoOf', () => {
  const follow = (run: BenchPlan, jigs: number | null, events: BenchEvent[] = []) => ({
    todo: () => todoOf(run, benchState(run, events), jigs),
    do: (kind: 'start' | 'done', bed: number, index: number) =>
      void events.push(moved(kind, bed, events.length * 10, index)),
  });
  it('begins with the first bed, makes the next one ready while the clock runs, and only that one', () => {
    const bench = follow(benchPlan(TEE, 4), null);
    expect(bench.todo().first).toMatchObject({ bed: 0, step: 0, event: 'done' });
    bench.do('done', 0, 0);
    bench.do('done', 0, 1);
    expect(bench.todo()).toMatchObject({ inPress: true, first: { bed: 0, step: 2, event: 'start' }, meanwhile: null });
    bench.do('start', 0, 2);
    expect(bench.todo().meanwhile).toMatchObject({ bed: 1, step: 0 });
    bench.do('done', 1, 0);
    // One waits for the press: no more are laid about.
    expect(bench.todo()).toMatchObject({ first: { bed: 0, step: 2 }, meanwhile: null });
    bench.do('done', 0, 2);
    bench.do('done', 0, 3);
    // The first cools by itself; the one that was made ready goes in.
    expect(bench.todo()).toMatchObject({ inPress: false, first: { bed: 1, step: 1 }, rack: [{ bed: 0, step: 4 }] });
  });
  it('begins no more beds than there are jigs', () => {
    const run = benchPlan([LINT, LAY, PRESS, PEEL, COOL, UNLOAD], 8, 2);
    const bench = follow(run, 2);
    bench.do('done', 0, 0);
    bench.do('done', 0, 1);
    bench.do('start', 0, 2);
    expect(bench.todo()).toMatchObject({ meanwhile: null, held: 'All 2 jigs are in use.' });
    const more = follow(run, 4);
    more.do('done', 0, 0);
    more.do('done', 0, 1);
    more.do('start', 0, 2);
    expect(more.todo()).toMatchObject({ meanwhile: { bed: 1, step: 0 }, held: null });
  });
  it('never leaves a run with nothing to do before it is pressed, and comes to its end by what it says', () => {
    const steps = fc.constantFrom(
      FLAT,
      TEE,
      [LINT, LAY, RECOVER, PRESS, COOL, UNLOAD],
      [LINT, PRESS, LINT, LAY, PRESS, PEEL],
    );
    const choose = fc.infiniteStream(fc.integer({ min: 0, max: 2 }));
    fc.assert(
      fc.property(
        steps,
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(null, 1, 4),
        choose,
        (list, pieces, atOnce, jigs, choices) => {
          const run = benchPlan(list, pieces, atOnce);
          const events: BenchEvent[] = [];
          for (let i = 0; i < 400; i++) {
            const state = benchState(run, events);
            const { first, meanwhile, rack } = todoOf(run, state, jigs);
            if (!first) {
              expect(allPressed(state)).toBe(true);
              expect(pressedPieces(state)).toHaveLength(pieces);
              return;
            }
            const pick = [first, meanwhile ?? first, rack[0] ?? first][choices.next().value as number] ?? first;
            events.push(moved(pick.event, pick.bed, i, pick.step));
          }
          throw new Error('it never came to an end');
        },
      ),
    );
  });
  it.each([
    [[2], 'Piece 3 of 8'],
    [[2, 3], 'Pieces 3 and 4 of 8'],
    [[0, 1, 2, 3], 'Pieces 1 to 4 of 8'],
    [[0, 2, 3], 'Pieces 1, 3 and 4 of 8'],
  ])('names %j', (pieces, name) => {
    expect(namePieces(pieces, 8)).toBe(name);
  });
});
