import { ofPair, type RunRow } from '../art/index.js';
import { blankOf } from '../testing/index.js';
import { comesInPairs } from './index.js';

describe('a pair', () => {
  const sock = blankOf('sock');
  it('is left and right in turn, whatever is printed on them', () =>
    expect([0, 1, 2, 3].map((piece) => ofPair(sock, null, piece))).toEqual(['left', 'right', 'left', 'right']));
  it('begins with each name, and is what a row says that stands for one alone', () => {
    const run: RunRow[] = [
      { values: { name: 'Ada' }, count: 1, of: 'right' },
      { values: { name: 'Bo' }, count: 2 },
      { values: { name: 'Cleo' }, count: 4 },
    ];
    expect([0, 1, 2, 3, 4, 5, 6].map((piece) => ofPair(sock, run, piece))).toEqual([
      'right',
      ...['left', 'right'],
      ...['left', 'right', 'left', 'right'],
    ]);
  });
  it('is none of goods that stand alone', () => {
    expect(comesInPairs(blankOf('mug'))).toBe(false);
    expect(ofPair(blankOf('mug'), null, 1)).toBeNull();
  });
});
