import { capitalised, formatCount, lowered } from './index.js';

describe('words in a sentence', () => {
  it('begin it or stand within it, and leave the rest as it is', () => {
    expect(capitalised('pre-press for 5 s on a PTFE sheet')).toBe('Pre-press for 5 s on a PTFE sheet');
    expect(lowered('Peel hot, from the left')).toBe('peel hot, from the left');
    expect([capitalised(''), lowered(''), capitalised('ödes Blau')]).toEqual(['', '', 'Ödes Blau']);
  });
  it('count one and many', () => {
    expect([0, 1, 2].map((count) => formatCount(count, 'piece'))).toEqual(['0 pieces', '1 piece', '2 pieces']);
  });
});
