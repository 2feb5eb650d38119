import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import type { Wanted } from '@kanga/core/order';
import { standingOf } from './hold-words.js';

const wanted = (name: string, count: number, have: number): Wanted => ({
  item: { name } as Wanted['item'],
  blankId: BUILT_IN_BLANKS[0]?.id ?? '',
  wanted: count,
  have,
});

describe('where an order stands', () => {
  it('names each blank that it waits for, and how many more of it', () => {
    const wants = [wanted('Drawstring bag', 32, 25), wanted('Mug', 4, 9), wanted('Tote', 3, 0)];
    expect(standingOf({ status: 'open' }, 'blanks', wants)).toBe('Waits for 7 more of Drawstring bag, 3 more of Tote');
  });
  it('is said without them where nobody asked the stock, and where something else comes first', () => {
    expect(standingOf({ status: 'open' }, 'blanks')).toBe('Waits for blanks');
    expect(standingOf({ status: 'open' }, 'art', [wanted('Mug', 4, 0)])).toBe('Waits for art');
    expect(standingOf({ status: 'closed' }, null)).toBe('Closed');
  });
});
