import type { BenchPlan, BenchState } from '../bench/index.js';
import type { Step } from '../stack/index.js';
import { USUAL_RATES } from '../shop/index.js';
import { comparedOf, correctionsOf, handsOf, reckonedOf, type Made } from './index.js';

const step = (change: Partial<Step>): Step => ({
  kind: 'press',
  title: '',
  how: '',
  seconds: null,
  side: 0,
  at: 'table',
  hands: 1,
  takes: 20,
  look: '',
  caution: null,
  ...change,
});
const plan: BenchPlan = {
  steps: [step({}), step({ at: 'press', seconds: 45, hands: 0 }), step({})],
  pieces: 2,
  atOnce: 1,
  press: { id: 'p', name: 'Press' },
};
const second = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 1000).toISOString();
type StepRecord = BenchState['records'][number];
const record = (
  bed: number,
  at: number,
  startedAt: number | null,
  endedAt: number,
  outcome: StepRecord['outcome'] = 'done',
): StepRecord => ({
  bed,
  step: at,
  press: plan.press,
  startedAt: startedAt === null ? null : second(startedAt),
  endedAt: second(endedAt),
  by: null,
  outcome,
  seconds: startedAt === null ? null : endedAt - startedAt,
  dial: null,
  heatKnown: true,
});

describe('the time of hands at the press', () => {
  it('is what lies between entries, clocks left out', () => {
    // By hand: laid at 20 (the first entry has nothing before it), closed at 25, opened at 70, taken off at 85: 5 + 15.
    expect(handsOf(plan, { records: [record(0, 0, null, 20), record(0, 1, 25, 70), record(0, 2, null, 85)] })).toBe(20);
  });
  it('counts what is done beside a running clock', () => {
    // The next is laid from 25 to 50 while the first is pressed: its 25 s count, the rest of the clock does not.
    const records = [record(0, 0, null, 20), record(0, 1, 25, 70), record(1, 0, null, 50), record(0, 2, null, 85)];
    expect(handsOf(plan, { records })).toBe(30 + 15);
  });
  it('leaves a break out, and what was passed or skipped', () => {
    const records = [
      record(0, 0, null, 20),
      record(0, 2, null, 4000),
      record(1, 0, null, 4010, 'skipped'),
      record(1, 1, null, 4020, 'passed'),
    ];
    expect(handsOf(plan, { records })).toBe(300);
    expect(handsOf(plan, { records: [] })).toBe(0);
  });
});

const made: Made = {
  pressed: 42,
  judged: 42,
  spoiled: 2,
  pressings: 84,
  blanks: 42 * 4.2,
  paper: 10.5,
  ink: null,
  hands: { told: 7200, planned: 6000 },
  press: 3600,
  packed: 40,
};

describe('what was reckoned against what it came to', () => {
  it('is told part by part, to the coin', () => {
    const rows = comparedOf(
      {
        parts: [
          { part: 'blanks', amount: 16_800 },
          { part: 'ink', amount: 300 },
          { part: 'hands', amount: 3000 },
          { part: 'spoiled', amount: 700 },
          { part: 'set-up', amount: 450 },
        ],
        seconds: 6000,
      },
      made,
      USUAL_RATES,
    );
    // By hand, of 18.00 an hour of hands, 1.50 of the press, 2 cents a pressing and 20 a piece packed.
    expect(rows).toEqual([
      { part: 'blanks', reckoned: 16_800, made: 17_640 },
      { part: 'paper', reckoned: 0, made: 1050 },
      { part: 'ink', reckoned: 300, made: null },
      { part: 'tape', reckoned: 0, made: 168 },
      { part: 'hands', reckoned: 3000, made: 3600 },
      { part: 'press', reckoned: 0, made: 150 },
      { part: 'packing', reckoned: 0, made: 800 },
      { part: 'spoiled', reckoned: 700, made: 0 },
      { part: 'set-up', reckoned: 450, made: null },
    ]);
  });
  it('adds up what an offer was reckoned at', () => {
    const amount = (value: number) => ({
      value,
      why: '',
      source: { kind: 'computed', formula: '' } as const,
      confidence: 'firm' as const,
    });
    expect(
      reckonedOf([
        {
          count: 10,
          seconds: 600,
          parts: [
            { part: 'blanks', amount: amount(420) },
            { part: 'ink', amount: amount(7.25) },
          ],
        },
        { count: 3, seconds: 200, parts: [{ part: 'blanks', amount: amount(380) }] },
      ]),
    ).toEqual({
      parts: [
        { part: 'blanks', amount: 5340 },
        { part: 'ink', amount: 73 },
      ],
      seconds: 800,
    });
  });
});

describe('what to correct in the shop’s figures', () => {
  it('is the pace of hands, and the share that is spoiled once enough was judged', () => {
    expect(correctionsOf(made, USUAL_RATES).map(({ key, now }) => [key, now])).toEqual([['pace', 1.2]]);
    expect(correctionsOf({ ...made, judged: 200, spoiled: 13 }, USUAL_RATES)[0]).toMatchObject({
      key: 'fallout',
      now: 0.065,
    });
  });
  it('is nothing where it came as it was reckoned', () => {
    const as = { judged: 200, spoiled: 6, hands: { told: 6200, planned: 6000 } };
    expect(correctionsOf(as, USUAL_RATES)).toEqual([]);
    expect(correctionsOf({ ...as, hands: null }, { ...USUAL_RATES, pace: 3 })).toEqual([]);
    expect(correctionsOf({ ...as, hands: { told: 7200, planned: 6000 } }, { ...USUAL_RATES, pace: 1.2 })).toEqual([]);
  });
});
