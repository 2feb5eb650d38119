import type { OneMoreTold } from '@kanga/core/day';
import { oneMoreWords } from './one-more-words.js';

const told = (change: Partial<OneMoreTold>): OneMoreTold => ({
  kind: 'press',
  like: 'left',
  saved: 0,
  sooner: 0,
  lessLate: 0,
  ...change,
});

describe('what one more would bring, in words', () => {
  it.each([
    [
      told({ saved: 2, sooner: 4800, lessLate: 9000 }),
      'A second press like Left: 2 jobs fewer late, the last load off 80 min sooner.',
    ],
    [told({ kind: 'person', lessLate: 900 }), 'One more person with the hours of Left: 15 min less late.'],
    [told({ kind: 'jig', sooner: 200 }), 'One more set of Left: nothing that counts.'],
  ])('is a sentence: %o', (one, words) => {
    expect(oneMoreWords(one, 'Left')).toBe(words);
  });
});
