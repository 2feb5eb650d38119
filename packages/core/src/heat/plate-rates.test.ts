import fc from 'fast-check';
import { normals, seeded } from '../numbers/index.js';
import { fitPlate, plateAfter, plateTakes, usualRates } from './index.js';

describe('a plate', () => {
  it('is at its heat after its warm-up, and as hot as the law says after any time', () => {
    const rates = usualRates(900);
    expect(plateTakes(rates, 22, 195)).toBeCloseTo(900, 6);
    expect(plateAfter(rates, 22, 900, true)).toBeCloseTo(195, 6);
    // Newton's law of cooling, any heat transfer text: T = 22 + (200 − 22)·e^(−0.0022 · 600).
    expect(plateAfter(rates, 200, 600, false)).toBeCloseTo(22 + 178 * Math.exp(-1.32), 9);
  });
  it('takes as long as its curve says, there and back, and no way is shorter for a stop on it', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 120, max: 230 }),
        fc.integer({ min: 120, max: 230 }),
        fc.integer({ min: 120, max: 230 }),
        (a, b, c) => {
          const rates = usualRates(700);
          const takes = plateTakes(rates, a, b);
          expect(plateAfter(rates, a, takes, b > a)).toBeCloseTo(b, 6);
          expect(plateTakes(rates, a, c)).toBeLessThanOrEqual(takes + plateTakes(rates, b, c) + 1e-6);
        },
      ),
    ));
  it('never comes below the room, nor above what it can', () => {
    expect(plateTakes(usualRates(900), 200, 20)).toBe(Infinity);
    expect(plateTakes(usualRates(900), 22, 301)).toBe(Infinity);
  });
});

describe('the rates of a plate', () => {
  it('are found in readings of a curve written out by hand, exactly without noise', () => {
    // 260 − 238·e^(−t/410), every half minute.
    const readings = Array.from({ length: 20 }, (_, i) => ({
      at: 30 * i,
      celsius: 260 - 238 * Math.exp((-30 * i) / 410),
    }));
    const fit = fitPlate(readings);
    expect(fit?.tau).toBeCloseTo(410, 2);
    expect(fit?.towards).toBeCloseTo(260, 3);
    expect(fit?.from).toBeCloseTo(22, 3);
    expect(fit?.off).toBeLessThan(1e-4);
  });
  it('are within a tenth where readings stray by a degree, when the room is known', () => {
    const normal = normals(seeded(4));
    for (const tau of [300, 455, 900]) {
      const readings = Array.from({ length: 30 }, (_, i) => ({
        at: 20 * i,
        celsius: 22 + 178 * Math.exp((-20 * i) / tau) + normal(),
      }));
      const fit = fitPlate(readings, 22);
      expect(Math.abs((fit?.tau ?? 0) / tau - 1)).toBeLessThan(0.1);
      expect(fit?.off).toBeLessThan(1.5);
    }
  });
  it.each([
    [
      'too few',
      [
        { at: 0, celsius: 20 },
        { at: 60, celsius: 80 },
      ],
    ],
    ['a press that never warms', [0, 60, 120, 180].map((at) => ({ at, celsius: 21 + (at % 120) / 200 }))],
    ['no numbers', [0, 60, 120].map((at) => ({ at, celsius: NaN }))],
    ['all at once', [20, 90, 150].map((celsius) => ({ at: 5, celsius }))],
  ])('are not made up of %s', (_, readings) => expect(fitPlate(readings)).toBeNull());
});
