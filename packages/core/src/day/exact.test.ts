import fc from 'fast-check';
import { faultsOf, FT06, madeShop, madeWork, plainTask } from '../testing/index.js';
import { seeded } from '../numbers/index.js';
import { alikeUnits, twinsOf } from './exact-shape.js';
import { GraphShape } from './shape.js';
import { buildDay, DayGraph, DaySearch, ExactDay, USUAL_AIMS, type Aims, type DayModel } from './index.js';

const smallDay = (jobs: number, presses: number, seed: number): DayModel =>
  buildDay(madeWork(jobs, presses, seed), madeShop(presses, presses + 1, '2026-12-01')).model;

/** Every order of tasks that keeps the links, with every choice: the least that any comes to. No bounds, nothing left out. */
function leastOfAll(model: DayModel, aims: Aims): number {
  const graph = new DayGraph(model);
  let least = Infinity;
  const goOn = (line: readonly (readonly [task: number, choice: number])[]) => {
    if (line.length === model.tasks.length) {
      graph.clear();
      for (const [task, choice] of line) graph.append(task, choice);
      least = Math.min(least, graph.time(aims));
      return;
    }
    const done = new Set(line.map(([task]) => task));
    model.tasks.forEach(({ needs }, t) => {
      if (done.has(t) || model.links.some(({ before, after }) => after === t && !done.has(before))) return;
      needs[0]?.choices.forEach((_, choice) => {
        goOn([...line, [t, choice]]);
      });
    });
  };
  goOn([]);
  return least;
}

/** A few tasks with heats, hours, waits and a pin, each on one or two units. */
function madeUp(seed: number): DayModel {
  const random = seeded(seed);
  const whole = (most: number) => Math.floor(random() * (most + 1));
  const change = () => ({
    first: [whole(9), whole(9)],
    between: [
      [0, 2 + whole(6)],
      [2 + whole(6), 0],
    ],
  });
  const tasks = Array.from({ length: 5 }, (_, t) =>
    plainTask(
      t >> 1,
      random() < 0.5
        ? [[whole(1), 3 + whole(9)]]
        : [
            [0, 3 + whole(9)],
            [1, 3 + whole(9)],
          ],
      { state: whole(1), release: whole(6), pinned: random() < 0.2 ? 10 + whole(9) : null },
    ),
  );
  const hours =
    random() < 0.5
      ? [
          { from: 0, to: 16, over: 22 },
          { from: 30, to: 400, over: 420 },
        ]
      : null;
  return {
    units: [0, 1].map((unit) => ({
      id: `${unit}`,
      kind: 'press',
      windows: unit === 0 ? hours : null,
      change: random() < 0.8 ? change() : null,
    })),
    tasks,
    links: [{ before: 0, after: 1, wait: whole(4) }, ...(random() < 0.5 ? [{ before: 2, after: 3, wait: 0 }] : [])],
    jobs: [0, 1, 2].map((job) => ({ id: `${job}`, due: random() < 0.7 ? 10 + whole(20) : null, weight: 1 + whole(2) })),
  };
}

describe('a small day that is gone through', () => {
  it('comes to the least of all plans, those with hours, pins and changes among them: every order and choice was tried', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const model = madeUp(seed);
        const exact = new ExactDay(model, USUAL_AIMS, Infinity);
        expect(exact.run(1e6)).toBe('proven');
        expect(exact.bestValue).toBeCloseTo(leastOfAll(model, USUAL_AIMS), 6);
        const graph = new DayGraph(model);
        if (!exact.best) throw new Error('nothing was found');
        graph.load(exact.best);
        expect(graph.time(USUAL_AIMS)).toBe(exact.bestValue);
        expect(faultsOf(model, graph)).toEqual([]);
      }),
      { numRuns: 60 },
    ));
  it.each([
    [2, 1, 2],
    [3, 1, 2],
    [2, 2, 2],
    [3, 2, 1],
  ])(
    'of a shop (%i jobs, %i presses, seed %i) is no better than what the search found in good time',
    (jobs, presses, seed) => {
      const model = smallDay(jobs, presses, seed);
      const search = new DaySearch(model, { seed: 1 });
      search.run(1500);
      const exact = new ExactDay(model, USUAL_AIMS, Infinity);
      expect(exact.run(1e6)).toBe('proven');
      expect(search.bestValue).toBeGreaterThanOrEqual(exact.bestValue - 1e-6);
      expect(search.bestValue).toBeCloseTo(exact.bestValue, 3);
    },
  );
  it('finds nothing below the best, and what is better than another plan', () => {
    const model = smallDay(3, 1, 3);
    const exact = new ExactDay(model, USUAL_AIMS, Infinity);
    exact.run(1e6);
    const again = new ExactDay(model, USUAL_AIMS, exact.bestValue);
    expect(again.run(1e6)).toBe('proven');
    expect(again.best).toBeNull();
    const worse = new ExactDay(model, USUAL_AIMS, exact.bestValue + 1);
    worse.run(1e6);
    expect(worse.bestValue).toBe(exact.bestValue);
  });
  it('says that a day is too large rather than go on for ever', () => {
    expect(new ExactDay(FT06, USUAL_AIMS, Infinity).state).toBe('too large');
    const exact = new ExactDay(smallDay(5, 1, 2), USUAL_AIMS, Infinity);
    expect(exact.run(1e6)).toBe('too large');
    expect(exact.best).toBeNull();
  });
  it('knows what is alike: halves of a person, jigs of a kind, loads of a job', () => {
    const model = smallDay(2, 1, 2);
    const names = alikeUnits(model).map((group) => group.map((unit) => model.units[unit]?.id));
    expect(names).toContainEqual(['Person 0 1', 'Person 0 2']);
    for (const [first, then] of twinsOf(new GraphShape(model))) {
      const [a, b] = [model.tasks[first], model.tasks[then]];
      expect({ ...a, id: '' }).toEqual({ ...b, id: '' });
    }
  });
});
