import { sampleOrder, sampleOrderJob } from '../testing/index.js';
import { changeSays, type Order, type OrderFile, type OrderJob } from './index.js';

const job = (change: Partial<OrderJob> = {}) => sampleOrderJob({ number: 21, ...change });
const size = (blankId: string, count: number, price: number) => ({
  line: 'l',
  what: 'Crew shirts',
  blankId,
  blankName: blankId,
  count,
  price,
});
const order = sampleOrder({
  due: null,
  quote: {
    at: '2026-11-10T08:00:00.000Z',
    until: '2026-12-10',
    currency: 'EUR',
    sizes: [size('m', 10, 1150), size('xl', 2, 1250)],
    shipping: 0,
    tax: null,
    terms: '',
  },
  accepted: { at: '2026-11-11T08:00:00.000Z', by: 'Wren' },
});
const file = (
  change: Partial<Order>,
  jobs = [job(), job({ id: 'k', number: 22, blankId: 'xl', pieces: 2 })],
): OrderFile => ({
  order: { ...order, ...change },
  jobs,
});
const says = (one: OrderFile, m: number, xl: number, more: { blankId: string; count: number }[] = [], each = 1) =>
  changeSays(
    one,
    'l',
    [{ blankId: 'm', count: m }, { blankId: 'xl', count: xl }, ...more],
    each === 2 ? [{ id: 'm', family: 'sock' }] : [],
    [{ jobId: 'j', each: 12.5 }],
  );

describe('what changing a line costs', () => {
  it('is nothing while nobody took it and nothing is printed', () => {
    expect(says(file({ accepted: null }), 4, 0)).toEqual([]);
    expect(says(file({}), 10, 2)).toEqual([]);
  });
  it('is the difference at the prices that were taken', () => {
    // By hand: 10 × 11.50 + 2 × 12.50 = 140.00; two more of M are 23.00, one XL less is 12.50: 10.50 more.
    expect(says(file({}), 12, 1)).toEqual([
      'Wren took this at €140.00: at the same prices it is €10.50 more. It wants their word again.',
    ]);
    expect(says(file({}), 0, 2)[0]).toContain('€115.00 less');
    expect(says(file({}), 10, 2, [{ blankId: 's', count: 3 }])).toEqual([
      '1 size of it was never quoted: quote again.',
    ]);
  });
  it('is what was printed for nothing', () => {
    const printed = file({ accepted: null }, [job({ printed: true })]);
    // By hand: 3 × 12.5 cents.
    expect(says(printed, 7, 0)).toEqual(['Job 21 is printed: 3 transfers are for nothing, €0.38 of paper and ink.']);
    expect(says(printed, 11, 0)).toEqual(['Job 21 is printed: 1 more transfer has to be printed.']);
    // Pairs are two pieces each.
    expect(says(printed, 4, 0, [], 2)).toEqual([
      'Job 21 is printed: 2 transfers are for nothing, €0.25 of paper and ink.',
    ]);
  });
});
