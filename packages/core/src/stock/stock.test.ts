import fc from 'fast-check';
import { normalQuantile } from '../numbers/index.js';
import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { unitPrinter, type UnitPrinter } from '../units/index.js';
import {
  amountText,
  changeBy,
  checkBatch,
  inLots,
  levelOf,
  parseAmount,
  freeFor,
  reservedOf,
  purchaseList,
  reorderPoint,
  standingOf,
  useRate,
  USUAL_BUYING,
  type Claim,
  type StockItem,
} from './index.js';

const item = (change: Partial<StockItem> = {}): StockItem => ({
  ...USUAL_BUYING,
  id: 'supply:1',
  kind: 'blank',
  name: 'Bag',
  family: null,
  unit: 'piece',
  level: 100,
  price: 0.1,
  batch: '',
  rate: null,
  claims: [],
  log: { spoiled: 0, pressed: 0 },
  measured: null,
  supply: null,
  ...change,
});
const today = '2026-12-01';
const rates = { currency: 'EUR', fallout: 0.03 };
const claim = (amount: number, due: string | null): Claim => ({ amount, due });

describe('the normal law backwards', () => {
  // scipy 1.10, scipy.stats.norm.ppf.
  it.each([
    [0.001, -3.090232306167813],
    [0.025, -1.9599639845400545],
    [0.5, 0],
    [0.9, 1.2815515655446004],
    [0.95, 1.6448536269514722],
    [0.99, 2.3263478740408408],
    [0.9999, 3.719016485455709],
    [1e-12, -7.034483825301131],
  ])('%p', (p, value) => {
    expect(normalQuantile(p)).toBeCloseTo(value, 5);
  });
  it.each([0, 1, -1, NaN])('has no value for a chance of %p', (p) => {
    expect(() => normalQuantile(p)).toThrow(`got ${p}`);
  });
});

describe('when to order', () => {
  it('is as a textbook has it', () => {
    // Heizer and Render, Operations Management, inventory chapter, variable demand and constant lead time (from memory): 15 a day, spread 5, 2 days, 90 %: 30 + 1.28 · 5 · √2 = 39.
    const { point, safety } = reorderPoint({ mean: 15, deviation: 5 }, 2, 0.9);
    expect(safety).toBeCloseTo(1.2815515655 * 5 * Math.SQRT2, 4);
    expect(Math.round(point)).toBe(39);
  });
  it('keeps nothing against an even use, and nothing where things come at once', () => {
    expect(reorderPoint({ mean: 4, deviation: 0 }, 7)).toEqual({ point: 28, safety: 0 });
    expect(reorderPoint({ mean: 4, deviation: 3 }, 0).point).toBe(0);
    expect(() => reorderPoint({ mean: 4, deviation: 3 }, -1)).toThrow('got -1');
  });
  it('counts days on which nothing was used', () => {
    // By hand: 10 and 20 in 10 days: mean 3; squares (7² + 17² + 8 · 3²) ÷ 9 = 410 ÷ 9.
    const rate = useRate(
      [
        { day: '2026-11-25', amount: 10 },
        { day: '2026-11-28', amount: 20 },
      ],
      today,
      10,
    );
    expect(rate?.mean).toBe(3);
    expect(rate?.deviation).toBeCloseTo(Math.sqrt(410 / 9), 12);
    expect(rate?.days).toBe(2);
  });
  it('does not look at today, which is not over, nor far back', () => {
    expect(
      useRate(
        [
          { day: today, amount: 5 },
          { day: '2025-01-01', amount: 5 },
        ],
        today,
      ),
    ).toBeNull();
    expect(useRate([], today)).toBeNull();
  });
});

describe('what is to be bought', () => {
  it('is nothing while there is enough', () => {
    expect(standingOf(item(), rates)).toMatchObject({ order: 0, because: null, free: 100 });
  });
  it('is what an order wants, with its spares, in whole lots, in time', () => {
    // scipy 1.10: scipy.stats.betabinom.cdf(n − 120, n, 6.5, 300.5) is 0.919 at 125 and 0.959 at 126.
    const claims = [claim(120, '2026-12-20')];
    const log = { spoiled: 6, pressed: 306 };
    expect(reservedOf(item({ claims, log }), 0.03)).toEqual({ amount: 120, safe: 126, due: '2026-12-20' });
    expect(standingOf(item({ lot: 25, lead: 5, claims, log }), rates)).toMatchObject({
      free: -20,
      order: 50,
      because: 'order',
      orderBy: '2026-12-15',
      cost: 500,
    });
  });
  it('goes by the house while nothing was pressed yet', () => {
    // scipy 1.10: betabinom.cdf(n − 40, n, 2, 49), from 1.5 of 50 spoiled: 0.925 at 44, 0.959 at 45.
    expect(reservedOf(item({ claims: [claim(40, null)] }), 0.03).safe).toBe(45);
  });
  it('counts what is on its way', () => {
    const one = { claims: [claim(120, null)], log: { spoiled: 0, pressed: 1000 } };
    expect(standingOf(item(one), rates).order).toBeGreaterThan(0);
    expect(standingOf(item({ ...one, coming: { amount: 30, day: '2026-12-03' } }), rates).order).toBe(0);
  });
  it('is a month beyond the reorder point where it runs low', () => {
    // 2 a day for 90 days, evenly: the point is 14 at 7 days; 10 are left: 14 + 60 − 10.
    const used = Array.from({ length: 90 }, (_, i) => ({
      day: new Date(Date.UTC(2026, 10, 30 - i)).toISOString().slice(0, 10),
      amount: 2,
    }));
    expect(standingOf(item({ rate: useRate(used, today), level: 10 }), rates)).toMatchObject({
      order: 64,
      because: 'low',
      lasts: 5,
    });
    expect(standingOf(item({ rate: useRate(used, today), level: null }), rates)).toMatchObject({
      order: 0,
      free: null,
    });
  });
  it('is listed by supplier, what an order wants first', () => {
    const log = { spoiled: 0, pressed: 5000 };
    const wanted = { claims: [claim(200, '2026-12-20')], log };
    const list = purchaseList([
      standingOf(item({ name: 'Bag', supplier: 'North', ...wanted }), rates),
      standingOf(
        item({ name: 'Tube', supplier: 'North', price: null, claims: [claim(200, '2026-12-09')], log }),
        rates,
      ),
      standingOf(item({ name: 'Label' }), rates),
      standingOf(item({ name: 'Roll', supplier: 'South', ...wanted }), rates),
    ]);
    expect(
      list.map(({ supplier, standings, cost, unpriced }) => [
        supplier,
        standings.map((s) => s.item.name),
        cost,
        unpriced,
      ]),
    ).toEqual([
      ['North', ['Tube', 'Bag'], 1000, 1],
      ['South', ['Roll'], 1000, 0],
    ]);
  });
  it('is never a part of a lot, and never too little', () =>
    fc.assert(
      fc.property(fc.double({ min: -50, max: 5000, noNaN: true }), fc.integer({ min: 1, max: 500 }), (amount, lot) => {
        const bought = inLots(amount, lot);
        expect(bought % lot).toBe(0);
        expect(bought).toBeGreaterThanOrEqual(amount - 1e-6);
        expect(bought - Math.max(0, amount)).toBeLessThan(lot + 1e-6);
      }),
    ));
  it('has money in whole coins, by the metre where it is counted so', () => {
    const roll = item({ kind: 'packing', unit: 'mm', price: 1.25, level: 0, claims: [claim(2500, null)] });
    expect(standingOf(roll, rates).cost).toBe(313);
  });
});

describe('an amount as a shop writes it', () => {
  const [metres, feet] = (['mm', 'in'] as const).map((length) =>
    unitPrinter({ length, temperature: 'C', pressure: 'kPa' }),
  ) as [UnitPrinter, UnitPrinter];
  it('is printed in its unit', () => {
    expect(amountText(1, 'piece', metres)).toBe('1 piece');
    expect(amountText(41_500, 'mm', metres)).toBe('41.5 m');
    expect(amountText(30_480, 'mm', feet)).toBe('100 ft');
    expect(amountText(119.6, 'ml', feet)).toBe('120 ml');
  });
  it('is read as it is printed', () => {
    expect(parseAmount('41.5 m', 'mm', metres)).toEqual({ ok: true, value: 41_500 });
    expect(parseAmount('100', 'mm', feet)).toEqual({ ok: true, value: 30_480 });
    expect(parseAmount('24 pieces', 'piece', feet)).toEqual({ ok: true, value: 24 });
    expect(parseAmount('0', 'sheet', feet)).toEqual({ ok: true, value: 0 });
  });
  it.each([
    ['-3', 'less than nothing'],
    ['2.5', 'no whole number'],
    ['many', 'does not read'],
    ['', 'does not read'],
  ])('%p is refused: %s', (text, why) => {
    const read = parseAmount(text, 'piece', metres);
    expect(read.ok ? '' : read.problem).toContain(why);
    expect(read.ok ? '' : read.problem).toContain(`“${text}”`);
  });
});

describe('what is left for an order', () => {
  const one = item({
    level: 30,
    claims: [claim(10, '2026-12-05'), claim(15, '2026-12-09'), claim(4, null)],
  });
  it('comes after what was promised to others', () => {
    expect(freeFor(one, { due: '2026-12-01', accepted: false })).toBe(1);
    expect(freeFor(one, { due: '2026-12-07', accepted: true })).toBe(20);
    expect(freeFor(one, { due: '2026-12-09', accepted: true })).toBe(20);
    expect(freeFor(one, { due: null, accepted: true })).toBe(5);
    expect(freeFor({ ...one, level: null }, { due: null, accepted: true })).toBeNull();
  });
  it('is missed first by the first order that it is not enough for', () => {
    expect(reservedOf({ ...one, level: 12 }, 0.03)).toMatchObject({ amount: 29, due: '2026-12-09' });
    expect(reservedOf({ ...one, level: 26 }, 0.03)).toMatchObject({ due: null });
    expect(reservedOf({ ...one, level: 5 }, 0.03)).toMatchObject({ due: '2026-12-05' });
    expect(reservedOf({ ...one, level: 1000 }, 0.03)).toMatchObject({ due: null });
  });
});

describe('what there is', () => {
  const report = fc.oneof(
    fc.record({ kind: fc.constant('receipt' as const), amount: fc.integer({ min: 0, max: 10_000 }) }),
    fc.record({ kind: fc.constant('count' as const), amount: fc.integer({ min: 0, max: 10_000 }) }),
    fc.record({ kind: fc.constant('use' as const), amount: fc.integer({ min: 1, max: 10_000 }).map((n) => n / 10) }),
  );
  it('never drifts from the sum of what happened, and a count is right whatever was before', () =>
    fc.assert(
      fc.property(fc.array(report), (reports) => {
        const events: { change: number }[] = [];
        for (const { kind, amount } of reports) {
          const level = levelOf(events);
          const change = kind === 'use' ? -amount : changeBy({ kind, amount }, level);
          events.push({ change });
          const now = levelOf(events);
          expect(now).toBe(kind === 'count' ? amount : Math.round((level + change) * 1000) / 1000);
        }
      }),
    ));
  it('is never counted below nothing', () => {
    expect(() => changeBy({ kind: 'count', amount: -1 }, 4)).toThrow('got -1');
    expect(() => changeBy({ kind: 'receipt', amount: null }, 4)).toThrow('got null');
    expect(changeBy({ kind: 'stopped', amount: null }, 4)).toBe(0);
  });
});

describe('a batch that was measured', () => {
  const blank = BUILT_IN_BLANKS.find(({ style }) => style === 'edge to edge') as Blank;
  const [side] = blank.sides;
  const outline = side?.outline;
  if (outline?.kind === 'polygon' || !outline) throw new Error('a plain outline was expected');
  const { width, height } = outline;
  const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
  it('is not spoken of while it is as its template', () => {
    expect(checkBatch(blank, { batch: 'B2', measured: { width: width + 0.4, height } }, print)).toEqual([]);
    expect(checkBatch(blank, { batch: 'B2', measured: null }, print)).toEqual([]);
  });
  it('is named with what differs', () => {
    const [said] = checkBatch(blank, { batch: 'B2', measured: { width: width - 2, height: height + 3 } }, print);
    expect(said?.title).toContain('Batch B2');
    expect(said?.title).toContain('2 mm narrower and 3 mm longer');
  });
});
