import fc from 'fast-check';
import { USUAL_HOUSE } from '../shop/index.js';
import {
  blanksToOrder,
  controlChart,
  falloutBy,
  falloutOf,
  pareto,
  runsOf,
  wilsonInterval,
  type RunOutcome,
} from './index.js';

const run = (change: Partial<RunOutcome> = {}): RunOutcome => ({
  day: '2026-11-20',
  press: 'Back press',
  blank: 'Tee',
  by: null,
  house: null,
  good: 10,
  spoiled: 0,
  faults: {},
  ...change,
});

describe('fallout', () => {
  it('is spoiled among pressed, with Wilson’s interval, and is told apart from the aim only where that allows it', () => {
    expect(falloutOf([])).toBeNull();
    const few = falloutOf([run({ good: 5, spoiled: 1 })]);
    expect(few).toMatchObject({ spoiled: 1, pressed: 6, against: null });
    expect([few?.low, few?.high]).toEqual([wilsonInterval(1, 6).low, wilsonInterval(1, 6).high]);
    expect(falloutOf([run({ good: 90, spoiled: 10 })])?.against).toBe('above');
    expect(falloutOf([run({ good: 1000, spoiled: 2 })])?.against).toBe('below');
  });
  it('by press and by blank puts first what is surely bad, not what is seldom pressed', () => {
    const runs = [
      run({ press: 'Front press', good: 1, spoiled: 1 }),
      run({ press: 'Back press', good: 80, spoiled: 20 }),
      run({ press: 'Mug press', good: 40, spoiled: 0 }),
    ];
    expect(falloutBy(runs, 'press').map(({ name }) => name)).toEqual(['Back press', 'Front press', 'Mug press']);
    expect(falloutBy(runs, 'blank')).toHaveLength(1);
  });
});

// NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.3.2: limits p ± 3 √(p (1 − p) / n).
describe('the control chart', () => {
  it('has the limits of the handbook’s formula for samples of 50 with a mean of 0.2313', () => {
    // 347 of 1500 (30 samples of 50): mean 0.2313, limits 0.4102 and 0.0524, as the handbook's worked example gives them (from memory).
    const days = Array.from({ length: 30 }, (_, i) => {
      const spoiled = i < 17 ? 12 : 11;
      return run({ day: `2026-10-${String(i + 1).padStart(2, '0')}`, spoiled, good: 50 - spoiled });
    });
    const chart = controlChart(days);
    expect(chart?.mean).toBeCloseTo(347 / 1500, 12);
    expect(chart?.days[0]?.upper).toBeCloseTo(0.4102, 3);
    expect(chart?.days[0]?.lower).toBeCloseTo(0.0524, 3);
    expect(chart?.days.every(({ out }) => !out)).toBe(true);
  });
  it('marks a day that is out, widens for few pieces, and keeps days in order', () => {
    const days = [
      run({ day: '2026-11-03', good: 60, spoiled: 40 }),
      run({ day: '2026-11-01', good: 200, spoiled: 4 }),
      run({ day: '2026-11-02', good: 4, spoiled: 0 }),
      run({ day: '2026-11-04', good: 0, spoiled: 0 }),
    ];
    const chart = controlChart(days);
    expect(chart?.days.map(({ day }) => day)).toEqual(['2026-11-01', '2026-11-02', '2026-11-03']);
    expect(chart?.days.map(({ out }) => out)).toEqual([true, false, true]);
    expect((chart?.days[1]?.upper ?? 0) - (chart?.days[0]?.upper ?? 0)).toBeGreaterThan(0.1);
    expect(controlChart([])).toBeNull();
  });
});

describe('the Pareto of faults', () => {
  it('counts pieces, the most first, and adds up to all', () => {
    const list = pareto([run({ faults: { ghost: 2, pale: 5 } }), run({ faults: { ghost: 1, specks: 2 } })]);
    expect(list.map(({ fault, pieces }) => [fault, pieces])).toEqual([
      ['pale', 5],
      ['ghost', 3],
      ['specks', 2],
    ]);
    expect(list.map(({ upTo }) => upTo)).toEqual([0.5, 0.8, 1]);
    expect(pareto([])).toEqual([]);
  });
});

describe('blanksToOrder', () => {
  it('comes to the binomial’s own answer when the share is as good as known', () => {
    // 98 of 100 good when 2 % are spoiled: the chance that 105 give 100 good is pbinom(5, 105, 0.02) = 0.984, that 104 do 0.946, by the sum below.
    const binomial = (n: number, good: number, p: number) => {
      let sum = 0;
      let term = (1 - p) ** n;
      for (let k = 0; k <= n - good; k++) {
        sum += term;
        term *= ((n - k) / (k + 1)) * (p / (1 - p));
      }
      return sum;
    };
    let least = 100;
    while (binomial(least, 100, 0.02) < 0.95) least++;
    expect(blanksToOrder(100, 20_000, 1_000_000)).toBe(least);
  });
  it('orders more after few pieces than after many of the same share, and never fewer than are wanted', () => {
    const few = blanksToOrder(50, 1, 50) ?? 0;
    const many = blanksToOrder(50, 100, 5000) ?? 0;
    expect(few).toBeGreaterThan(many);
    expect(many).toBeGreaterThanOrEqual(50);
  });
  it('never orders fewer for more good pieces, more fallout or more surety', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 20 }),
        fc.integer({ min: 40, max: 200 }),
        (good, spoiled, pressed) => {
          const n = blanksToOrder(good, spoiled, pressed) ?? Infinity;
          expect(n).toBeGreaterThanOrEqual(good);
          expect(blanksToOrder(good + 1, spoiled, pressed) ?? Infinity).toBeGreaterThanOrEqual(n);
          expect(blanksToOrder(good, spoiled + 1, pressed) ?? Infinity).toBeGreaterThanOrEqual(n);
          expect(blanksToOrder(good, spoiled, pressed, 0.99) ?? Infinity).toBeGreaterThanOrEqual(n);
        },
      ),
      { numRuns: 60 },
    ));
  it('gives up where next to nothing comes out good, and names what it cannot take', () => {
    expect(blanksToOrder(10, 100, 100)).toBeNull();
    expect(() => blanksToOrder(0, 0, 10)).toThrow(/got 0/);
    expect(() => blanksToOrder(5, 11, 10)).toThrow(/11 of 10/);
    expect(() => blanksToOrder(5, 1, 10, 1)).toThrow(/surety.*got 1/);
  });
});

describe('runs whose house is told once', () => {
  it('are told with it, or without one', () => {
    const alike = {
      day: '2026-11-26',
      press: 'Back press',
      blank: 'Tee',
      by: null,
      good: 3,
      spoiled: 1,
      faults: { pale: 1 },
    };
    const runs = runsOf({
      houses: [USUAL_HOUSE],
      runs: [
        { ...alike, house: 0 },
        { ...alike, house: null },
      ],
    });
    expect(runs).toEqual([
      { ...alike, house: USUAL_HOUSE },
      { ...alike, house: null },
    ]);
    expect(falloutBy(runs, 'hold').map(({ name }) => name)).toContain(USUAL_HOUSE.hold);
  });
  it('must not name a house that is not told', () =>
    expect(() =>
      runsOf({
        houses: [],
        runs: [{ day: '2026-11-26', press: 'p', blank: 'b', by: null, good: 1, spoiled: 0, faults: {}, house: 0 }],
      }),
    ).toThrow('there is no house 0 among 0'));
});
