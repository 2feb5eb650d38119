import { lostWords, paceWords } from './review-words.js';

describe('what minutes went to', () => {
  it('names what is worth a minute, the most first', () => {
    expect(lostWords({ late: 600, between: 1320, longer: 30, spoiled: 120 })).toBe(
      '22 min between pressings: changing, waiting, breaks; 10 min begun late; 2 min under the plate for what was spoiled',
    );
    expect(lostWords({ late: 20, between: 0, longer: 59, spoiled: 0 })).toBe('as planned');
  });
});

describe('the pace of a shop, in words', () => {
  it('says how sure it is, or that too little was measured', () => {
    const spread = { day: 0.1, each: 0.2 };
    expect(paceWords({ factor: 1.084, low: 1.04, high: 1.13, pressings: 210, days: 12, spread })).toBe(
      'From one closing to the next takes 1.08 times what the steps say (1.04 to 1.13 with a surety of 95 %, from 210 pressings on 12 days). Plans and promises reckon with it.',
    );
    expect(paceWords(null)).toContain('not known yet');
  });
});
