import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { sortShelf } from './sort-shelf.js';

const shelf = BUILT_IN_BLANKS.slice(0, 8).map((blank, i) => ({
  ...blank,
  stock: [3, null, 0, 12, 3, 40, null, 7][i] ?? null,
}));
const stocks = (down: boolean) => sortShelf(shelf, 'stock', down).map(({ stock }) => stock);

describe('the shelf as a table', () => {
  it('is sorted by figures as figures, what nobody counts first', () => {
    expect(stocks(false)).toEqual([null, null, 0, 3, 3, 7, 12, 40]);
    expect(stocks(true)).toEqual([40, 12, 7, 3, 3, 0, null, null]);
  });
  it('is sorted by words, and what is alike by name', () => {
    const names = sortShelf(shelf, 'name', false).map(({ name }) => name);
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
    const alike = sortShelf(shelf, 'fitness', false);
    for (const [i, one] of alike.entries()) {
      const next = alike[i + 1];
      if (next && one.surface === next.surface && one.family === next.family)
        expect(one.name.localeCompare(next.name)).toBeLessThanOrEqual(0);
    }
  });
  it('loses no blank, and leaves what it was given as it was', () => {
    const before = shelf.map(({ id }) => id);
    expect(
      sortShelf(shelf, 'size', true)
        .map(({ id }) => id)
        .sort(),
    ).toEqual([...before].sort());
    expect(shelf.map(({ id }) => id)).toEqual(before);
  });
  it('puts the larger print behind the smaller one', () => {
    const [first, ...rest] = sortShelf(shelf, 'size', false);
    expect(first?.name).toBe('Neoprene bottle sleeve');
    expect(rest.at(-1)?.name).toBe('Cushion cover, 40 cm');
  });
});
