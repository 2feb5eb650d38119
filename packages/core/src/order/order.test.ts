import fc from 'fast-check';
import { blankOfSize, BUILT_IN_BLANKS, bySize, proposeBleed, templatesOf, type Blank } from '../blank/index.js';
import { proposePlacement, type SideDesign } from '../art/index.js';
import { sampleArt, sampleFacts, sampleOrder, sampleOrderJob } from '../testing/index.js';
import {
  designOn,
  holdOf,
  leadOf,
  progressOf,
  quoteRows,
  readSizes,
  sizesByLine,
  sumsOf,
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
const order = sampleOrder({ number: 7 });
const job = (change: Partial<OrderJob> = {}) => sampleOrderJob({ blankId: tee('M').id, ...change });
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

describe('an order', () => {
  const file = (change: Partial<Order> = {}, jobs: OrderJob[] = [job()]): OrderFile => ({
    order: { ...order, ...change },
    jobs,
  });
  const taken = { quote, accepted: { at: quote.at, by: 'Wren' } };
  it('is held up by the first thing that somebody has to do', () => {
    const hold = (change: Partial<Order>, jobs?: OrderJob[], short = 0) =>
      holdOf(file(change, jobs), short > 0 ? [{ wanted: short, have: 0 }] : []);
    expect(hold({}, [])).toBe('goods');
    expect(hold({}, [job(), job({ artId: null })])).toBe('art');
    expect(hold({})).toBe('quote');
    expect(hold({ quote })).toBe('approval');
    expect(hold(taken, undefined, 3)).toBe('blanks');
    expect(hold(taken)).toBe('paper');
    expect(hold(taken, [job({ reached: 'press' })])).toBe('press');
    expect(hold(taken, [job({ reached: 'inspect' })])).toBe('inspect');
    const done = { reached: 'inspect', status: 'closed', good: 10 } as const;
    expect(hold(taken, [job(done)])).toBe('pack');
    expect(hold(taken, [job({ ...done, packed: 9 })])).toBe('pack');
    expect(hold(taken, [job({ ...done, packed: 10 })])).toBe('closing');
    // What was spoiled and not made again is never packed.
    expect(hold(taken, [job({ ...done, good: 8, packed: 8 })])).toBe('closing');
    expect(hold({ ...taken, status: 'closed' })).toBeNull();
  });
  it('has come as far as its pieces are good', () =>
    expect(progressOf([job({ good: 12 }), job({ good: 4, spoiled: 2, blankId: tee('L').id })])).toEqual({
      pieces: 20,
      good: 14,
      spoiled: 2,
      packed: 0,
    }));
  it('counts what was made again for the size that it was spoiled of, and never twice', () => {
    const jobs = [
      job({ good: 8, spoiled: 2, packed: 8 }),
      job({ again: true, pieces: 2, good: 1, spoiled: 1, packed: 1 }),
    ];
    expect(progressOf(jobs)).toEqual({ pieces: 10, good: 9, spoiled: 3, packed: 9 });
    expect(progressOf([...jobs, job({ again: true, pieces: 3, good: 3 })])).toMatchObject({ pieces: 10, good: 10 });
  });
  it('is listed by line and size, without what was made again', () => {
    const lines = [
      { id: 'l', what: 'Crew shirts' },
      { id: 'm', what: 'Shirts of the cox' },
    ];
    const jobs = [
      job({ id: '1', line: 'm', blankId: tee('L').id }),
      job({ id: '2', line: 'l', blankId: tee('XL').id }),
      job({ id: '3', line: 'l', blankId: tee('S').id }),
      job({ id: '4', line: 'l', blankId: tee('XL').id, again: true }),
    ];
    expect(sizesByLine({ order: { ...order, lines }, jobs }, tees).map((size) => [size.job.id, size.what])).toEqual([
      ['3', 'Crew shirts, S'],
      ['2', 'Crew shirts, XL'],
      ['1', 'Shirts of the cox, L'],
    ]);
  });
  it('neither loses nor doubles a piece, however it is spoiled and made again', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 6 }),
        (pieces, fates) => {
          let open = pieces;
          let good = 0;
          const jobs: OrderJob[] = [];
          for (const fate of fates) {
            if (open === 0) break;
            const spoiled = Math.min(fate, open);
            jobs.push(
              job({ id: String(jobs.length), again: jobs.length > 0, pieces: open, good: open - spoiled, spoiled }),
            );
            good += open - spoiled;
            open = spoiled;
          }
          if (jobs.length === 0) return;
          expect(progressOf(jobs)).toMatchObject({ pieces, good });
          expect(good + open).toBe(pieces);
        },
      ),
    ));
  it('is led by its oldest job', () => {
    expect(
      leadOf([job({ number: 5 }), job({ number: 3, id: 'first' }), job({ number: 1, line: 'other' })], 'l')?.id,
    ).toBe('first');
    expect(leadOf([], 'l')).toBeNull();
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
