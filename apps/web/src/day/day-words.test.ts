import type { DayPromise, DayRow, DayView } from '@kanga/core/day';
import { asides, clockOf, doing, headline, nextToDo } from './day-words.js';

const promise = (change: Partial<DayPromise> = {}): DayPromise => ({
  jobId: 'j',
  number: 7,
  name: 'Tees',
  due: 1000,
  end: 900,
  sure: 950,
  kept: 0.97,
  ...change,
});
const view = (change: Partial<DayView> = {}): DayView => ({
  rows: [],
  plates: [],
  promises: [promise()],
  left: [],
  scores: { late: 0, over: 0, change: 0, span: 0, flow: 0, moved: 0 },
  lateAtLeast: 0,
  proven: false,
  heatSaved: 0,
  lastOff: null,
  busy: [],
  ...change,
});
const out = (due: string | null) => ({ jobId: 'o', number: 8, name: 'Mats', why: 'its press is down', due });
const row = (change: Partial<DayRow> = {}): DayRow => ({
  task: 't',
  kind: 'press',
  jobId: 'j',
  number: 7,
  name: 'Tees',
  artId: null,
  unitId: 'p',
  who: ['Wren'],
  start: 0,
  end: 60,
  beds: 3,
  atOnce: 2,
  load: 1,
  loads: 2,
  heat: 196,
  pinned: false,
  ...change,
});

describe('what is said of a plan', () => {
  it.each([
    [view(), 'The due day is kept'],
    [view({ promises: [promise(), promise()] }), 'All 2 due days are kept'],
    [view({ promises: [promise({ due: null })] }), 'Nothing is due'],
    [view({ promises: [] }), 'Nothing is to be done'],
    [view({ left: [out('2026-12-01'), out(null)] }), 'The due day is kept, but 1 due job cannot be planned'],
    [view({ promises: [], left: [out('2026-12-01'), out('2026-12-02')] }), '2 due jobs cannot be planned'],
    [view({ promises: [], left: [out(null)] }), 'Nothing is due'],
    [view({ promises: [promise(), promise({ end: 1100 })] }), '1 job of 2 too late: 7 Tees'],
    [
      view({ promises: [1, 2, 3].map((number) => promise({ number, end: 2000 })) }),
      '3 jobs of 3 too late: 1 Tees, 2 Tees and 1 more',
    ],
  ])('is its due days first', (one, said) => expect(headline(one)).toBe(said));
  it('is what saves heat, what it waits for, and which promise is in doubt', () => {
    const said = asides(
      view({
        heatSaved: 720,
        busy: [
          { id: 'p', kind: 'press', share: 0.83 },
          { id: 'Wren', kind: 'person', share: 0.7 },
        ],
        promises: [promise({ kept: 0.8 }), promise({ kept: 0.2, end: 5000 })],
      }),
      new Map([['p', 'Back press']]),
    );
    expect(said).toEqual([
      'Going by temperatures saves 12 min of warming and cooling.',
      'Back press is what it waits for most: taken 83 % of the time.',
      '1 due day is kept on fewer than nine days in ten.',
    ]);
    expect(asides(view(), new Map())).toEqual([]);
  });
  it('tells each person what to do', () => {
    expect(doing(row(), 'Back press')).toBe('press 7 Tees, load 1 of 2 on Back press, 6 pieces');
    expect(doing(row({ kind: 'table', loads: 1 }), '')).toBe('make 7 Tees ready');
    expect(doing(row({ kind: 'print' }), 'Roll printer')).toBe(
      'print 7 Tees, load 1 of 2 on Roll printer'.replace(', load 1 of 2', ''),
    );
    expect(doing(row({ kind: 'inspect' }), '')).toBe('look at 7 Tees and pack it');
  });
  it('says what is next, and on which day', () => {
    const plan = (start: number, done = true) => ({
      view: view({ rows: [row({ start: start + 900, jobId: 'later' }), row({ start, jobId: 'first' })] }),
      from: '2026-11-30T15:00:00.000Z',
      today: '2026-11-30',
      done,
    });
    const shop = { timeZone: 'Europe/Berlin', dates: 'iso' as const };
    const said = (start: number) => nextToDo(plan(start), [{ id: 'p', name: 'Back press' }], shop)?.sentence;
    const what = 'press 7 Tees, load 1 of 2 on Back press, 6 pieces.';
    expect(said(0)).toBe(`Now: ${what}`);
    expect(said(1800)).toBe(`At 16:30: ${what}`);
    expect(said(15 * 3600)).toBe(`Tomorrow at 07:00: ${what}`);
    expect(said(63 * 3600)).toBe(`On 2026-12-03 at 07:00: ${what}`);
    expect(nextToDo(plan(0), [], shop)?.jobId).toBe('first');
    expect(nextToDo(plan(0, false), [], shop)).toBeNull();
    expect(nextToDo({ ...plan(0), view: view() }, [], shop)).toBeNull();
  });
  it('says how good a plan is: proven, or how late no plan is less than', () => {
    const rows = [row(), row()];
    const late = { late: 7200, over: 0, change: 0, span: 0, flow: 0, moved: 0 };
    expect(asides(view({ rows, proven: true, scores: late, lateAtLeast: 3600 }), new Map())).toEqual([
      'No order of it is better: all were gone through.',
    ]);
    expect(asides(view({ rows, scores: late, lateAtLeast: 3600 }), new Map())).toEqual([
      '2 h late in all; no plan is late by less than 60 min.',
    ]);
    expect(asides(view({ rows, scores: late }), new Map())).toEqual([]);
  });
  it('is at its end when all was pressed', () => {
    expect(headline(view({ promises: [] }), true)).toBe('All is done');
    expect(headline(view({ promises: [] }))).toBe('Nothing is to be done');
  });
  it('has moments on the shop’s clock', () =>
    expect(clockOf('2026-11-30T08:00:00.000Z', 5400, 'Europe/Berlin')).toBe('10:30'));
});
