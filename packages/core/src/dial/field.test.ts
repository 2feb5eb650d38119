import { normals, nth, seeded, sumOfProducts } from '../numbers/index.js';
import { Field } from './field.js';
import { CONSTANTS, foresee, foreseeSlopes, natural, prepared } from './physics.js';
import { Evidence, USUAL_SLIPS } from './posterior.js';
import { placeOf, type DialSetting } from './setting.js';

const grid = {
  temperatures: [165, 180, 195, 210],
  dwells: [20, 45, 120],
  pressures: ['light', 'firm'] as const,
  prePresses: [0, 10],
};
const inOrder: DialSetting[] = grid.prePresses.flatMap((prePress) =>
  grid.pressures.flatMap((pressure) =>
    grid.dwells.flatMap((dwell) =>
      grid.temperatures.map((temperature) => ({ temperature, dwell, pressure, prePress })),
    ),
  ),
);
const pressed: DialSetting[] = [
  { temperature: 188, dwell: 60, pressure: 'medium', prePress: 5 },
  { temperature: 212, dwell: 30, pressure: 'light', prePress: 0 },
];
/** The squared exponential written out, its lengths typed once more. */
const alike = (a: DialSetting, b: DialSetting): number => {
  const [one, other] = [placeOf(a), placeOf(b)];
  const lengths = [0.45, 0.45, 0.8, 1];
  return Math.exp(-lengths.reduce((sum, length, i) => sum + ((nth(one, i) - nth(other, i)) / length) ** 2, 0) / 2);
};
const field = new Field({ ...grid, pressures: [...grid.pressures] }, pressed.map(placeOf));

describe('a field of what the model misses', () => {
  it('is as alike from place to place as the kernel says', () => {
    // Of surfaces made of one number each, the products add up to how alike two places are.
    const told = Array.from({ length: field.terms }, (_, term) => {
      const surface = new Float64Array(field.terms);
      surface[term] = 1;
      const over = new Float64Array(inOrder.length);
      field.over(surface, over);
      return { over, at: pressed.map((_, swatch) => field.at(surface, swatch)) };
    });
    const sum = (product: (one: (typeof told)[number]) => number) => told.reduce((all, one) => all + product(one), 0);
    inOrder.forEach((a, g) => {
      pressed.forEach((b, s) => {
        expect(Math.abs(sum(({ over, at }) => nth(over, g) * nth(at, s)) - alike(a, b))).toBeLessThan(2e-3);
      });
      inOrder.forEach((b, h) => {
        expect(Math.abs(sum(({ over }) => nth(over, g) * nth(over, h)) - alike(a, b))).toBeLessThan(2e-3);
      });
    });
  });
  it('is moved about a swatch by as much as places are like it', () => {
    const surface = new Float64Array(field.terms);
    field.move(surface, 1, 3);
    const over = new Float64Array(inOrder.length);
    field.over(surface, over);
    inOrder.forEach((a, g) => {
      expect(Math.abs(nth(over, g) - 3 * alike(a, pressed[1] as DialSetting))).toBeLessThan(6e-3);
    });
    expect(field.at(surface, 1)).toBeCloseTo(3, 2);
  });
});

/** Constants as the prior draws them. */
const draws = (count: number): Float64Array[] => {
  const normal = normals(seeded(11));
  return Array.from({ length: count }, () =>
    Float64Array.from(CONSTANTS, ({ mean, spread }) => mean + spread * normal()),
  );
};

describe('how a swatch changes', () => {
  it('with a degree and a second is the slope of what is foreseen', () => {
    const small = 1e-3;
    for (const constants of draws(40)) {
      const c = natural(constants);
      for (const setting of [...pressed, ...inOrder]) {
        const slopes = new Float64Array(9);
        foreseeSlopes(prepared(setting), c, slopes, 0);
        const at = (change: Partial<DialSetting>): Float64Array => {
          const into = new Float64Array(3);
          foresee(prepared({ ...setting, ...change }), c, into);
          return into;
        };
        const here = at({});
        const [hot, cool] = [
          at({ temperature: setting.temperature + small }),
          at({ temperature: setting.temperature - small }),
        ];
        const [long, short] = [at({ dwell: setting.dwell + small }), at({ dwell: setting.dwell - small })];
        for (let channel = 0; channel < 3; channel++) {
          expect(nth(slopes, channel)).toBeCloseTo(nth(here, channel), 9);
          expect(nth(slopes, 3 + channel)).toBeCloseTo((nth(hot, channel) - nth(cool, channel)) / (2 * small), 4);
          expect(nth(slopes, 6 + channel)).toBeCloseTo((nth(long, channel) - nth(short, channel)) / (2 * small), 4);
        }
      }
    }
  });
});

describe('constants that cannot be likely enough', () => {
  const figure = { spread: 0.7, relative: false };
  const evidence = new Evidence(
    [...pressed, ...inOrder.slice(0, 6)].map((setting, i) => ({
      setting,
      figures: [
        { ...figure, weights: [1, 0, 0] as const, value: 20 + i },
        { ...figure, weights: [0, 1, 0] as const, value: i / 2 },
      ],
    })),
    USUAL_SLIPS,
  );
  it('are given up, and no others', () => {
    let given = 0;
    for (const constants of draws(300)) {
      const { log } = evidence.judge(constants);
      for (const beside of [-30, -1e-6, 1e-6, 30]) {
        const found = evidence.judge(constants, log + beside).log;
        if (found === -Infinity) {
          given++;
          expect(beside).toBeGreaterThan(0);
        } else expect(found).toBe(log);
      }
    }
    expect(given).toBeGreaterThan(100);
  });
});

describe('a sum of products', () => {
  it.each([0, 1, 3, 4, 5, 8, 11])('of %d numbers is the plain one', (count) => {
    const a = Float64Array.from({ length: 20 }, (_, i) => i * i - 7);
    const b = Float64Array.from({ length: 20 }, (_, i) => 3 - i);
    let sum = 0;
    for (let k = 0; k < count; k++) sum += nth(a, 2 + k) * nth(b, 5 + k);
    expect(sumOfProducts(a, 2, b, 5, count)).toBe(sum);
  });
});
