import { blankOf } from '../testing/index.js';
import { comesInPairs, ofPair } from './index.js';

describe('a pair', () => {
  it('is left and right in turn, whatever is printed on them', () => {
    const sock = blankOf('sock');
    expect([0, 1, 2, 3].map((piece) => ofPair(sock, piece))).toEqual(['left', 'right', 'left', 'right']);
  });
  it('is none of goods that stand alone', () => {
    expect(comesInPairs(blankOf('mug'))).toBe(false);
    expect(ofPair(blankOf('mug'), 1)).toBeNull();
  });
});
