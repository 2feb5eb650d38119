import { benchPlan, benchTime, LINT, moved, PEEL, PRESS, PREPRESS } from '../testing/index.js';
import {
  asPressed,
  benchState,
  heatIsKnown,
  NEAR_PLAN,
  plateHeat,
  todoOf,
  type BenchEvent,
  type PressedCourse,
} from './index.js';

const STEPS = [LINT, PRESS, PEEL];
const plan = (pieces = 2, atOnce = 1) => ({
  ...benchPlan(STEPS, pieces, atOnce),
  press: { id: 'back', name: 'Back press', warmUp: 900 },
  heatAsked: true,
});
let count = 0;
const heat = (at: number, celsius = 196): BenchEvent => ({
  id: `heat-${count++}`,
  at: benchTime(at),
  by: 'Wren',
  kind: 'heat',
  celsius,
});
/** One bed, pressed for so many seconds. */
const bed = (n: number, from: number, seconds: number) => [
  moved('done', n, from, 0),
  moved('start', n, from + 5, 1),
  moved('done', n, from + 5 + seconds, 1),
  moved('done', n, from + 8 + seconds, 2),
];
const course = (n: number, celsius: number): PressedCourse => ({
  bed: n,
  step: 1,
  startedAt: benchTime(0),
  samples: [
    { at: 0, celsius },
    { at: 45, celsius },
  ],
});
const kinds = (events: BenchEvent[], courses: PressedCourse[] = [], n = 0) =>
  asPressed(plan(), benchState(plan(), events), courses)
    .get(n)
    ?.departures.map(({ kind }) => kind);

describe('a pressing held against its plan', () => {
  it.each([
    [45, []],
    [45 - NEAR_PLAN.share * 45, []],
    [49.5, []],
    [40, ['shorter']],
    [0.1, ['shorter']],
    [50, ['longer']],
  ])('planned 45 s, pressed %d s', (seconds, expected) =>
    expect(kinds([heat(0), ...bed(0, 1, seconds)])).toEqual(expected),
  );
  it.each([
    [196, []],
    [188.5, []],
    [187, ['cooler']],
    [77, ['cooler']],
    [205, ['hotter']],
  ])('dial at 196 °C, the plate read %d °C', (celsius, expected) =>
    expect(kinds(bed(0, 0, 45), [course(0, celsius)])).toEqual(expected),
  );
  it('asks nobody where the plate was read, and nobody of before', () => {
    expect(kinds(bed(0, 0, 45))).toEqual(['heat not known']);
    expect(kinds(bed(0, 0, 45), [course(0, 195)])).toEqual([]);
    const before = { ...plan(), heatAsked: false };
    expect(asPressed(before, benchState(before, bed(0, 0, 45))).get(0)?.departures).toEqual([]);
  });
  it('counts all pressings of a step together: opened early and pressed again is too long', () => {
    const twice = [heat(0), moved('done', 0, 1, 0), moved('start', 0, 5, 1), moved('stop', 0, 35, 1)];
    const again = [moved('start', 0, 40, 1), moved('done', 0, 85, 1)];
    const found = asPressed(plan(), benchState(plan(), [...twice, ...again])).get(0);
    expect(found).toMatchObject({ departures: [{ kind: 'longer', by: 30 }], dwell: 75 });
    // Opened early and finished: the two together are what was planned.
    const rest = [moved('start', 0, 40, 1), moved('done', 0, 55, 1)];
    expect(asPressed(plan(), benchState(plan(), [...twice, ...rest])).get(0)?.departures).toEqual([]);
  });
  it('knows a pressing that was passed over, and a bed of which nothing was pressed', () => {
    expect(kinds([heat(0), moved('done', 0, 1, 0), moved('skip', 0, 5, 1)])).toEqual(['left out']);
    expect(kinds([heat(0), ...bed(0, 1, 45)], [], 1)).toEqual(['not pressed']);
  });
  it('is of its own bed', () => {
    const events = [heat(0), ...bed(0, 1, 45), ...bed(1, 100, 5)];
    expect([kinds(events), kinds(events, [], 1)]).toEqual([[], ['shorter']]);
  });
});

describe('what somebody says of the heat', () => {
  const known = (events: BenchEvent[], at: number) => heatIsKnown(plan(), benchState(plan(), events), benchTime(at));
  it('holds while the press is in use, and not after it stood as long as it takes to heat up', () => {
    expect(known([], 0)).toBe(false);
    expect(known([heat(0)], 900)).toBe(true);
    expect(known([heat(0)], 901)).toBe(false);
    const pressed = [heat(0), ...bed(0, 800, 45)];
    expect([known(pressed, 1700), known(pressed, 1800)]).toEqual([true, false]);
  });
  it('is of the press that it was said of, and can be taken back', () => {
    const swap: BenchEvent = {
      id: 'swap',
      at: benchTime(10),
      by: null,
      kind: 'swap',
      press: { id: 'front', name: 'Front press' },
      dial: 190,
    };
    expect(known([heat(0), swap], 20)).toBe(false);
    const said = heat(0);
    const undo: BenchEvent = { id: 'u', at: benchTime(5), by: null, kind: 'undo', undoes: said.id };
    expect(known([said, undo], 20)).toBe(false);
    expect(benchState(plan(), [said]).undoable).toEqual(said);
  });
});

describe('a plate that is about to be closed', () => {
  const of = (events: BenchEvent[], reading: number | null | undefined, at = 60, steps = STEPS) => {
    const made = { ...plan(), steps };
    const state = benchState(made, events);
    return plateHeat(made, state, todoOf(made, state).first, { reading, now: benchTime(at) });
  };
  const ready = [moved('done', 0, 1, 0)];
  it('is asked about before the first closing, a pre-press too, and not while there is work at the table', () => {
    expect(of([], null)).toEqual({ kind: 'fine' });
    expect(of(ready, null)).toEqual({ kind: 'ask', dial: 196 });
    // A controller that is just being asked will tell.
    expect(of(ready, undefined)).toEqual({ kind: 'fine' });
    expect(of([...ready, heat(2)], null)).toEqual({ kind: 'fine' });
    expect(of([...ready, moved('start', 0, 5, 1)], null)).toEqual({ kind: 'fine' });
    expect(of([], null, 60, [PREPRESS, PRESS])).toEqual({ kind: 'ask', dial: 196 });
  });
  it('is asked about again after a pause as long as it takes to heat up', () => {
    const first = [heat(0), ...bed(0, 1, 45), moved('done', 1, 60, 0)];
    expect(of(first, null, 500)).toEqual({ kind: 'fine' });
    expect(of(first, null, 2000)).toEqual({ kind: 'ask', dial: 196 });
  });
  it('is waited for while it reads too little, whatever somebody said', () => {
    const cold = of([...ready, heat(2)], 25);
    expect(cold).toMatchObject({ kind: 'cold', celsius: 25, dial: 196 });
    // 171 of 176 °C above the room still to come, of 15 minutes.
    expect(cold.kind === 'cold' && Math.round(cold.wait)).toBe(874);
    expect(of(ready, 188)).toEqual({ kind: 'fine' });
    expect(of(ready, 187.9).kind).toBe('cold');
  });
});
