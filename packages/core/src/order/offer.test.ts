import { blankOfSize, BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { costAt, type CostPart, type JobCost } from '../cost/index.js';
import { USUAL_RATES } from '../shop/index.js';
import { sampleOrderJob } from '../testing/index.js';
import { offerOf, whatIf, type CostedSize } from './index.js';

const found = blankOfSize(BUILT_IN_BLANKS, 'M');
const sock = BUILT_IN_BLANKS.find(({ family }) => family === 'sock');
if (!found || !sock) throw new Error('there is no tee, or no sock');
const tee: Blank = found;

/** One size with its cost, the rest of it plain. */
const costed = (blank: Blank, pieces: number, cost: Partial<JobCost>, personalised = false): CostedSize => ({
  job: sampleOrderJob({ id: `${blank.id} ${pieces}`, blankId: blank.id, pieces }),
  line: { id: 'l', what: 'Things' },
  blank,
  personalised,
  cost: {
    pieces,
    parts: [],
    unknown: [],
    made: { value: 1, why: '', source: { kind: 'house rule', rule: '' }, confidence: 'fair' },
    total: 0,
    run: { setUp: 450, each: 300 },
    each: 0,
    seconds: 0,
    fullColour: false,
    ...cost,
  },
});

describe('an offer', () => {
  const rates = { ...USUAL_RATES, setUp: 15, rounding: 'coin' as const, personalised: 1.5 };
  it('pays the set-up of a line once, and counts pairs of what is worn in pairs', () => {
    // By hand: 30 socks are 15 pairs; 4.50 over 15 pairs is 0.30, and two socks are 6.00.
    const [few, many] = offerOf([costed(sock, 10, {}), costed(sock, 20, {})], rates);
    expect([few?.count, many?.count]).toEqual([5, 10]);
    expect(few?.cost).toBeCloseTo(630, 9);
    expect(few?.price).toBe(1260);
    expect(few?.run).toEqual({ setUp: 450, each: 600 });
    // A pair at the quantity of the line costs what the breaks say of it.
    expect(costAt(few?.run ?? { setUp: 0, each: 0 }, 15)).toBeCloseTo(few?.cost ?? 0, 9);
  });
  it('multiplies the price of what has names of its own', () => {
    const [plain, named] = [false, true].map((own) => offerOf([costed(tee, 10, {}, own)], rates)[0]?.price ?? 0);
    expect([plain, named]).toEqual([690, 1035]);
  });
});

describe('what if', () => {
  const part = (name: CostPart, value: number) => ({
    part: name,
    amount: { value, why: '', source: { kind: 'computed', formula: '' }, confidence: 'firm' } as const,
  });
  const size = (parts: JobCost['parts'], made: number) =>
    costed(tee, 10, {
      parts,
      made: { value: made, why: '', source: { kind: 'house rule', rule: '' }, confidence: 'fair' },
    });
  it('says what is saved, the most first', () => {
    // By hand: one in five spoiled, 1.25 made; with one in ten 1.1111. 1000 × (1 − 0.1111 ÷ 0.25) = 556; 4000 × 0.1 × 1.25 = 500.
    expect(whatIf([size([part('blanks', 4000), part('spoiled', 1000)], 1.25)])).toEqual([
      { name: 'Half as many spoiled', saved: 556 },
      { name: 'Blanks a tenth cheaper', saved: 500 },
    ]);
    expect(whatIf([size([part('paper', 300), part('hands', 200)], 1), size([part('hands', 100)], 1)])).toEqual([
      { name: 'Paper a fifth cheaper', saved: 60 },
      { name: 'Hands a fifth quicker', saved: 60 },
    ]);
    expect(whatIf([])).toEqual([]);
  });
});
