import { madeWork } from '../testing/index.js';
import {
  broughtBy,
  buildDay,
  DaySearch,
  dayViewer,
  oneMores,
  shiftsOf,
  withOneMore,
  type DayShop,
  type DayWork,
} from './index.js';

const NOW = Date.parse('2026-11-30T08:00:00Z');
const shop: DayShop = {
  presses: [{ id: 'press 0', name: 'Press', warmUp: 0, rates: null, down: false, celsius: 196 }],
  printers: [],
  shifts: shiftsOf(['Wren', 'Juniper']),
  today: '2026-11-30',
  moment: (day, clock) => (Date.parse(`${day}T${clock}:00Z`) - NOW) / 1000,
};
const [one] = madeWork(1, 1, 4);
/** Twenty beds of two minutes with hands all along, which stay on their jig for twenty more. */
const work = (jobId: string, change: Partial<DayWork> = {}): DayWork => {
  if (!one) throw new Error('there is no work');
  const presses = [{ pressId: 'press 0', heat: 196, busy: 120, hands: 30, cool: 1200 }];
  return {
    ...one,
    jobId,
    beds: 20,
    atOnce: 1,
    pieces: 20,
    due: null,
    print: null,
    table: 0,
    jig: null,
    inspect: 0,
    pack: 0,
    stuck: null,
    ready: null,
    presses,
    ...change,
  };
};
const plan = (works: readonly DayWork[], change: Partial<DayShop> = {}) => {
  const own = { ...shop, ...change };
  const built = buildDay(works, own);
  const search = new DaySearch(built.model, { seed: 1 });
  search.run(200);
  return dayViewer(built, own)(search.best);
};
const brought = (works: readonly DayWork[]) => {
  const without = plan(works);
  return oneMores(works, without).map((more) => {
    const { works: own, ...change } = withOneMore(works, shop, more);
    return broughtBy(more, without, plan(own, change));
  });
};

describe('one more', () => {
  it('of the press that everything waits for halves the day; hands that are free bring nothing', () => {
    const works = [work('a'), work('b')];
    const [press, person] = brought(works);
    // Two jobs of forty minutes on one press, then side by side.
    expect(press).toMatchObject({ kind: 'press', like: 'press 0', sooner: 2400 });
    expect(person).toMatchObject({ kind: 'person', sooner: 0, saved: 0, lessLate: 0 });
  });
  it('of a jig lets the next load begin while the first cools', () => {
    const jig = { name: 'sock jig', sets: 1 };
    const works = [work('a', { jig }), work('b', { jig })];
    const jigs = brought(works).find(({ kind }) => kind === 'jig');
    // The second waits twenty minutes for the jig of the first; with two sets it does not.
    expect(jigs).toMatchObject({ like: 'sock jig', sooner: 1200 });
  });
  it('is not asked of what nothing waits for, and changes nothing that it does not know', () => {
    const works = [work('a', { beds: 0, pieces: 0 })];
    expect(oneMores(works, { busy: [] })).toEqual([]);
    const same = withOneMore(works, shop, { kind: 'press', like: 'gone' });
    expect([same.works, same.presses, same.shifts]).toEqual([works, shop.presses, shop.shifts]);
  });
  it('says how many would not be late any more', () => {
    const due = { due: '2026-11-30' };
    // Eleven hours for a shift of eight: with a second press all of it is done today.
    const works = [work('a', { ...due, beds: 170, pieces: 170 }), work('b', { ...due, beds: 160, pieces: 160 })];
    const [press] = brought(works);
    expect(press?.saved).toBe(1);
    expect(press?.lessLate).toBeGreaterThan(3600);
  });
});
