import { madeWork } from '../testing/index.js';
import {
  buildDay,
  changesSince,
  DayGraph,
  DaySearch,
  follow,
  isWorth,
  shiftsOf,
  takenRows,
  USUAL_AIMS,
  dayViewer,
  type DayRow,
  type DayShop,
  type DayView,
} from './index.js';

const FROM = '2026-11-30T08:00:00.000Z';
const row = (task: string, start: number, change: Partial<DayRow> = {}): DayRow => ({
  task: task.includes(' ') ? task : `${task} press 1`,
  kind: 'press',
  jobId: task,
  number: 1,
  name: task,
  artId: null,
  unitId: 'back',
  who: [],
  start,
  end: start + 600,
  beds: 1,
  atOnce: 1,
  load: 1,
  loads: 1,
  heat: 196,
  pinned: false,
  ...change,
});
const view = (...rows: DayRow[]): DayView => ({
  rows,
  plates: [],
  promises: [],
  left: [],
  scores: { late: 0, over: 0, change: 0, span: 0, flow: 0, moved: 0 },
  lateAtLeast: 0,
  proven: false,
  heatSaved: 0,
  lastOff: null,
  busy: [],
});
const take = (one: DayView) => ({ at: FROM, by: 'Wren', rows: takenRows(one, FROM) });

describe('a plan that was taken', () => {
  const one = view(row('a', 0), row('b', 1200), row('t table 1', 0, { kind: 'table' }));
  it('is what there is to do with its moments, and the same plan has no change', () => {
    expect(takenRows(one, FROM)).toEqual([
      { task: 'a press 1', unit: 'back', start: FROM, end: '2026-11-30T08:10:00.000Z' },
      { task: 'b press 1', unit: 'back', start: '2026-11-30T08:20:00.000Z', end: '2026-11-30T08:30:00.000Z' },
      { task: 't table 1', unit: 'back', start: FROM, end: '2026-11-30T08:10:00.000Z' },
    ]);
    expect(changesSince(take(one), one, FROM)).toEqual([]);
  });
  it('keeps what was planned for a time that is past now, for two days', () => {
    const later = '2026-11-30T08:15:00.000Z';
    const taken = take(one);
    const next = takenRows(view(row('b', 300), row('c', 900)), later, taken);
    expect(next.map(({ task, start }) => [task, start.slice(11, 16)])).toEqual([
      ['a press 1', '08:00'],
      ['t table 1', '08:00'],
      ['b press 1', '08:20'],
      ['c press 1', '08:30'],
    ]);
    // What is past and gone is done: no change.
    expect(changesSince({ ...taken, rows: next }, view(row('b', 300), row('c', 900)), later)).toEqual([]);
    expect(takenRows(view(), '2026-12-02T08:20:00.000Z', taken).map(({ task }) => task)).toEqual(['b press 1']);
  });
  it('does not change for minutes, nor for a plan that is made later', () => {
    expect(changesSince(take(one), view(row('a', 300), row('b', 1500)), FROM)).toEqual([]);
    // Ten minutes on, everything is ten minutes nearer.
    expect(changesSince(take(one), view(row('b', 600)), '2026-11-30T08:10:00.000Z')).toEqual([]);
  });
  it('changes where a load moves, goes to another press, comes new, or is gone', () => {
    const now = view(row('a', 3600), row('b', 1200, { unitId: 'front' }), row('c', 0));
    const said = changesSince(take(view(...one.rows, row('d', 5000))), now, FROM);
    expect(said.map(({ task, was, now: is }) => [task, was?.unit ?? null, is?.unitId ?? null])).toEqual([
      ['c press 1', null, 'back'],
      ['b press 1', 'back', 'front'],
      ['a press 1', 'back', 'back'],
      ['d press 1', 'back', null],
    ]);
  });
  it('is followed: made anew some minutes later it has no change, and with a rush order only what that moves', () => {
    const shop = (now: string): DayShop => ({
      presses: ['press 0', 'press 1'].map((id) => ({
        id,
        name: id,
        warmUp: 900,
        rates: null,
        down: false,
        celsius: null,
      })),
      printers: [{ id: 'printer', name: 'Printer' }],
      shifts: shiftsOf(['Wren', 'Juniper']),
      today: '2026-11-30',
      moment: (day, clock) => (Date.parse(`${day}T${clock}:00Z`) - Date.parse(now)) / 1000,
    });
    const works = madeWork(10, 2, 6);
    const built = buildDay(works, shop(FROM));
    const search = new DaySearch(built.model, { seed: 1 });
    search.run(150);
    const first = dayViewer(built, shop(FROM))(search.best);
    const taken = { at: FROM, by: null, rows: takenRows(first, FROM) };
    const again = (now: string, more: typeof works) => {
      const next = buildDay(more, shop(now));
      const graph = new DayGraph(next.model);
      const value = follow(graph, taken, now, USUAL_AIMS);
      expect(value).toBeLessThan(Infinity);
      return changesSince(taken, dayViewer(next, shop(now))(graph.save()), now);
    };
    // Nothing was done in three minutes: all moves by as much, which nobody would notice.
    expect(again('2026-11-30T08:00:30.000Z', works)).toEqual([]);
    const rush = { ...(works[0] ?? madeWork(1, 2, 1)[0]), jobId: 'rush', number: 99, due: '2026-11-30' };
    const changes = again('2026-11-30T08:00:30.000Z', [...works, rush as (typeof works)[number]]);
    expect(changes.some(({ task, was }) => task.startsWith('rush press') && was === null)).toBe(true);
    const loads = first.rows.filter(({ kind }) => kind === 'press').length;
    expect(changes.filter(({ was }) => was !== null).length).toBeLessThan(loads);
  });
  it('is left only for what is worth it', () => {
    expect(isWorth({ value: 95, late: 0 }, { value: 100, late: 0 })).toBe(true);
    expect(isWorth({ value: 99, late: 0 }, { value: 100, late: 0 })).toBe(false);
    expect(isWorth({ value: 99.5, late: 100 }, { value: 100, late: 400 })).toBe(true);
  });
});
