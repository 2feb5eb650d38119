import fc from 'fast-check';
import { judgePlates, plateTrials } from '../testing/index.js';
import { celsiusOf, unitPrinter } from '../units/index.js';
import {
  checkPress,
  equivalentCurve,
  equivalentDwell,
  equivalentTemperature,
  fitHeat,
  heatAt,
  mapOf,
  placesToRead,
  readingGrid,
  usableZone,
  suretyOf,
  USUAL_PLACES,
  type HeatMap,
  type HeatReading,
  type PressCheck,
} from './index.js';

const platen = { width: 400, depth: 500 };
const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const surface = (f: (u: number, v: number) => number, across = 4, deep = 4): HeatReading[] =>
  readingGrid(platen, across, deep).map(({ x, y }) => ({
    x,
    y,
    celsius: f((2 * x) / platen.width - 1, (2 * y) / platen.depth - 1),
  }));
const check = (readings: HeatReading[], change: Partial<PressCheck> = {}): PressCheck => ({
  at: '2026-11-20T08:00:00.000Z',
  by: 'Wren',
  dial: 200,
  readings,
  strips: { front: 'held', back: 'held', left: 'held', right: 'held' },
  curved: false,
  ...change,
});
const map = (readings: HeatReading[], change: Partial<PressCheck> = {}): HeatMap => {
  const fit = fitHeat(check(readings, change), platen);
  if (!fit) throw new Error('it fits');
  return fit;
};

describe('fitHeat', () => {
  it('finds a known quadratic surface again, everywhere', () => {
    const f = (u: number, v: number) => 198 + 3 * u - 2 * v - 4 * u * u + 1.5 * u * v - 2 * v * v;
    const fit = map(surface(f, 6, 6));
    for (const [x, y] of [
      [0, 0],
      [400, 0],
      [200, 250],
      [30, 410],
      [400, 500],
    ] as const)
      expect(heatAt(fit, x, y).celsius).toBeCloseTo(f((2 * x) / 400 - 1, (2 * y) / 500 - 1), 0);
  });
  it('says how sure it is: more readings, less doubt; beyond them, more', () => {
    const noise = [0.8, -0.6, 0.3, -0.9, 0.7, -0.2, 0.5, -0.4, 0.1];
    const noisy = (n: number) =>
      surface(() => 200, n, n).map((r, i) => ({ ...r, celsius: r.celsius + (noise[i % 9] ?? 0) }));
    const [few, many] = [map(noisy(3)), map(noisy(6))];
    expect(heatAt(many, 200, 250).spread).toBeLessThan(heatAt(few, 200, 250).spread);
    expect(heatAt(few, 0, 0).spread).toBeGreaterThan(heatAt(few, 200, 250).spread);
  });
  it('believes what the readings let it: one is a level, four a tilt, and nine on one line say nothing of what lies beside', () => {
    const one = map(surface(() => 190, 1, 1));
    expect(heatAt(one, 200, 250).celsius).toBeCloseTo(190, 6);
    expect(heatAt(one, 0, 0).spread).toBeGreaterThan(5);
    const tilted = map(surface((u) => 200 + 5 * u, 2, 2));
    expect(heatAt(tilted, 400, 250).celsius).toBeCloseTo(205, 0);
    const line = map(Array.from({ length: 9 }, (_, i) => ({ x: 200, y: 50 * i, celsius: 195 })));
    expect(heatAt(line, 200, 250).celsius).toBeCloseTo(195, 1);
    expect(heatAt(line, 0, 250).spread).toBeGreaterThan(3 * heatAt(line, 200, 250).spread);
  });
  it('does not believe 9999 or a place beside the plate, and says why', () => {
    const readings = surface((u) => 200 + u);
    const broken = readings.map((r, i) => (i === 5 ? { ...r, celsius: 9999 } : r));
    const fit = map([...broken, { x: 900, y: 10, celsius: 200 }]);
    expect(fit.refused.map(({ why }) => why).join(' ')).toMatch(/no plate is at 9999.*beside the plate/);
    expect(heatAt(fit, 200, 250).celsius).toBeCloseTo(200, 1);
    expect(fitHeat(check([{ x: 1, y: 1, celsius: 9999 }]), platen)).toBeNull();
  });
  it('doubts one that stands out, keeps it, and asks for it again: a like reading is believed, a different one takes its place', () => {
    const readings = surface((u) => 200 + u, 6, 6);
    const out = readings.map((r, i) => (i === 14 ? { ...r, celsius: 178 } : r));
    const [place] = out.slice(14);
    if (!place) throw new Error('there is one');
    const doubtful = map(out);
    expect(doubtful.doubted).toEqual([
      { reading: { x: place.x, y: place.y, celsius: 178 }, said: expect.closeTo(200, -0.5) as number },
    ]);
    expect(heatAt(doubtful, place.x, place.y).low).toBeLessThan(190);
    const [found] = checkPress('Back press', check(out), doubtful, null, print);
    expect(found).toMatchObject({ code: 'stack.doubted-reading', title: 'One reading stands out' });
    expect(found?.why).toMatch(/^178 °C at .*the others say 200 °C/);
    const like = map([...out, { ...place, celsius: 179.5 }]);
    expect([like.doubted, like.refused]).toEqual([[], []]);
    expect(heatAt(like, place.x, place.y).celsius).toBeLessThan(184);
    const other = map([...out, { ...place, celsius: 200 }]);
    expect(other.doubted).toEqual([]);
    expect(other.refused.map(({ why }) => why)).toEqual([expect.stringMatching(/^read again, that place was at 200/)]);
    expect(heatAt(other, place.x, place.y).celsius).toBeCloseTo(200, 0);
    // A third reading settles it between two that differ.
    expect(heatAt(map([...out, { ...place, celsius: 200 }, place]), place.x, place.y).celsius).toBeLessThan(184);
  });
  it('believes a cold corner that several places feel at once', () => {
    const cold = surface((u, v) => 200 - 14 * Math.max(0, 1 - Math.hypot(u + 1, v + 1) / 1.1), 6, 6);
    const fit = map(cold);
    expect(fit.refused).toEqual([]);
    expect(heatAt(fit, 0, 0).celsius).toBeLessThan(191);
    const { zone } = usableZone(fit, 200);
    expect(zone.x > 0 || zone.y > 0).toBe(true);
  });
  it('corrects what a thermometer misreads on a curved element', () => {
    expect(
      heatAt(
        map(
          surface(() => 190),
          { curved: true },
        ),
        200,
        250,
      ).celsius,
    ).toBeCloseTo(197, 6);
  });
});

describe('usableZone', () => {
  it('is the whole of an even plate, with the dial corrected by what it is off', () => {
    const even = map(surface(() => 194, 6, 6));
    const { zone, dial } = usableZone(even, 200);
    expect(suretyOf(even)).toEqual({ sure: true, doubt: 1 });
    expect(zone.width * zone.height).toBeCloseTo(400 * 500, -2);
    // The dial said 200 and the plate was at 194: six more.
    expect(dial).toBeCloseTo(206, 1);
  });
  it('is the part of a tilted plate that stays within the tolerance, half of it either side of the middle', () => {
    // 20 °C from left to right: ±5 °C is half of the width.
    const { zone, hottest, coolest } = usableZone(map(surface((u) => 200 + 10 * u, 6, 6)), 200, 5);
    // Less what is not sure of its ends.
    expect(zone.width).toBeLessThanOrEqual(200);
    expect(zone.width).toBeGreaterThan(130);
    expect(zone.height).toBeCloseTo(500, 0);
    expect(hottest - coolest).toBeLessThan(11);
  });
  it('never holds a place that is further off than the tolerance', () => {
    const span = fc.double({ min: -12, max: 12, noNaN: true });
    fc.assert(
      fc.property(span, span, span, span, (a, b, c, d) => {
        const fit = map(surface((u, v) => 200 + a * u + b * v + c * u * u + d * v * v));
        const found = usableZone(fit, 195, 4);
        const shift = found.dial - fit.dial;
        for (const [s, t] of [
          [0.02, 0.02],
          [0.98, 0.5],
          [0.5, 0.98],
          [0.5, 0.5],
        ] as const) {
          // prettier-ignore
          const { celsius } = heatAt(fit, found.zone.x + s * found.zone.width, found.zone.y + t * found.zone.height);
          expect(Math.abs(celsius + shift - 195)).toBeLessThan(4 + 0.6);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('placesToRead', () => {
  it('asks where least is known, each place once, and lowers the doubt there', () => {
    // The left half alone was read.
    const half = surface(() => 200, 6, 6).filter(({ x }) => x < 200);
    const [first, second, third] = placesToRead(check(half), platen, 3);
    if (!first || !second || !third) throw new Error('there are three');
    expect(first.x).toBeGreaterThan(300);
    expect(new Set([first, second, third].map(({ x, y }) => `${x} ${y}`)).size).toBe(3);
    const before = heatAt(map(half), first.x, first.y).spread;
    expect(heatAt(map([...half, { ...first, celsius: 200 }]), first.x, first.y).spread).toBeLessThan(before / 2);
  });
  it('begins in the middle of a plate of which nothing was read', () => {
    expect(placesToRead(check([]), platen, 1)).toEqual([{ x: 200, y: 250 }]);
  });
});

// Plates of four kinds, most of their faults of shapes the map does not think of; the best zone by trying every rectangle.
describe('the zone of random plates', () => {
  it('is nearly always within the tolerance, nearly as large as the best, and notices slips of the hand', () => {
    const { bad, area, noticed, needless } = judgePlates(plateTrials(7, 1.5, USUAL_PLACES), 24);
    expect(bad).toBeLessThanOrEqual(0.1);
    expect(area).toBeGreaterThan(0.8);
    // One of six may lie where a fault does.
    expect(noticed).toBeGreaterThan(0.8);
    expect(needless).toBeLessThan(0.5);
  });
});

describe('equivalents', () => {
  // The Arrhenius equation, any physical chemistry text: t2/t1 = exp(Ea/R (1/T2 − 1/T1)).
  it('follow the closed form', () => {
    const from = { temperature: 200, dwell: 60 };
    const expected = 60 * Math.exp((100_000 / 8.314462618) * (1 / (190 + 273.15) - 1 / (200 + 273.15)));
    expect(equivalentDwell(from, 190, 100_000)).toBeCloseTo(expected, 9);
    expect(equivalentDwell(from, 200)).toBe(60);
    expect(equivalentTemperature(from, equivalentDwell(from, 187))).toBeCloseTo(187, 9);
  });
  it('agree with common practice: 420 °F for 25 s does what 400 °F does in 45 to 60 s', () => {
    const dwell = equivalentDwell({ temperature: celsiusOf(420), dwell: 25 }, celsiusOf(400));
    expect(dwell).toBeGreaterThan(45);
    expect(dwell).toBeLessThan(60);
  });
  it('fall as it gets hotter, all along the curve', () => {
    const curve = equivalentCurve({ temperature: 195, dwell: 60 }, 180, 210);
    expect(curve).toHaveLength(25);
    curve.slice(1).forEach(({ dwell }, i) => {
      expect(dwell).toBeLessThan(curve[i]?.dwell ?? 0);
    });
  });
  it('name what makes no sense', () => {
    expect(() => equivalentDwell({ temperature: 200, dwell: 0 }, 190)).toThrow(/got 0/);
    expect(() => equivalentDwell({ temperature: 200, dwell: 60 }, 190, -1)).toThrow(/got -1/);
    expect(() => equivalentTemperature({ temperature: 200, dwell: 60 }, 0)).toThrow(/got 0/);
  });
});

describe('checkPress', () => {
  const codes = (found: PressCheck | null, today: string | null = '2026-11-26T08:00:00.000Z') =>
    checkPress('Back press', found, found ? mapOf({ platen, check: found }) : null, today, print).map(
      ({ code }) => code,
    );
  it('says that a press was never checked, or long ago', () => {
    expect(codes(null)).toEqual(['stack.unchecked']);
    expect(codes(check(surface(() => 200)))).toEqual([]);
    expect(codes(check(surface(() => 200)), '2027-02-01T08:00:00.000Z')).toEqual(['stack.check-due']);
    expect(codes(check([]))).toEqual(['stack.no-readings']);
  });
  it('names the sides where the strip slid out', () => {
    const strips = { front: 'slid', back: 'held', left: 'slid', right: 'held' } as const;
    const [found] = checkPress(
      'Back press',
      check(
        surface(() => 200),
        { strips },
      ),
      map(surface(() => 200)),
      null,
      print,
    );
    expect(found?.title).toMatch(/light at the front and the left/);
  });
});
