import fc from 'fast-check';
import { faultsOf, FT06, jobShop, madeWork, plainTask } from '../testing/index.js';
import { seeded } from '../numbers/index.js';
import {
  boundOf,
  buildDay,
  DayGraph,
  DaySearch,
  jacksonBound,
  RULES,
  shiftsOf,
  spanBound,
  USUAL_AIMS,
  type Aims,
  type DayModel,
} from './index.js';
import { dispatch } from './dispatch.js';

/** Only the end of it all. */
const SPAN: Aims = { late: 0, over: 0, change: 0, span: 1, flow: 0, moved: 0 };
const NOW = Date.parse('2026-11-30T08:00:00Z');
const moment = (day: string, clock: string) => (Date.parse(`${day}T${clock}:00Z`) - NOW) / 1000;
const day = (jobs: number, presses: number, seed: number) =>
  buildDay(madeWork(jobs, presses, seed), {
    presses: Array.from({ length: presses }, (_, p) => ({
      id: `press ${p}`,
      name: `Press ${p}`,
      warmUp: 900,
      rates: null,
      down: false,
      celsius: null,
    })),
    printers: [{ id: 'printer', name: 'Printer' }],
    shifts: shiftsOf(['Wren', 'Juniper', 'Ash'].slice(0, presses)),
    today: '2026-11-30',
    moment,
  }).model;

describe('a plan', () => {
  it('of ft06 ends at 55 (Fisher and Thompson 1963)', () => {
    const search = new DaySearch(FT06, { aims: SPAN, seed: 1, bound: 55 });
    search.run(20_000);
    expect(search.bestValue).toBe(55);
    expect(spanBound(FT06)).toBeLessThanOrEqual(55);
    search.graph.load(search.best);
    search.graph.time(SPAN);
    expect(faultsOf(FT06, search.graph)).toEqual([]);
  });
  it('of what has an order known to be shortest is that: two machines, by Johnson’s rule (Johnson 1954)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 })), {
          minLength: 2,
          maxLength: 9,
        }),
        (jobs) => {
          const model = jobShop(
            jobs.map(([a, b]) => [
              [0, a],
              [1, b],
            ]),
          );
          // Quicker first than second: by the first, rising; the others after them, by the second, falling.
          const order = [...jobs].sort((x, y) => {
            const [fast, other] = [x[0] < x[1], y[0] < y[1]];
            return fast !== other ? Number(other) - Number(fast) : fast ? x[0] - y[0] : y[1] - x[1];
          });
          let [one, two] = [0, 0];
          for (const [a, b] of order) {
            one += a;
            two = Math.max(one, two) + b;
          }
          const search = new DaySearch(model, { aims: SPAN, seed: 3, bound: two });
          search.run(3000);
          expect(search.bestValue).toBe(two);
          expect(spanBound(model)).toBeLessThanOrEqual(two);
        },
      ),
      { numRuns: 25 },
    ));
  it('of a small day is the best that there is: every order and every choice was tried', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const random = seeded(seed);
        const whole = (most: number) => 1 + Math.floor(random() * most);
        const heats = [
          [0, whole(6), whole(9)],
          [whole(6), 0, whole(6)],
          [whole(9), whole(6), 0],
        ];
        const tasks = Array.from({ length: 5 }, (_, t) =>
          plainTask(
            t >> 1,
            random() < 0.5
              ? [
                  [0, whole(9)],
                  [1, whole(9)],
                ]
              : [[whole(2) - 1, whole(9)]],
            { state: whole(3) - 1 },
          ),
        );
        // Changes that no other change is shorter than.
        for (let k = 0; k < 3; k++)
          for (let i = 0; i < 3; i++)
            for (let j = 0; j < 3; j++) {
              const row = heats[i] as number[];
              row[j] = Math.min(row[j] ?? 0, (row[k] ?? 0) + (heats[k]?.[j] ?? 0));
            }
        const model: DayModel = {
          units: [0, 1].map((i) => ({
            id: `${i}`,
            kind: 'press',
            windows: null,
            change: { first: [1, 2, 3], between: heats },
          })),
          tasks,
          links: [
            { before: 0, after: 1, wait: 1 },
            { before: 2, after: 3, wait: 0 },
          ],
          jobs: [0, 1, 2].map((j) => ({ id: `${j}`, due: 4 + 3 * j, weight: 1 + j })),
        };
        const aims: Aims = { late: 10, over: 0, change: 1, span: 1, flow: 0.1, moved: 0 };
        let best = Infinity;
        /** Tasks one after the other, each as soon as what was put before it allows. */
        const put = (left: readonly number[], times: readonly { unit: number; end: number; task: number }[]) => {
          if (left.length === 0) {
            let value = 0;
            const ends = [0, 0, 0];
            for (const { task, end } of times)
              ends[tasks[task]?.job ?? 0] = Math.max(ends[tasks[task]?.job ?? 0] ?? 0, end);
            ends.forEach((end, j) => (value += aims.late * (1 + j) * Math.max(0, end - (4 + 3 * j)) + aims.flow * end));
            value += aims.span * Math.max(...ends);
            for (const unit of [0, 1]) {
              let state: number | null = null;
              for (const one of times.filter((other) => other.unit === unit)) {
                const own = tasks[one.task]?.state ?? 0;
                value += aims.change * ((state === null ? [1, 2, 3][own] : heats[state]?.[own]) ?? 0);
                state = own;
              }
            }
            best = Math.min(best, value);
            return;
          }
          for (const t of left) {
            const link = model.links.find(({ after }) => after === t);
            const before = link ? times.find(({ task }) => task === link.before) : undefined;
            if (link && !before) continue;
            for (const { units, lasts } of tasks[t]?.needs[0]?.choices ?? []) {
              const unit = units[0] ?? 0;
              const last = times.filter((one) => one.unit === unit).at(-1);
              const own = tasks[t]?.state ?? 0;
              const change = (last ? heats[tasks[last.task]?.state ?? 0]?.[own] : [1, 2, 3][own]) ?? 0;
              const start = Math.max((last?.end ?? 0) + change, before ? before.end + (link?.wait ?? 0) : 0);
              put(
                left.filter((other) => other !== t),
                [...times, { unit, end: start + lasts, task: t }],
              );
            }
          }
        };
        put([0, 1, 2, 3, 4], []);
        const search = new DaySearch(model, { aims, seed: 1 });
        search.run(1500);
        expect(search.bestValue).toBeCloseTo(best, 6);
        expect(boundOf(model, aims)).toBeLessThanOrEqual(best + 1e-6);
      }),
      { numRuns: 20 },
    ));
  it('of any day has no fault, is never worse than any rule, and no better than its bound', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 10_000 }),
        (jobs, presses, seed) => {
          const model = day(jobs, presses, seed);
          const search = new DaySearch(model, { seed });
          search.run(60);
          const { graph, best } = search;
          graph.load(best);
          expect(graph.time(USUAL_AIMS)).toBeCloseTo(search.bestValue, 3);
          expect(faultsOf(model, graph)).toEqual([]);
          for (const rule of RULES) {
            const value = dispatch(graph, rule, USUAL_AIMS);
            expect(search.bestValue).toBeLessThanOrEqual(value + 1e-6);
            expect(faultsOf(model, graph)).toEqual([]);
          }
          expect(search.bestValue).toBeGreaterThanOrEqual(boundOf(model, USUAL_AIMS) - 1e-6);
        },
      ),
      { numRuns: 12 },
    ));
  it('is weighed move by move as it is timed as a whole', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const model = day(8, 2, seed);
        const random = seeded(seed);
        const { graph } = new DaySearch(model, { seed });
        let weighed = 0;
        for (let i = 0; i < 60; i++) {
          const before = graph.time(USUAL_AIMS);
          const task = Math.floor(random() * graph.tasks);
          const need = graph.taskNeeds[task] ?? 0;
          const move = {
            task,
            place: Math.floor(random() * graph.tasks) + 0.5,
            need: random() < 0.3 ? need : -1,
            choice: Math.floor(random() * graph.choicesOf(need)),
          };
          const value = graph.weigh(move, USUAL_AIMS);
          // Nothing of it stays.
          expect(graph.time(USUAL_AIMS)).toBe(before);
          if (value === Infinity) continue;
          graph.apply(move);
          graph.keep();
          expect(graph.time(USUAL_AIMS)).toBeCloseTo(value, 2);
          weighed++;
        }
        expect(weighed).toBeGreaterThan(5);
      }),
      { numRuns: 15 },
    ));
  it('does the same with the same seed, and goes on from where it stood', () => {
    const model = day(9, 2, 5);
    const [one, other] = [new DaySearch(model, { seed: 7 }), new DaySearch(model, { seed: 7 })];
    one.run(200);
    for (let i = 0; i < 10; i++) other.run(20);
    expect(other.bestValue).toBe(one.bestValue);
    expect(new DaySearch(model, { from: one.best }).bestValue).toBeCloseTo(one.bestValue, 6);
  });
  it('keeps what was put somewhere there, and counts how far it is kept from it', () => {
    const plain = day(3, 1, 2);
    const press = plain.tasks.findIndex(({ id }) => id.includes('press'));
    const tasks = plain.tasks.map((task, t) => (t === press ? { ...task, pinned: 3 * 3600 } : task));
    const search = new DaySearch({ ...plain, tasks }, { seed: 1 });
    search.run(300);
    search.graph.load(search.best);
    search.graph.time(USUAL_AIMS);
    expect(search.graph.start[press]).toBeCloseTo(3 * 3600, 6);
    expect(search.bestScores.moved).toBe(0);
  });
  it('says what is no model', () => {
    const model = jobShop([[[0, 1]]]);
    const broken = (tasks: DayModel['tasks']) => () => new DayGraph({ ...model, tasks });
    expect(broken([plainTask(7, [[0, 1]])])).toThrow('of job number 7, and there are 1 jobs');
    expect(broken([plainTask(0, [[3, 1]])])).toThrow('takes unit number 3, and there are 1 units');
    expect(broken([plainTask(0, [[0, -4]])])).toThrow('lasts -4 s: give nought or more');
    expect(broken([plainTask(0, [])])).toThrow('can be done by nothing');
  });
});

describe('Jackson’s preemptive schedule', () => {
  it('is no longer than any order of the same work, and as long where one piece of work stands alone', () => {
    const work = fc.record({
      head: fc.integer({ min: 0, max: 9 }),
      lasts: fc.integer({ min: 1, max: 9 }),
      tail: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(fc.array(work, { minLength: 1, maxLength: 5 }), (all) => {
        let best = Infinity;
        const put = (left: typeof all, now: number, end: number) => {
          if (left.length === 0) best = Math.min(best, end);
          left.forEach((one, i) => {
            const done = Math.max(now, one.head) + one.lasts;
            put(
              left.filter((_, k) => k !== i),
              done,
              Math.max(end, done + one.tail),
            );
          });
        };
        put(all, 0, 0);
        expect(jacksonBound(all)).toBeLessThanOrEqual(best);
        if (all.length === 1) expect(jacksonBound(all)).toBe(best);
      }),
      { numRuns: 60 },
    );
  });
  it('is cut up where that helps', () => {
    // Long work that is there at once, and short work with a long way to go that comes later: cut up it ends at 12, in one piece at 15 or 13.
    expect(
      jacksonBound([
        { head: 0, lasts: 6, tail: 0 },
        { head: 2, lasts: 1, tail: 9 },
      ]),
    ).toBe(12);
  });
});
