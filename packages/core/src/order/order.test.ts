import fc from 'fast-check';
import { blankOfSize, BUILT_IN_BLANKS, bySize, proposeBleed, templatesOf, type Blank } from '../blank/index.js';
import { proposePlacement, type SideDesign } from '../art/index.js';
import type { CostPart, JobCost } from '../cost/index.js';
import { sampleArt, sampleFacts } from '../testing/index.js';
import {
  checkOrder,
  checkPrices,
  designOn,
  holdOf,
  leadOf,
  progressOf,
  quoteRows,
  readSizes,
  shortOf,
  sumsOf,
  whatIf,
  type CostedSize,
  type Order,
  type OrderFile,
  type OrderJob,
  type QuotedSize,
} from './index.js';

const tees = BUILT_IN_BLANKS.filter(({ range }) => range === 'Volunteer tee').sort(bySize);
const tee = (size: string): Blank => {
  const found = blankOfSize(tees, size);
  if (!found) throw new Error(`there is no tee ${size}`);
  return found;
};
const order: Order = {
  id: 'o',
  number: 7,
  name: 'Crew',
  version: 1,
  customer: { name: 'Gannet Hill Observatory', reach: '', notes: '' },
  due: '2026-12-10',
  note: '',
  lines: [{ id: 'l', what: 'Crew shirts' }],
  quote: null,
  accepted: null,
  status: 'open',
  createdAt: '2026-11-01T08:00:00.000Z',
  updatedAt: '2026-11-01T08:00:00.000Z',
};
const job = (change: Partial<OrderJob> = {}): OrderJob => ({
  id: 'j',
  number: 1,
  line: 'l',
  follows: true,
  blankId: tee('M').id,
  pieces: 10,
  status: 'open',
  reached: 'sheet',
  artId: 'a',
  good: 0,
  spoiled: 0,
  atPress: false,
  ...change,
});
const quoted = (change: Partial<QuotedSize> = {}): QuotedSize => ({
  line: 'l',
  what: 'Crew shirts',
  blankId: tee('M').id,
  blankName: 'Volunteer tee, size M',
  count: 10,
  price: 1150,
  ...change,
});
const quote = {
  at: '2026-11-02T08:00:00.000Z',
  until: '2026-12-02',
  currency: 'EUR',
  sizes: [
    quoted(),
    quoted({ blankId: tee('L').id, count: 5 }),
    quoted({ blankId: tee('XL').id, count: 2, price: 1250 }),
  ],
  shipping: 990,
  tax: { name: 'Tax', share: 0.19 },
  terms: '',
};

describe('sizes that are pasted', () => {
  const wanted = [
    { size: 'S', count: 5 },
    { size: 'M', count: 12 },
    { size: '2XL', count: 3 },
  ];
  it.each([
    ['two columns', 'S\t5\nM\t12\n2XL\t3'],
    ['two columns with a heading', 'Size\tQty\r\nS\t5\r\nM\t12\r\n2XL\t3\r\n'],
    ['two rows', 'S\tM\t2XL\n5\t12\t3'],
    ['two rows with headings', 'Size\tS\tM\t2XL\nQty\t5\t12\t3'],
    ['a line', 'S 5, M 12, 2XL 3'],
    ['a line, counts first', '5 × S, 12 x M, 3 2XL'],
    ['colons', 'S: 5; M: 12; 2XL: 3'],
    ['semicolons', 'S;5\nM;12\n2XL;3'],
    ['with a total', 'S\t5\nM\t12\n2XL\t3\nTotal\t20'],
  ])('as %s', (_, text) => expect(readSizes(text)).toEqual({ sizes: wanted, wrong: [] }));
  it('are added up where a size stands twice', () =>
    expect(readSizes('M 5\nXXL 1\nm 2\n2XL 3').sizes).toEqual([
      { size: 'M', count: 7 },
      { size: 'XXL', count: 4 },
    ]));
  it('say what does not read, and keep the rest', () => {
    expect(readSizes('S 5\nlots of M\nL 2')).toEqual({
      sizes: [
        { size: 'S', count: 5 },
        { size: 'L', count: 2 },
      ],
      wrong: ['“lots of M” is no size with a count: write it like M 12.'],
    });
    expect(readSizes('S 5\nTotal 9').wrong).toEqual(['The total says 9, and the sizes come to 5.']);
    expect(readSizes('M 99999').wrong).toEqual(['M: 99999 is more than 5000, the most of one size.']);
    expect(readSizes('S\tM\tL\n5\t12').wrong[0]).toContain('3 sizes stand above 2 counts');
    expect(readSizes('')).toEqual({ sizes: [], wrong: [] });
  });
  it('never throw, lose a count that they name, or make one up', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const { sizes } = readSizes(text);
        expect(sizes.every(({ count }) => Number.isInteger(count) && count >= 0)).toBe(true);
      }),
    ));
  it('keep every count, in columns and in rows', () =>
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.constantFrom('S', 'M', 'L', 'XL', '2XL', 'YM'), fc.integer({ min: 0, max: 5000 })), {
          selector: ([size]) => size,
          minLength: 2,
        }),
        (rows) => {
          const sizes = rows.map(([size, count]) => ({ size, count }));
          expect(readSizes(rows.map(([size, count]) => `${size}\t${count}`).join('\n')).sizes).toEqual(sizes);
          const across = `${rows.map(([size]) => size).join('\t')}\n${rows.map(([, count]) => count).join('\t')}`;
          expect(readSizes(across).sizes).toEqual(sizes);
        },
      ),
    ));
});

describe('a design on another size', () => {
  const art = sampleArt(sampleFacts(1200, 900));
  const picture = (placement: { x: number; y: number; width: number; rotation: number } | null): SideDesign[] => [
    {
      fill: 'own',
      items: [
        {
          kind: 'picture',
          id: 'p',
          artId: art.id,
          placement,
          placedBy: 'goods',
          repeat: 'once',
          mirroredInFile: false,
        },
      ],
    },
  ];
  const template = (blank: Blank) => {
    const [first] = templatesOf(blank, proposeBleed(blank).value);
    if (!first) throw new Error('there is no template');
    return first;
  };
  const placed = (design: SideDesign[]) => {
    const item = design[0]?.items[0];
    return item?.kind === 'picture' ? item.placement : null;
  };
  it('is proposed anew where it stands as proposed', () => {
    expect(designOn(picture(null), [art], tee('M'), tee('XL'))).toEqual(picture(null));
  });
  it('keeps its share of what is proposed where it was put by hand', () => {
    const [was, is] = [
      proposePlacement(template(tee('S')), art.facts),
      proposePlacement(template(tee('XL')), art.facts),
    ];
    const mine = { x: was.x + 10, y: was.y + 20, width: was.width * 0.8, rotation: 5 };
    const found = placed(designOn(picture(mine), [art], tee('S'), tee('XL')));
    const ratio = (template(tee('XL')).chest?.width ?? 0) / (template(tee('S')).chest?.width ?? 1);
    expect(ratio).toBeGreaterThan(1);
    expect(found?.width).toBeCloseTo(mine.width * ratio, 9);
    expect(found?.x).toBeCloseTo(is.x + 10 * ratio, 9);
    expect(found?.y).toBeCloseTo(is.y + 20 * ratio, 9);
    expect(found?.rotation).toBe(5);
  });
  it('comes back as it was by way of any other size', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...tees),
        fc.constantFrom(...tees),
        fc.double({ min: 20, max: 250, noNaN: true }),
        fc.double({ min: 0, max: 250, noNaN: true }),
        (from, to, width, x) => {
          const there = designOn(picture({ x, y: 80, width, rotation: 0 }), [art], from, to);
          const back = placed(designOn(there, [art], to, from));
          expect(back?.width).toBeCloseTo(width, 6);
          expect(back?.x).toBeCloseTo(x, 6);
          expect(back?.y).toBeCloseTo(80, 6);
        },
      ),
    ));
});

describe('what if', () => {
  const part = (name: CostPart, value: number) => ({
    part: name,
    amount: { value, why: '', source: { kind: 'computed', formula: '' }, confidence: 'firm' } as const,
  });
  const costed = (parts: JobCost['parts'], made: number): CostedSize => ({
    job: job(),
    line: { id: 'l', what: 'Crew shirts' },
    blank: tee('M'),
    personalised: false,
    cost: {
      pieces: 10,
      parts,
      unknown: [],
      made: { value: made, why: '', source: { kind: 'house rule', rule: '' }, confidence: 'fair' },
      total: 0,
      run: { setUp: 0, each: 0 },
      each: 0,
      seconds: 0,
    },
  });
  it('says what is saved, the most first', () => {
    // By hand: one in five spoiled, 1.25 made; with one in ten 1.1111. 1000 × (1 − 0.1111 ÷ 0.25) = 556; 4000 × 0.1 × 1.25 = 500.
    expect(whatIf([costed([part('blanks', 4000), part('spoiled', 1000)], 1.25)])).toEqual([
      { name: 'Half as many spoiled', saved: 556 },
      { name: 'Blanks a tenth cheaper', saved: 500 },
    ]);
    expect(whatIf([costed([part('paper', 300), part('hands', 200)], 1), costed([part('hands', 100)], 1)])).toEqual([
      { name: 'Paper a fifth cheaper', saved: 60 },
      { name: 'Hands a fifth quicker', saved: 60 },
    ]);
    expect(whatIf([])).toEqual([]);
  });
});

describe('an order', () => {
  const file = (change: Partial<Order> = {}, jobs: OrderJob[] = [job()]): OrderFile => ({
    order: { ...order, ...change },
    jobs,
  });
  const taken = { quote, accepted: { at: quote.at, by: 'Wren' } };
  it('is held up by the first thing that somebody has to do', () => {
    const hold = (change: Partial<Order>, jobs?: OrderJob[], short = 0) =>
      holdOf(file(change, jobs), short > 0 ? [{ blankId: 'b', wanted: short, have: 0 }] : []);
    expect(hold({}, [])).toBe('goods');
    expect(hold({}, [job(), job({ artId: null })])).toBe('art');
    expect(hold({})).toBe('quote');
    expect(hold({ quote })).toBe('approval');
    expect(hold(taken, undefined, 3)).toBe('blanks');
    expect(hold(taken)).toBe('paper');
    expect(hold(taken, [job({ reached: 'press' })])).toBe('press');
    expect(hold(taken, [job({ reached: 'inspect' })])).toBe('inspect');
    expect(hold(taken, [job({ reached: 'inspect', status: 'closed' })])).toBe('closing');
    expect(hold({ ...taken, status: 'closed' })).toBeNull();
  });
  it('has come as far as its pieces are good', () =>
    expect(progressOf([job({ good: 12 }), job({ good: 4, spoiled: 2 })])).toEqual({
      pieces: 20,
      good: 14,
      spoiled: 2,
    }));
  it('is led by its oldest job', () => {
    expect(
      leadOf([job({ number: 5 }), job({ number: 3, id: 'first' }), job({ number: 1, line: 'other' })], 'l')?.id,
    ).toBe('first');
    expect(leadOf([], 'l')).toBeNull();
  });
  it('is short of what is not at the press yet, all sizes of a blank together', () => {
    const blanks = [{ id: tee('M').id, stock: 15 }];
    expect(shortOf([job(), job({ good: 2 })], blanks)).toEqual([{ blankId: tee('M').id, wanted: 18, have: 15 }]);
    expect(shortOf([job(), job({ atPress: true })], blanks)).toEqual([]);
    expect(shortOf([job({ pieces: 99 })], [{ id: tee('M').id, stock: null }])).toEqual([]);
  });
  it('says what is the matter with it', () => {
    const said = (change: Partial<Order>, today = '2026-11-20') =>
      checkOrder(file(change), {
        blanks: tees,
        short: [{ blankId: tee('M').id, wanted: 10, have: 4 }],
        log: () => ({ spoiled: 1, pressed: 60 }),
        today,
      });
    expect(said({ due: null }).map(({ code }) => code)).toEqual(['order.no-day', 'order.blanks']);
    // scipy's betabinom(n, 59.5, 1.5).sf(9): 0.793 at n = 10, 0.960 at 11, 0.992 at 12.
    expect(said({}).find(({ code }) => code === 'order.blanks')).toMatchObject({
      title: '6 too few: Volunteer tee, size M',
      remedy: expect.stringContaining('Have 11 at hand') as string,
    });
    expect(said({}, '2026-12-11').map(({ code }) => code)).toContain('order.late');
    expect(said({ quote }, '2026-12-03').map(({ code }) => code)).toContain('order.expired');
    expect(said({ status: 'closed' })).toEqual([]);
    expect(
      checkPrices([{ name: 'Crew shirts, M', price: 500, cost: 571 }], ['ink'], 'EUR').map(({ why }) => why),
    ).toEqual([
      'It costs €5.71, and is offered at €5.00.',
      'What is not known is not counted, so the true cost is higher.',
    ]);
  });
});

describe('a quote', () => {
  it('adds up exactly, tax rounded once', () => {
    // By hand: 15 × 11.50 + 2 × 12.50 = 197.50; with shipping 207.40; 19 % of it 39.406.
    expect(sumsOf(quote)).toEqual({ goods: 19_750, shipping: 990, net: 20_740, tax: 3941, gross: 24_681 });
  });
  it('puts sizes of one price in one row', () =>
    expect(quoteRows(quote, (id) => tees.find((one) => one.id === id)?.size ?? null)).toEqual([
      { what: 'Crew shirts', sizes: 'M 10, L 5', count: 15, price: 1150, amount: 17_250 },
      { what: 'Crew shirts', sizes: 'XL 2', count: 2, price: 1250, amount: 2500 },
    ]));
  it('loses no coin between rows and sums', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.constantFrom('a', 'b'), fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 0, max: 99_999 })),
          { minLength: 1, maxLength: 20 },
        ),
        (rows) => {
          const sizes = rows.map(([line, count, price]) => quoted({ line, count, price }));
          const all = quoteRows({ sizes }, () => null);
          expect(all.reduce((sum, { amount }) => sum + amount, 0)).toBe(sumsOf({ ...quote, sizes }).goods);
          expect(all.reduce((sum, { count }) => sum + count, 0)).toBe(sizes.reduce((sum, { count }) => sum + count, 0));
        },
      ),
    ));
});
