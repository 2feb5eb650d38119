import { normals, seeded } from '../numbers/index.js';
import { dayDone, doneLoads, paceOf, type DoneBed } from './index.js';

const at = (clock: string, day = '2026-12-01') => `${day}T${clock}:00.000Z`;
const bed = (clock: string, words: Partial<DoneBed> = {}): DoneBed => ({
  jobId: 'a',
  number: 1,
  name: 'Shirts',
  artId: null,
  press: 'Left',
  at: at(clock),
  seconds: 60,
  planned: 60,
  cycle: 120,
  pieces: 2,
  spoiled: 0,
  celsius: 196,
  ...words,
});
const DAY = ['2026-12-01T00:00:00.000Z', '2026-12-02T00:00:00.000Z'] as const;
const PRESSES = [
  { id: 'l', name: 'Left' },
  { id: 'r', name: 'Right' },
];

describe('what became of a day', () => {
  it('is nothing where nothing was planned and nothing pressed', () => {
    expect(dayDone([], null, PRESSES, DAY)).toEqual([]);
  });
  it('says for each press what was planned and done, and what minutes went to', () => {
    const taken = {
      at: at('07:00'),
      by: 'Wren',
      rows: [
        { task: 'a press 1', unit: 'l', start: at('08:00'), end: at('08:30') },
        { task: 'a press 2', unit: 'l', start: at('08:30'), end: at('09:00') },
        { task: 'a table 1', unit: '', start: at('07:30'), end: at('08:00') },
        { task: 'b press 1', unit: 'r', start: at('10:00'), end: at('11:00') },
        { task: 'a press 9', unit: 'l', start: at('08:00', '2026-12-02'), end: at('09:00', '2026-12-02') },
      ],
    };
    // Begun ten minutes late; 2 min a cycle, then 8 min apart: 6 lost; one closed for 40 s longer; half of the last spoiled.
    const beds = [bed('08:10'), bed('08:12', { seconds: 100 }), bed('08:20', { spoiled: 1 })];
    const [left, right] = dayDone([...beds].reverse(), taken, PRESSES, DAY);
    expect(left).toEqual({
      press: 'Left',
      loads: 2,
      pressings: 3,
      pieces: 6,
      spoiled: 1,
      plannedFrom: at('08:00'),
      plannedTo: at('09:00'),
      from: at('08:10'),
      to: '2026-12-01T08:21:00.000Z',
      lost: { late: 600, between: 360, longer: 40, spoiled: 30 },
    });
    expect(right).toMatchObject({ press: 'Right', loads: 1, pressings: 0, from: null, lost: { late: 0 } });
  });
  it('counts a day without a taken plan by what was pressed', () => {
    expect(dayDone([bed('08:00', { cycle: null, press: 'Gone' })], null, PRESSES, DAY)).toMatchObject([
      { press: 'Gone', loads: null, pressings: 1, plannedFrom: null, lost: { late: 0, between: 0 } },
    ]);
  });
});

describe('what hung on the line', () => {
  it('is one load while a job goes on, and another after a pause, another job or on another press', () => {
    const beds = [
      bed('08:00'),
      bed('08:02', { spoiled: 1 }),
      bed('08:04', { press: 'Right' }),
      bed('08:06', { jobId: 'b', number: 2 }),
      bed('08:20'),
      bed('08:40'),
    ];
    expect(
      doneLoads(beds).map(({ press, number, from, pieces, spoiled }) => [
        press,
        number,
        from.slice(11, 16),
        pieces,
        spoiled,
      ]),
    ).toEqual([
      ['Left', 1, '08:00', 4, 1],
      ['Right', 1, '08:04', 2, 0],
      ['Left', 2, '08:06', 2, 0],
      ['Left', 1, '08:20', 2, 0],
      ['Left', 1, '08:40', 2, 0],
    ]);
    expect(doneLoads(beds)[0]?.to).toBe('2026-12-01T08:03:00.000Z');
    expect(beds[0]?.pieces).toBe(2);
  });
});

/** Days of pressings whose times are made by a law that is known: factor, a part of the day and a part of each. */
function made(days: number, each: number, law: { mean: number; day: number; each: number }, seed: number): DoneBed[] {
  const normal = normals(seeded(seed));
  return Array.from({ length: days }, (_, d) => {
    const day = `2026-10-${String(d + 1).padStart(2, '0')}`;
    const today = law.day * normal();
    let now = Date.parse(at('08:00', day));
    return Array.from({ length: each }, () => {
      const one = bed('08:00', { at: new Date(now).toISOString() });
      now += Math.round(120_000 * Math.exp(Math.log(law.mean) + today + law.each * normal()));
      return one;
    });
  }).flat();
}
const dayOf = (moment: string) => moment.slice(0, 10);

describe('the pace of a shop', () => {
  it('is not known from a few pressings, or from two days', () => {
    expect(paceOf(made(3, 5, { mean: 1, day: 0.1, each: 0.1 }, 1), dayOf)).toBeNull();
    expect(paceOf(made(2, 40, { mean: 1, day: 0.1, each: 0.1 }, 1), dayOf)).toBeNull();
  });
  it('finds what it was made with, and its 95 % hold it about as often', () => {
    const law = { mean: 1.15, day: 0.08, each: 0.2 };
    const truth = law.mean * Math.exp((law.day ** 2 + law.each ** 2) / 2);
    const paces = Array.from({ length: 200 }, (_, i) => paceOf(made(20, 25, law, i + 1), dayOf));
    const known = paces.flatMap((pace) => (pace === null ? [] : [pace]));
    expect(known).toHaveLength(200);
    const mean = (of: (pace: (typeof known)[number]) => number) =>
      known.reduce((sum, one) => sum + of(one), 0) / known.length;
    expect(mean(({ factor }) => factor)).toBeCloseTo(truth, 2);
    expect(mean(({ spread }) => spread.day)).toBeCloseTo(0.08, 2);
    expect(mean(({ spread }) => spread.each)).toBeCloseTo(0.2, 2);
    const held = known.filter(({ low, high }) => low <= truth && truth <= high).length;
    expect(held).toBeGreaterThan(176);
    expect(held).toBeLessThanOrEqual(200);
  });
  it('leaves out lunch, what was written down afterwards, and the change from job to job', () => {
    const steady = made(4, 20, { mean: 1, day: 0, each: 0 }, 1);
    expect(paceOf(steady, dayOf)).toMatchObject({ factor: 1, low: 1, high: 1, pressings: 76, days: 4 });
    const lunch = bed('13:00', { at: at('13:00', '2026-10-01') });
    const other = [bed('13:02', { at: at('13:02', '2026-10-01'), jobId: 'b', cycle: 300 })];
    const after = bed('13:02', { at: '2026-10-01T13:02:10.000Z', jobId: 'b', cycle: 300 });
    expect(paceOf([...steady, lunch, ...other, after], dayOf)).toMatchObject({ factor: 1, pressings: 76 });
  });
  it('counts nothing of plans that said no cycle', () => {
    expect(
      paceOf(
        made(5, 20, { mean: 1, day: 0, each: 0 }, 1).map((one) => ({ ...one, cycle: null })),
        dayOf,
      ),
    ).toBeNull();
  });
});
