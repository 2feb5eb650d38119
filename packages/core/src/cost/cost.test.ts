import fc from 'fast-check';
import { BUILT_IN_BLANKS } from '../blank/index.js';
import { isLayout } from '../sheet/index.js';
import { USUAL_INKS, USUAL_RATES, type Rates } from '../shop/index.js';
import { sampleArt, sampleFacts, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { viewJob, type JobFile } from '../job/index.js';
import { breaksOf, costAt, costOf, earnedAt, madeForOne, priceOf, roundedUp, taxOn } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const NO_LOG = { spoiled: 0, pressed: 0 };

describe('a price', () => {
  it('follows from a margin or a profit', () => {
    const plain = { rounding: 'coin', currency: 'EUR' } as const;
    // By hand: 6.00 ÷ (1 − 0.6) = 15.00; 6.00 + 4.50; times 1.2.
    expect(priceOf(600, { by: 'margin', share: 0.6 }, 1, plain)).toBe(1500);
    expect(priceOf(600, { by: 'profit', each: 450 }, 1, plain)).toBe(1050);
    expect(priceOf(600, { by: 'margin', share: 0.6 }, 1.2, plain)).toBe(1800);
    expect(() => priceOf(600, { by: 'margin', share: 1 }, 1, plain)).toThrow(
      'a margin is a share from 0 to below 1, got 1',
    );
  });
  it.each([
    ['coin', 1234.2, 1235],
    ['half', 1201, 1250],
    ['half', 1251, 1300],
    ['half', 1250, 1250],
    ['whole', 1201, 1300],
    ['whole', 1200, 1200],
    ['nine', 1150, 1199],
    ['nine', 1199, 1199],
    ['nine', 1199.5, 1299],
  ] as const)('is rounded up to the %s: %d to %d', (rounding, price, rounded) =>
    expect(roundedUp(price, rounding, 'EUR')).toBe(rounded),
  );
  it('is rounded in whole figures where there is no smaller coin', () => {
    expect(roundedUp(1201, 'nine', 'JPY')).toBe(1209);
    expect(roundedUp(1201.2, 'half', 'JPY')).toBe(1202);
  });
  it('is never below what it has to be, and never a step above', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1e7, noNaN: true }),
        fc.constantFrom('coin', 'half', 'whole', 'nine'),
        (price, rounding) => {
          const rounded = roundedUp(price, rounding, 'EUR');
          expect(Number.isInteger(rounded)).toBe(true);
          expect(rounded).toBeGreaterThanOrEqual(price - 0.001);
          expect(rounded - price).toBeLessThanOrEqual({ coin: 1, half: 50, whole: 100, nine: 100 }[rounding]);
        },
      ),
    ));
});

describe('what is earned', () => {
  it('an hour is the profit over the hours at the bench', () => {
    // Common practice, no published source: cost 26, price 55, five an hour: 5 × 29 = 145 an hour.
    expect(earnedAt({ setUp: 0, each: 2600 }, 5500, 5, 3600)).toEqual({
      each: 2900,
      all: 14_500,
      hour: 14_500,
      paysFrom: 1,
    });
  });
  it('counts set-up once', () => {
    // By hand: 20 pieces at 10.00 are 200.00; 12.00 of set-up and 20 × 6.00 are 132.00; 68.00 is left, in half an hour.
    expect(earnedAt({ setUp: 1200, each: 600 }, 1000, 20, 1800)).toEqual({
      each: 340,
      all: 6800,
      hour: 13_600,
      paysFrom: 3,
    });
    expect(earnedAt({ setUp: 1200, each: 600 }, 500, 20, 0)).toMatchObject({ hour: null, paysFrom: null });
  });
  it('begins at the quantity at which it pays', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 10_000 }),
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 5000 }),
        (setUp, each, over) => {
          const price = each + over;
          const { paysFrom } = earnedAt({ setUp, each }, price, 1, 0);
          const profit = (pieces: number) => price * pieces - (setUp + each * pieces);
          expect(profit(paysFrom ?? 0)).toBeGreaterThanOrEqual(0);
          if ((paysFrom ?? 0) > 1) expect(profit((paysFrom ?? 0) - 1)).toBeLessThan(0);
        },
      ),
    ));
});

describe('breaks by quantity', () => {
  it('come from set-up against running cost', () => {
    const breaks = breaksOf({ setUp: 1200, each: 600 }, (cost) =>
      priceOf(cost, { by: 'margin', share: 0.5 }, 1, { rounding: 'half', currency: 'EUR' }),
    );
    // By hand: 18.00 × 2; 12.00 × 2; 10.00 × 2; (12/5 + 6) × 2 = 16.80, up to 17.00; …
    expect(breaks.slice(0, 4)).toEqual([
      { from: 1, price: 3600 },
      { from: 2, price: 2400 },
      { from: 3, price: 2000 },
      { from: 5, price: 1700 },
    ]);
    expect(breaks.every(({ price }, i) => i === 0 || price < (breaks[i - 1]?.price ?? 0))).toBe(true);
    expect(breaks.every(({ from, price }) => price >= costAt({ setUp: 1200, each: 600 }, from) / 0.5 - 0.01)).toBe(
      true,
    );
  });
  it('are none without set-up', () =>
    expect(breaksOf({ setUp: 0, each: 600 }, (cost) => Math.ceil(cost))).toHaveLength(1));
});

describe('tax', () => {
  it('is rounded once, on the whole', () => {
    expect(taxOn(1003, { name: 'Tax', share: 0.19 })).toBe(191);
    expect(taxOn(1003, null)).toBe(0);
  });
});

describe('pieces made for a good one', () => {
  it('follow from the log once it holds enough, else from the house', () => {
    expect(madeForOne({ spoiled: 5, pressed: 100 }, 0.03)).toMatchObject({ value: 1 / 0.95, confidence: 'firm' });
    expect(madeForOne({ spoiled: 5, pressed: 49 }, 0.03)).toMatchObject({ value: 1 / 0.97, confidence: 'fair' });
    expect(madeForOne(NO_LOG, 0)).toMatchObject({ value: 1 });
  });
  it('tell how sure that is', () => {
    const { range, value } = madeForOne({ spoiled: 5, pressed: 100 }, 0.03);
    // Wilson's interval of 5 in 100 is 2.15 % to 11.18 % (scipy, binomtest(5, 100).proportion_ci(method='wilson')).
    expect(range?.low).toBeCloseTo(1 / (1 - 0.0215), 3);
    expect(range?.high).toBeCloseTo(1 / (1 - 0.1118), 3);
    expect(range?.low).toBeLessThan(value);
  });
});

describe('what a job costs', () => {
  const tee = BUILT_IN_BLANKS[0];
  if (!tee) throw new Error('there is no tee');
  const floor = {
    ...sampleFloor,
    printers: sampleFloor.printers.map((one) => ({ ...one, inks: USUAL_INKS.map((ink) => ({ ...ink, price: 0.2 })) })),
    media: sampleFloor.media.map((one) => ({ ...one, price: 0.3 })),
  };
  const file = (pieces: number, change: Partial<JobFile['blank'] & object> = {}): JobFile => ({
    job: { ...sampleJob(), blankId: tee.id, pieces, design: [{ fill: 'own', items: [samplePicture()] }] },
    blank: { ...tee, stock: null, ...change },
    arts: [sampleArt(sampleFacts(1000, 800))],
    plan: null,
    events: [],
  });
  const view = (pieces: number, change = {}) => viewJob(file(pieces, change), floor, print);
  const rates: Rates = { ...USUAL_RATES, fallout: 0.2 };
  const part = (cost: ReturnType<typeof costOf>, name: string) =>
    cost.parts.find((one) => one.part === name)?.amount.value ?? 0;

  it('adds up, part by part', () => {
    const seen = view(12);
    const cost = costOf(seen, rates, NO_LOG, print);
    expect(cost.unknown).toEqual([]);
    expect(cost.total).toBe(cost.parts.reduce((sum, { amount }) => sum + amount.value, 0));
    expect(cost.each).toBeCloseTo(cost.total / 12, 9);
    // By hand: 12 blanks at 4.20; 12 × 0.20 for bags; a quarter of an hour at 18.00; 12 pressings at 0.02.
    expect(part(cost, 'blanks')).toBe(5040);
    expect(part(cost, 'packing')).toBe(240);
    expect(part(cost, 'set-up')).toBe(450);
    expect(part(cost, 'tape')).toBe((seen.stack?.steps.filter(({ kind }) => kind === 'press').length ?? 0) * 12 * 2);
    if (!seen.layout || !isLayout(seen.layout)) throw new Error('nothing lies on paper');
    const paper =
      seen.media?.kind === 'roll'
        ? seen.layout.sheets.reduce((sum, { height }) => sum + height, 0) / 1000
        : seen.layout.sheets.length;
    expect(part(cost, 'paper')).toBe(Math.round(paper * 30));
    const { hands = 0, press = 0 } = seen.stack?.cycle ?? {};
    expect(part(cost, 'hands')).toBe(Math.round((hands * 12 * 1800) / 3600));
    expect(part(cost, 'press')).toBe(Math.round((press * 12 * 150) / 3600));
    // One in five is spoiled: 1.25 are made for a good one, and a quarter of all that goes with a piece is lost; its bag and the set-up are not.
    const lost = cost.parts
      .filter((one) => !['packing', 'spoiled', 'set-up'].includes(one.part))
      .reduce((sum, { amount }) => sum + amount.value, 0);
    expect(part(cost, 'spoiled')).toBe(Math.round(lost * 0.25));
  });
  it('takes ink by the colours of the picture and the area that it covers', () => {
    const seen = view(1);
    const ink = part(costOf(seen, rates, NO_LOG, print), 'ink');
    expect(ink).toBeGreaterThan(0);
    // No more than full cover of all four inks over the whole print area.
    const area = (seen.template?.bleedBox.width ?? 0) * (seen.template?.bleedBox.height ?? 0);
    expect(ink).toBeLessThan(Math.ceil((area / 1e6) * 12 * 4 * 20));
  });
  it('is less for each the more there are, by the set-up alone where all else is alike', () => {
    const [few, many] = [costOf(view(2), rates, NO_LOG, print), costOf(view(40), rates, NO_LOG, print)];
    expect(many.each).toBeLessThan(few.each);
    expect(few.run.setUp).toBe(many.run.setUp);
  });
  it('names what is not known, and guesses nothing', () => {
    const cost = costOf(view(12, { cost: null }), rates, NO_LOG, print);
    expect(cost.unknown.map((one) => one.part)).toEqual(['blanks']);
    expect(part(cost, 'blanks')).toBe(0);
    const bare = viewJob({ ...file(3), blank: null, arts: [] }, floor, print);
    expect(costOf(bare, rates, NO_LOG, print).unknown.map((one) => one.part)).toEqual(['blanks', 'paper', 'hands']);
    const unpriced = viewJob(
      file(3),
      { ...floor, media: sampleFloor.media.map((one) => ({ ...one, price: null })) },
      print,
    );
    expect(costOf(unpriced, rates, NO_LOG, print).unknown[0]).toMatchObject({
      part: 'paper',
      remedy: 'Write its price in the shop.',
    });
  });
});
