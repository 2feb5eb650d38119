import fc from 'fast-check';
import { seeded } from '../numbers/index.js';
import { faultsOf, jobShop, madeShop, madeWork, plainTask } from '../testing/index.js';
import { buildDay, DayGraph, DaySearch, RULES, type DayModel } from './index.js';
import { dispatch } from './dispatch.js';
import { PlainTimes } from './plain.js';

const SPAN = { late: 0, over: 0, change: 0, span: 1, flow: 0, moved: 0 };

describe('a plain shop', () => {
  it('is timed as any other is, in less time: starts, ends, ranks and what holds each up', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.array(fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 1, max: 30 })), {
            minLength: 1,
            maxLength: 6,
          }),
          {
            minLength: 1,
            maxLength: 7,
          },
        ),
        fc.constantFrom(...RULES),
        (jobs, rule) => {
          const model = jobShop(jobs.map((steps) => steps.map(([machine, time]): [number, number] => [machine, time])));
          const [whole, fast] = [new DayGraph(model), new DayGraph(model)];
          expect(PlainTimes.fits(fast)).toBe(true);
          const span = dispatch(whole, rule, SPAN);
          fast.load(whole.save());
          expect(new PlainTimes(fast).time()).toBe(span);
          for (const what of ['start', 'end', 'rank', 'sorted', 'heldBy', 'heldAt'] as const)
            expect([what, ...fast[what]]).toEqual([what, ...whole[what]]);
        },
      ),
    ));
  it('is timed so where units change, tasks choose, and something waits, too', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...RULES), (seed, rule) => {
        const random = seeded(seed);
        const whole = (most: number) => Math.floor(random() * (most + 1));
        const row = () => Array.from({ length: 3 }, () => whole(9));
        const tasks = Array.from({ length: 12 }, (_, t) =>
          plainTask(
            t >> 2,
            [0, 1, 2].filter((unit) => unit === t % 3 || random() < 0.4).map((unit) => [unit, 1 + whole(20)]),
            { state: whole(2), release: whole(5) },
          ),
        );
        const model: DayModel = {
          units: [0, 1, 2].map((unit) => ({
            id: `${unit}`,
            kind: 'press',
            windows: null,
            change: random() < 0.7 ? { first: row(), between: [row(), row(), row()] } : null,
          })),
          tasks,
          links: tasks.flatMap((_, t) => (t % 4 > 0 ? [{ before: t - 1, after: t, wait: whole(6) }] : [])),
          jobs: [0, 1, 2].map((job) => ({ id: `${job}`, due: null, weight: 1 })),
        };
        const [timed, fast] = [new DayGraph(model), new DayGraph(model)];
        expect(PlainTimes.fits(fast)).toBe(true);
        const span = dispatch(timed, rule, SPAN);
        fast.load(timed.save());
        expect(new PlainTimes(fast).time()).toBe(span);
        for (const what of ['start', 'end', 'rank', 'sorted', 'heldBy', 'heldAt'] as const)
          expect([what, ...fast[what]]).toEqual([what, ...timed[what]]);
        const search = new DaySearch(model, { aims: SPAN, seed });
        search.run(60);
        search.graph.load(search.best);
        expect(search.graph.time(SPAN)).toBe(search.bestValue);
        expect(faultsOf(model, search.graph)).toEqual([]);
        expect(search.bestValue).toBeLessThanOrEqual(span);
      }),
    ));
  it('is timed after a shift from the first task that it touches on, and a shift in a circle is told', () => {
    const seen = { shifted: 0, round: 0 };
    for (let seed = 1; seed <= 12; seed++) {
      const random = seeded(seed);
      const model = jobShop(
        Array.from({ length: 6 }, () =>
          Array.from({ length: 5 }, (): [number, number] => [Math.floor(random() * 4), 1 + Math.floor(random() * 30)]),
        ),
      );
      const [whole, fast] = [new DayGraph(model), new DayGraph(model)];
      dispatch(fast, RULES[seed % RULES.length] ?? 'due', SPAN);
      const plain = new PlainTimes(fast);
      plain.time();
      for (let tries = 0; tries < 40; tries++) {
        const task = Math.floor(random() * fast.tasks);
        const place = Math.floor(random() * fast.tasks) - 0.5;
        const move = { task, place, need: -1, choice: -1 };
        if (!fast.apply(move)) continue;
        const span = plain.timeShift(move);
        whole.load(fast.save());
        expect(span).toBe(whole.time(SPAN));
        if (span === Infinity) {
          seen.round++;
          fast.revert(move);
          whole.load(fast.save());
          whole.time(SPAN);
        } else {
          seen.shifted++;
          fast.keep();
        }
        expect([...fast.start]).toEqual([...whole.start]);
        expect([...fast.end]).toEqual([...whole.end]);
        // Each stands behind all that it waits for.
        const waits = [
          ...model.links.map(({ before, after }) => [before, after]),
          ...Array.from(fast.before, (other, t) => [other, t]),
        ];
        const isBehind = ([one = -1, other = -1]: number[]) =>
          one < 0 || (fast.rank[one] ?? NaN) < (fast.rank[other] ?? NaN);
        expect(waits.every(isBehind)).toBe(true);
        expect([...fast.sorted].map((t) => fast.rank[t])).toEqual([...fast.rank.keys()]);
        // The longest way through what holds the last one up is the span: by starts and by tails alike.
        plain.measureTails();
        const free = { task, place: (fast.rank[task] ?? 0) + 0.25, need: -1, choice: -1 };
        expect(plain.of(free)).toBeLessThanOrEqual(fast.scores.span);
      }
    }
    expect(Math.min(seen.shifted, seen.round)).toBeGreaterThan(30);
  });
  it('is none where something is held for longer than it lasts', () => {
    const [task] = jobShop([[[0, 5]]]).tasks;
    const [need] = task?.needs ?? [];
    if (!task || !need) throw new Error('no task');
    const fits = (change: Partial<typeof need>) =>
      PlainTimes.fits(new DayGraph({ ...jobShop([[[0, 5]]]), tasks: [{ ...task, needs: [{ ...need, ...change }] }] }));
    expect(fits({})).toBe(true);
    expect(fits({ to: { of: 'end', plus: 3 } })).toBe(false);
    expect(fits({ from: { of: 'start', plus: 1 } })).toBe(false);
    expect(fits({ choices: [{ units: [], lasts: 5 }] })).toBe(false);
  });
  it('is none that has hours, heats, jigs or hands', () => {
    const { model } = buildDay(madeWork(3, 2, 1), madeShop(2, 2, '2026-12-01'));
    expect(PlainTimes.fits(new DayGraph(model))).toBe(false);
  });
});
