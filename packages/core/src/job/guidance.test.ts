import { tellingOf, todoOf, type BenchEvent, type Guidance, type Task } from '../bench/index.js';
import { benchState, coolsUntold } from '../bench/index.js';
import { benchPlan, benchTime, COOL, LAY, LINT, moved, PEEL, PRESS, RECOVER } from '../testing/index.js';
import { asking, guidanceOf, type RunPlan } from './index.js';

const TEE = [LINT, LAY, PRESS, PEEL, COOL];
/** A run as far as guidance reads it. */
const run = (more: { controller?: string | null; proven?: boolean } = {}): RunPlan =>
  ({
    ...benchPlan(TEE, 2),
    press: { id: 'back', name: 'Back press', controller: more.controller ?? null },
    settings: { temperature: { source: { kind: more.proven ? 'proven on this press' : 'reference chart' } } },
  }) as unknown as RunPlan;
const guided = (plan: RunPlan, events: BenchEvent[] = [], liked: Guidance | null = null) =>
  guidanceOf(plan, benchState(plan, events), liked);

describe('how hands are led', () => {
  const good = (bed: number) => [0, 1, 2, 2, 3].map((step, i) => moved(i === 2 ? 'start' : 'done', bed, i * 10, step));
  it('is by every step with goods that nobody here has pressed', () => expect(guided(run())).toBe('every step'));
  it('is by each pressing where they are proven, or once one bed came out well', () => {
    expect(guided(run({ proven: true }))).toBe('each pressing');
    expect(guided(run(), good(0).slice(0, 4))).toBe('every step');
    expect(guided(run(), good(0))).toBe('each pressing');
  });
  it('goes on by every step after a piece that was scrapped', () => {
    const spoiled: BenchEvent = {
      ...{ id: 'v', at: benchTime(60), by: null, kind: 'verdict', piece: 0, verdict: 'spoiled' },
      ...{ fault: 'pale', note: '', spot: null, photo: null },
    } as BenchEvent;
    expect(guided(run(), [...good(0), spoiled])).toBe('every step');
  });
  it('is left to a press that tells of itself, as long as it is pressed on that', () => {
    const plan = run({ controller: 'tcp://localhost:502' });
    expect(guided(plan)).toBe('the press tells');
    const swap: BenchEvent = {
      ...{ id: 's', at: benchTime(1), by: null, kind: 'swap' as const },
      ...{ press: { id: 'front', name: 'Front press' }, dial: 200 },
    };
    expect(guided(plan, [swap])).toBe('every step');
  });
  it('is as somebody chose for the run, else as whoever stands there likes it', () => {
    const chosen: BenchEvent = { id: 'g', at: benchTime(1), by: 'Wren', kind: 'guide', guidance: 'every step' };
    expect(guided(run(), [], 'each pressing')).toBe('each pressing');
    expect(guided(run({ proven: true }), [chosen], 'each pressing')).toBe('every step');
  });
});

describe('what is asked for', () => {
  const first = (steps: typeof TEE, guidance: Guidance, events: BenchEvent[] = []): Task => {
    const plan = benchPlan(steps, 2);
    const task = todoOf(plan, benchState(plan, events), null, guidance).first;
    if (!task) throw new Error('nothing is due');
    return task;
  };
  it.each([
    [
      'each pressing' as const,
      false,
      'Piece 1 of 2: lint-roll, lay it in, then close the press on it.',
      'Closed: start the clock',
    ],
    [
      'each pressing' as const,
      true,
      'Piece 1 of 2: lint-roll, lay it in, then set the iron down on it.',
      'It is down: start the clock',
    ],
    ['every step' as const, true, 'Piece 1 of 2: lint-roll.', 'Done'],
  ])('led by %s, at a hand iron: %s', (guidance, ironed, sentence, label) =>
    expect(asking(first(TEE, guidance), 2, ironed)).toMatchObject({ sentence, label }),
  );
  it('sums many things up', () =>
    expect(asking(first([LINT, LINT, LAY, PRESS], 'each pressing'), 1).sentence).toBe(
      'Make it ready, then close the press on it.',
    ));
  it('waits for the heat of a mug', () =>
    expect(asking(first([LINT, RECOVER, PRESS], 'each pressing'), 1)).toMatchObject({
      sentence: 'Lint-roll, wait for the heat.',
      label: 'It is hot: start the clock',
    }));
  it('tells of a stopped pressing in the words of a hand iron', () => {
    const events = [moved('done', 0, 0, 0), moved('done', 0, 1, 1), moved('start', 0, 2, 2), moved('stop', 0, 12, 2)];
    const stopped = first(TEE, 'each pressing', events);
    expect(asking(stopped, 1, true)).toMatchObject({
      sentence: 'Pressed for 10 of 45 s so far. Set it down for the other 35 s.',
      label: 'It is down: finish it',
    });
    expect(asking(stopped, 1)).toMatchObject({ label: 'Closed: finish it' });
    expect(tellingOf(stopped)).toEqual({ kind: 'start', bed: 0, step: 2, seconds: 35 });
  });
});

describe('what cools although nobody is asked about it', () => {
  const plan = benchPlan(TEE, 2);
  const events: BenchEvent[] = [
    { id: 'a', at: benchTime(0), by: null, kind: 'start', bed: 0, step: 2, from: 0 },
    { id: 'b', at: benchTime(45), by: null, kind: 'done', bed: 0, step: 4, from: 2 },
  ];
  it('is told with the moment at which it is cool, from its opening on', () =>
    expect(coolsUntold(plan, benchState(plan, events))).toEqual([{ pieces: [0], until: benchTime(45 + 90) }]));
  it('is no more once it is judged, or where its cooling was told', () => {
    const judged: BenchEvent = { id: 'c', at: benchTime(60), by: null, kind: 'verdict', piece: 0, verdict: 'good' };
    expect(coolsUntold(plan, benchState(plan, [...events, judged]))).toEqual([]);
    const told = [0, 1, 2, 2, 3, 4].map((step, i) => moved(i === 2 ? 'start' : 'done', 0, i * 10, step));
    expect(coolsUntold(plan, benchState(plan, told))).toEqual([]);
  });
});
