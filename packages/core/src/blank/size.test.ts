import { blankOfSize, BUILT_IN_BLANKS, bySize, rangeOf, sizeName } from './index.js';

const tees = BUILT_IN_BLANKS.filter(({ range }) => range === 'Volunteer tee').sort(bySize);

describe('sizes as people write them', () => {
  it.each([
    ['XXL', '2xl'],
    ['2XL', '2xl'],
    ['xxxl', '3xl'],
    ['Youth M', 'youth m'],
    ['YM', 'youth m'],
    ['M youth', 'youth m'],
    ['Medium', 'm'],
    [' l ', 'l'],
    ['39–42', '39 42'],
    ['39-42', '39 42'],
    ['X-Large', 'xl'],
  ])('%s is %s', (text, name) => expect(sizeName(text)).toBe(name));
  it('stand from the smallest on', () => {
    const named = (size: string) => ({ size, name: '' });
    const sizes = ['XL', 'S', '4XL', 'Youth L', 'XXL', 'M', 'youth S', 'L'].map(named).sort(bySize);
    expect(sizes.map(({ size }) => size)).toEqual(['youth S', 'Youth L', 'S', 'M', 'L', 'XL', 'XXL', '4XL']);
    expect(
      ['42', '8', '39–42', '27–30']
        .map(named)
        .sort(bySize)
        .map(({ size }) => size),
    ).toEqual(['8', '27–30', '39–42', '42']);
  });
  it('find their blank in a range', () => {
    for (const tee of tees)
      expect(rangeOf(tee, BUILT_IN_BLANKS).map(({ size }) => size)).toEqual(['S', 'M', 'L', 'XL']);
    expect(tees).toHaveLength(4);
    expect(blankOfSize(tees, 'large')?.size).toBe('L');
    expect(blankOfSize(tees, '4XL')).toBeUndefined();
  });
});
