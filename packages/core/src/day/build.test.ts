import { madeWork } from '../testing/index.js';
import {
  buildDay,
  DaySearch,
  shareBy,
  shiftsOf,
  strayEnds,
  sureBy,
  dayViewer,
  type DayShop,
  type DayWork,
} from './index.js';

const NOW = Date.parse('2026-11-30T08:00:00Z');
const shop: DayShop = {
  presses: ['press 0', 'press 1'].map((id) => ({ id, name: id, warmUp: 900, rates: null, down: false, celsius: null })),
  printers: [{ id: 'printer', name: 'Printer' }],
  shifts: shiftsOf(['Wren', 'Juniper']),
  today: '2026-11-30',
  moment: (day, clock) => (Date.parse(`${day}T${clock}:00Z`) - NOW) / 1000,
};
const [one] = madeWork(1, 2, 3);
const work = (change: Partial<DayWork> = {}): DayWork => {
  if (!one) throw new Error('there is no work');
  return { ...one, beds: 10, atOnce: 1, pieces: 10, stuck: null, ready: null, jig: null, ...change };
};
const planned = (works: readonly DayWork[], floor = shop, pins: Parameters<typeof buildDay>[2] = []) => {
  const built = buildDay(works, floor, pins);
  const search = new DaySearch(built.model, { seed: 1 });
  search.run(100);
  return dayViewer(built, floor)(search.best);
};

describe('a day', () => {
  it('is laid out in loads that a rush order can come between, and no piece is lost', () => {
    const { parts, model } = buildDay(
      [work({ beds: 60, pieces: 60, presses: [{ pressId: 'press 0', heat: 196, busy: 120, hands: 40, cool: 90 }] })],
      shop,
    );
    const loads = parts.filter(({ kind }) => kind === 'press');
    expect(loads.length).toBe(3);
    expect(loads.reduce((sum, { beds }) => sum + beds, 0)).toBe(60);
    expect(model.tasks).toHaveLength(parts.length);
  });
  it.each([
    ['its own trouble', work({ stuck: 'no art yet' }), shop, 'no art yet'],
    ['no press that can take it', work({ presses: [] }), shop, 'no press takes it'],
    [
      'a press that never warms',
      work({ presses: work().presses.slice(0, 1) }),
      {
        ...shop,
        presses: shop.presses.map((press) => ({
          ...press,
          rates: { hottest: 150, warmTau: 500, room: 22, coolTau: 450 },
        })),
      },
      'its press does not come to its heat, as its plate was measured',
    ],
    [
      'a press that is down',
      work({ presses: work().presses.map((way) => ({ ...way, pressId: 'press 0' })) }),
      { ...shop, presses: shop.presses.map((press) => ({ ...press, down: press.id === 'press 0' })) },
      'its press is down',
    ],
    [
      'nobody who works',
      work(),
      { ...shop, shifts: shop.shifts.map((shift) => ({ ...shift, days: [] })) },
      'nobody works on any of the next days',
    ],
    ['blanks that come too late', work({ ready: '2027-01-20' }), shop, 'its blanks come in 51 days'],
  ])('leaves out what has %s, and says so', (_, wanted, floor, why) => {
    const { left, model } = buildDay([wanted], floor);
    expect(left.map((out) => out.why)).toEqual([why]);
    expect(model.tasks).toEqual([]);
  });
  it('takes 400 open jobs: what is due first is planned, and the rest is named', () => {
    const { model, left } = buildDay(madeWork(400, 2, 9), shop);
    expect(model.tasks.length).toBeLessThan(460);
    expect(left.length).toBeGreaterThan(200);
    const latest = model.jobs.map(({ due }) => due ?? Infinity).reduce((a, b) => Math.max(a, b));
    expect(
      left.every(
        ({ work: { due } }) => due === null || (Date.parse(due) - NOW) / 1000 + 86_400 >= Math.min(latest, 1e9),
      ),
    ).toBe(true);
  });
  it('waits for blanks that come, and for what is due in the past goes at once', () => {
    const view = planned([
      work({ jobId: 'late', due: '2026-11-20', table: 60 }),
      work({ jobId: 'waits', ready: '2026-12-02' }),
    ]);
    const starts = (id: string) =>
      view.rows.filter(({ jobId, kind }) => jobId === id && kind === 'press').map(({ start }) => start);
    expect(Math.min(...starts('waits'))).toBeGreaterThanOrEqual(shop.moment('2026-12-02', '00:00'));
    const late = view.promises.find(({ jobId }) => jobId === 'late');
    expect(late?.end).toBeGreaterThan(late?.due ?? 0);
    expect(late?.kept).toBe(0);
  });
  it('puts a load where somebody put it', () => {
    const at = shop.moment('2026-12-01', '10:00');
    const view = planned([work({ jobId: 'a', presses: work().presses.slice(0, 1) }), work({ jobId: 'b' })], shop, [
      { task: 'a press 1', at, unit: null },
    ]);
    const row = view.rows.find(({ task }) => task === 'a press 1');
    expect(row).toMatchObject({ start: at, pinned: true });
  });
  it('never has a person, a press or a jig in two places, as whoever reads it sees it', () => {
    const view = planned(madeWork(12, 2, 21));
    const whole = view.rows.filter(({ kind }) => kind === 'table' || kind === 'inspect');
    for (const name of ['Wren', 'Juniper']) {
      const own = whole.filter(({ who }) => who.includes(name)).sort((a, b) => a.start - b.start);
      expect(own.length).toBeGreaterThan(2);
      own.forEach((row, i) => {
        expect(row.start).toBeGreaterThanOrEqual((own[i - 1]?.end ?? 0) - 1e-6);
      });
    }
    for (const { id } of shop.presses) {
      const own = view.rows.filter(({ unitId }) => unitId === id).sort((a, b) => a.start - b.start);
      own.forEach((row, i) => {
        expect(row.start).toBeGreaterThanOrEqual((own[i - 1]?.end ?? 0) - 1e-6);
      });
    }
    // The rope is at the heat of each load while it hangs.
    for (const row of view.rows.filter(({ kind }) => kind === 'press')) {
      const line = view.plates.find(({ pressId }) => pressId === row.unitId)?.line ?? [];
      expect(line.some(({ at, celsius }) => Math.abs(at - row.start) < 1e-6 && celsius === row.heat)).toBe(true);
    }
  });
});

describe('surety', () => {
  it('is the share of days that keep a moment, and the moment that so many keep', () => {
    const ends = Float64Array.from([10, 20, 30, 40, 50, 60, 70, 80, 90, 100]);
    expect(sureBy(ends, 0.9)).toBe(90);
    expect(sureBy(ends, 1)).toBe(100);
    expect(shareBy(ends, 55)).toBe(0.5);
    expect(shareBy(ends, 5)).toBe(0);
  });
  it('of one task is that of its own stray times: the quantile of a log-normal (closed form)', () => {
    const built = buildDay(
      [
        work({
          print: null,
          table: 0,
          inspect: 0,
          pack: 0,
          beds: 1,
          pieces: 1,
          presses: [{ pressId: 'press 0', heat: 22, busy: 1000, hands: 900, cool: 0 }],
        }),
      ],
      {
        ...shop,
        shifts: shiftsOf(['Wren']).map((shift) => ({
          ...shift,
          from: '00:00',
          to: '23:59',
          rest: null,
          days: [1, 2, 3, 4, 5, 6, 7],
        })),
      },
    );
    const { graph } = new DaySearch(built.model);
    const ends = strayEnds(graph, { day: 0, eachOf: () => 0.3 }, 5, 4000)[0] ?? new Float64Array();
    const s = Math.sqrt(Math.log(1 + 0.09));
    // The 90 % point of the standard normal is 1.2816 (any table).
    expect(sureBy(ends, 0.9) / (1000 * Math.exp(1.2816 * s - (s * s) / 2))).toBeCloseTo(1, 1);
    expect(ends.reduce((sum, end) => sum + end, 0) / ends.length / 1000).toBeCloseTo(1, 1);
    // The plan stands as it was.
    expect(graph.end[0]).toBeCloseTo(1000, 6);
  });
});
