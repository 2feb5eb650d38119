import fc from 'fast-check';
import { seeded } from '../numbers/index.js';
import { trialPress } from '../testing/index.js';
import {
  chanceOfBetter,
  driftOf,
  equalSetting,
  gridOf,
  isWithin,
  meritOf,
  meritsOf,
  nextOf,
  oneAtATime,
  pairToCompare,
  pointsOf,
  readGrid,
  startOf,
  surfaceOf,
  topOf,
  USUAL_WANTS,
  wholeWithin,
  type CheckSwatch,
  type DialLimits,
  type DialSetting,
  type Swatch,
} from './index.js';

const limits: DialLimits = {
  temperature: { least: 170, most: 215 },
  dwell: { least: 20, most: 120 },
  pressures: ['medium'],
  prePresses: [10],
};
const wide: DialLimits = { ...limits, pressures: ['light', 'medium', 'firm'], prePresses: [0, 10] };
const at = (temperature: number, dwell: number): DialSetting => ({
  temperature,
  dwell,
  pressure: 'medium',
  prePress: 10,
});
const swatch = (temperature: number, dwell: number, strength: number, yellowing: number, spread = 0.7): Swatch => ({
  setting: at(temperature, dwell),
  figures: [
    { weights: [1, 0, 0], value: strength, spread, relative: false },
    { weights: [0, 1, 0], value: yellowing, spread, relative: false },
  ],
});
/** What a middling cloth gives, read off a press that is none of ours: a bump in heat and time. */
const plain = (temperature: number, dwell: number): Swatch =>
  swatch(
    temperature,
    dwell,
    28 - ((temperature - 196) / 9) ** 2 - (Math.log(dwell / 55) / 0.35) ** 2,
    Math.max(0, (temperature - 190) * dwell * 0.0012),
  );
const some = [plain(180, 75), plain(190, 40), plain(200, 90), plain(210, 35), plain(195, 60)];

describe('the first settings', () => {
  it('keep within every limit, spread, and only warm the plate', () => {
    for (const one of [limits, wide]) {
      const start = startOf(one);
      expect(start.every((setting) => isWithin(setting, one))).toBe(true);
      const heats = start.map(({ temperature }) => temperature);
      expect(heats).toEqual([...heats].sort((a, b) => a - b));
      expect(new Set(heats).size).toBe(start.length);
      expect(Math.max(...heats) - Math.min(...heats)).toBeGreaterThan(25);
    }
    expect(new Set(startOf(wide).map(({ pressure }) => pressure)).size).toBe(3);
    expect(new Set(startOf(wide).map(({ prePress }) => prePress)).size).toBe(2);
  });
  it('vary nothing that may not vary', () => {
    const fixed = { ...limits, temperature: { least: 195, most: 195 } };
    expect(new Set(startOf(fixed).map(({ temperature }) => temperature))).toEqual(new Set([195]));
    expect(new Set(startOf(fixed).map(({ dwell }) => dwell)).size).toBe(4);
  });
});

describe('the surface', () => {
  const surface = surfaceOf(some, limits, USUAL_WANTS);
  it('is the same for the same swatches and seed', () => {
    expect([...surfaceOf(some, limits, USUAL_WANTS).merit]).toEqual([...surface.merit]);
  });
  it('goes through what was read, and knows least where nothing was pressed', () => {
    const near = (T: number, t: number) => readGrid(surface.grid, surface.channels.strength, 0, T, t);
    for (const { setting, figures } of some)
      expect(Math.abs(near(setting.temperature, setting.dwell) - (figures[0]?.value ?? 0))).toBeLessThan(1.6);
    const doubt = (T: number, t: number) => readGrid(surface.grid, surface.doubt, 0, T, t);
    expect(doubt(214, 118)).toBeGreaterThan(doubt(195, 60));
  });
  it('is never asked beyond its limits', () => {
    const next = nextOf(surface, limits, null);
    expect(isWithin(next.setting, limits)).toBe(true);
    expect(next.gain).toBeGreaterThanOrEqual(0);
  });
  it('spares waiting for a plate to cool where two settings promise nearly as much', () => {
    const cold = nextOf(surface, limits, null);
    const hot = nextOf(surface, limits, cold.setting.temperature + 6);
    expect(hot.setting.temperature).toBeGreaterThanOrEqual(cold.setting.temperature);
  });
  it('the robust setting is no worse in the worst case than the best one', () => {
    const { best, robust, worst } = pointsOf(surface, { coolest: -3, hottest: 4 });
    const steadiest = topOf(worst, surface.able);
    expect(robust.worst).toBeGreaterThanOrEqual((worst[steadiest] ?? 0) - 0.5);
    expect(robust.setting.dwell).toBeLessThanOrEqual(surface.settings[steadiest]?.dwell ?? 0);
    expect([best, robust].every(({ setting }) => isWithin(setting, limits))).toBe(true);
    expect(best.merit).toBeGreaterThanOrEqual(robust.merit);
    expect(worst.every((value, g) => value <= (surface.merit[g] ?? 0) + 1e-9)).toBe(true);
  });
  it('sees that a setting at a limit may slip beyond it', () => {
    // Best at the hottest that is allowed, and a cliff behind it: the robust one keeps away from the edge.
    const cliff = (temperature: number, dwell: number) =>
      swatch(temperature, dwell, 28 - Math.max(0, 205 - temperature) * 0.05, Math.exp((temperature - 205) / 4));
    const pressed = [
      cliff(180, 60),
      cliff(190, 60),
      cliff(200, 60),
      cliff(204, 40),
      cliff(205, 90),
      cliff(206, 60),
      cliff(212, 60),
    ];
    const narrow = { ...limits, temperature: { least: 170, most: 205 } };
    const found = surfaceOf(pressed, narrow, USUAL_WANTS);
    expect(pointsOf(found).robust.setting.temperature).toBeLessThan(203);
  });
  it('says something of no swatch at all: what is usual', () => {
    const nothing = surfaceOf([], limits, USUAL_WANTS);
    const best = nothing.settings[topOf(nothing.merit, nothing.able)];
    expect(isWithin(best ?? at(0, 0), limits)).toBe(true);
    expect(chanceOfBetter(nothing, 1)).toBeGreaterThan(0.5);
  });
  it.each([
    ['one swatch', [plain(195, 60)]],
    ['all alike', Array.from({ length: 6 }, () => plain(195, 60))],
    ['two that contradict each other', [swatch(195, 60, 28, 1), swatch(195, 60, 18, 6), plain(185, 60)]],
    ['readings beyond belief', [swatch(195, 60, 400, -90), plain(185, 60)]],
  ])('has an answer for %s, in numbers', (_name, swatches) => {
    const found = surfaceOf(swatches, limits, USUAL_WANTS);
    expect(found.merit.every(Number.isFinite)).toBe(true);
    expect(found.doubt.every((one) => Number.isFinite(one) && one >= 0)).toBe(true);
    expect(isWithin(nextOf(found, limits, 190).setting, limits)).toBe(true);
  });
  it('two that contradict each other leave more doubt than two that agree', () => {
    const doubt = (second: number) => {
      const found = surfaceOf(
        [swatch(195, 60, 28, 1), swatch(195, 60, second, 1), plain(180, 60)],
        limits,
        USUAL_WANTS,
      );
      return found.doubt.reduce((sum, one) => sum + one, 0);
    };
    expect(doubt(20)).toBeGreaterThan(doubt(28));
  });
  it('covers every pressure and pre-press that may be varied', () => {
    const { pressures, prePresses, temperatures, dwells } = gridOf(wide);
    const found = surfaceOf(some, wide, USUAL_WANTS);
    expect(found.merit).toHaveLength(pressures.length * prePresses.length * temperatures.length * dwells.length);
  });
});

describe('a trial on presses of other kinds than the model', () => {
  // Their truth is made by other kinetics (`testing/pressed-cloth`), noise and all. The whole trial, on 200, is in ./kanga bench.
  it('comes within 1.5 ΔE of the best reachable in at most eight swatches on most', () => {
    const regrets = [1, 2, 3, 4, 5, 6].map((number) => trialPress(number).dialIn(8, number).at(-1)?.regret ?? Infinity);
    expect(regrets.filter((regret) => regret <= 1.5).length).toBeGreaterThanOrEqual(5);
  }, 120_000);
});

describe('one change at a time', () => {
  it('steps through the dwell first, then heat at the best dwell, and ends', () => {
    const pressed: { setting: DialSetting; merit: number }[] = [];
    const axes: string[] = [];
    for (let next = oneAtATime(limits, pressed); next; next = oneAtATime(limits, pressed)) {
      expect(isWithin(next.setting, limits)).toBe(true);
      axes.push(next.axis);
      pressed.push({
        setting: next.setting,
        merit: -Math.abs(next.setting.dwell - 77) - Math.abs(next.setting.temperature - 204),
      });
      if (pressed.length > 40) break;
    }
    expect(axes.slice(0, 5)).toEqual(['dwell', 'dwell', 'dwell', 'dwell', 'dwell']);
    expect(pressed.length).toBeLessThanOrEqual(10);
    const best = pressed.reduce((a, b) => (b.merit > a.merit ? b : a)).setting;
    expect(best).toMatchObject({ temperature: 204, dwell: 77 });
  });
});

describe('comparing by eye', () => {
  it('finds a best one of eight in few questions, asked of eyes that err', () => {
    // Merits a ΔE or so apart; every eye answers by the odds of the model.
    const truth = [3, 0, 5, 1.5, 4, 2.2, 6.5, -1];
    const random = seeded(77);
    const eyes = Array.from({ length: 30 }, () => {
      const comparisons: { better: number; worse: number }[] = [];
      for (;;) {
        const pair = pairToCompare(meritsOf(truth.length, comparisons));
        if (!pair) break;
        const apart = ((truth[pair.one] ?? 0) - (truth[pair.other] ?? 0)) * (Math.log(3) / 0.9);
        const first = random() < 1 / (1 + Math.exp(-apart));
        comparisons.push(first ? { better: pair.one, worse: pair.other } : { better: pair.other, worse: pair.one });
      }
      const { merit } = meritsOf(truth.length, comparisons);
      return { asked: comparisons.length, lost: 6.5 - (truth[merit.indexOf(Math.max(...merit))] ?? 0) };
    });
    const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
    expect(mean(eyes.map(({ lost }) => lost))).toBeLessThan(0.4);
    // All pairs would be 28.
    expect(mean(eyes.map(({ asked }) => asked))).toBeLessThan(20);
  });
  it('weighs an answer against a measurement', () => {
    const measured = [
      { value: 10, spread: 0.3 },
      { value: 8, spread: 0.3 },
    ];
    const { merit } = meritsOf(2, [{ better: 1, worse: 0 }], measured);
    expect(merit[0]).toBeGreaterThan(merit[1] ?? 0);
    expect((merit[0] ?? 0) - (merit[1] ?? 0)).toBeLessThan(2);
  });
  it('more answers the same way part two further, whatever they are', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (times) => {
        const gap = (n: number) => {
          const { merit } = meritsOf(
            2,
            Array.from({ length: n }, () => ({ better: 0, worse: 1 })),
          );
          return (merit[0] ?? 0) - (merit[1] ?? 0);
        };
        expect(gap(times + 1)).toBeGreaterThan(gap(times));
      }),
    );
  });
});

describe('the equal setting elsewhere', () => {
  it('of the same surface is a setting that looks alike', () => {
    const surface = surfaceOf(some, limits, USUAL_WANTS);
    const { apart } = equalSetting(surface, at(195, 60), surface);
    expect(apart).toBeLessThan(1);
  });
  it('of a press that reads ten degrees low is about ten degrees more, or longer', () => {
    const low = some.map(({ setting, figures }) => ({
      setting: { ...setting, temperature: setting.temperature + 10 },
      figures,
    }));
    const [here, there] = [surfaceOf(some, limits, USUAL_WANTS), surfaceOf(low, limits, USUAL_WANTS)];
    const { setting } = equalSetting(here, at(190, 60), there);
    expect(setting.temperature * 1 + (setting.dwell - 60) * 0.3).toBeGreaterThan(194);
  });
});

describe('check swatches', () => {
  const check = (apart: number, more: Partial<CheckSwatch> = {}): CheckSwatch => ({
    at: '2026-11-01T08:00:00.000Z',
    apart,
    moved: { strength: 0, yellowing: 0, spread: 0 },
    since: [],
    ...more,
  });
  it('individuals with limits by the moving range (NIST/SEMATECH e-Handbook 6.3.2.2)', () => {
    // Flow rates of ten batches in the handbook: mean 50.1, mean moving range 1.8778 from nine ranges, limits 50.1 ± 2.66 × 1.8778: 55.0949 above. From memory.
    const flow = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];
    // All but the newest make the limits here: it is given twice.
    const chart = driftOf([...flow, 50.8].map((value) => check(value)));
    expect(chart.centre).toBeCloseTo(50.81, 2);
    expect(chart.upper).toBeCloseTo(50.81 + 2.66 * 1.8778, 2);
    expect(chart.drifted).toBe(false);
  });
  it('nothing under 2 ΔE is a drift, however even the ones before', () => {
    expect(driftOf([0.3, 0.3, 0.3, 0.3, 0.3, 1.2].map((value) => check(value))).drifted).toBe(false);
  });
  it('tells the likely cause: what was changed first, then what moved', () => {
    const before = [0.5, 0.7, 0.6].map((value) => check(value));
    const cause = (more: Partial<CheckSwatch>) => driftOf([...before, check(4, more)]).cause;
    expect(cause({ since: ['ink'] })).toMatch(/new ink/);
    expect(cause({ moved: { strength: -3, yellowing: 0, spread: 0 } })).toMatch(/cooler/);
    expect(cause({ moved: { strength: 0, yellowing: 2, spread: 0 } })).toMatch(/hotter/);
    expect(cause({ moved: { strength: 0, yellowing: 0, spread: 0 } })).toMatch(/hue/);
    expect(driftOf(before).cause).toBeNull();
  });
});

describe('settings and wants', () => {
  it('whole degrees and seconds never leave the limits', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 260, noNaN: true }),
        fc.double({ min: 1, max: 400, noNaN: true }),
        (T, t) => {
          expect(isWithin(wholeWithin(at(T, t), limits), limits)).toBe(true);
        },
      ),
    );
  });
  it('a target to match is best where it is met', () => {
    const wants = { ...USUAL_WANTS, target: { strength: 24, yellowing: 1 } };
    const merit = (strength: number, yellowing: number) => meritOf({ strength, yellowing, spread: 0 }, wants);
    expect(merit(24, 1)).toBeGreaterThan(merit(28, 1));
    expect(merit(24, 1)).toBeGreaterThan(merit(24, 0));
  });
});
