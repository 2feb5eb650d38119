import { blankOf, sampleArt, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { repeatOf, runPlanOf, sinceThen, viewJob, type Job, type JobFile, type ShopFloor } from './index.js';
import { pairFindings } from './view-findings.js';

const print = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const blank = { ...blankOf('tee'), stock: 40 };
const job = {
  ...sampleJob(),
  pieces: 3,
  blankId: blank.id,
  pressId: sampleFloor.presses[0]?.id ?? null,
  mediaId: sampleFloor.media[0]?.id ?? null,
  design: [{ fill: 'own' as const, items: [samplePicture()] }],
};
const file: JobFile = { job, blank, arts: [sampleArt()], plan: null, events: [] };
const plan = runPlanOf(viewJob(file, sampleFloor, print), '2026-05-26T09:00:00.000Z');
const since = (change: Partial<JobFile> = {}, floor: ShopFloor = sampleFloor) =>
  sinceThen(viewJob({ ...file, plan, ...change }, floor, print), print);

describe('a repeat', () => {
  it('has the choices of the job, and none of its day or place', () => {
    const again = repeatOf({ ...job, due: '2026-05-30', reached: 'inspect' }, {});
    expect(again).toMatchObject({ name: job.name, due: null, reached: 'stack', pieces: 3, design: job.design });
    expect(again).not.toHaveProperty('version');
  });
  it('of some pieces has just their names, and goes without an arrangement of them all', () => {
    const run = [
      { values: { name: 'Ada' }, count: 2 },
      { values: { name: 'Bo' }, count: 1 },
    ];
    const again = repeatOf({ ...job, run }, { pieces: [2, 0], overrides: { dwell: 55 } });
    expect(again).toMatchObject({
      name: `${job.name}, again`,
      pieces: 2,
      run: [
        { values: { name: 'Bo' }, count: 1 },
        { values: { name: 'Ada' }, count: 1 },
      ],
      overrides: { dwell: 55 },
    });
    expect(again.sheet.arrangement).toBeNull();
  });
  it('of one sock is the one that was spoiled, not the first of a new pair', () => {
    const sock = { family: 'sock' as const };
    const rows = (run: Job['run'], ...pieces: number[]) => repeatOf({ ...job, pieces: 6, run }, { pieces }, sock).run;
    expect(rows(null, 3)).toEqual([{ values: {}, count: 1, of: 'right' }]);
    expect(rows(null, 2, 3)).toBeNull();
    const run = ['Ada', 'Bo', 'Cleo'].map((name) => ({ values: { name }, count: 2 }));
    expect(rows(run, 1, 2, 3, 4)).toEqual([
      { values: { name: 'Ada' }, count: 1, of: 'right' },
      { values: { name: 'Bo' }, count: 2 },
      { values: { name: 'Cleo' }, count: 1, of: 'left' },
    ]);
    // A left and a right one of two people are no pair.
    const two = (['left', 'right'] as const).map((of, i) => ({
      values: { name: i === 0 ? 'Ada' : 'Bo' },
      count: 1,
      of,
    }));
    expect(rows(two, 0, 1)).toEqual(two);
    expect(pairFindings(rows(null, 3), 1)).toEqual([]);
    // Goods that stand alone say nothing of pairs.
    expect(repeatOf({ ...job, run: null }, { pieces: [1] }, { family: 'mug' }).run).toBeNull();
  });
});

describe('what has changed since', () => {
  it('is nothing when nothing has', () => expect(since()).toEqual([]));
  it('is nothing of a job that never was at the press', () => expect(since({ plan: null })).toEqual([]));
  it('tells a blank that measures otherwise, is another cloth, or is gone', () => {
    const [side, ...others] = blank.sides;
    const smaller = {
      ...blank,
      sides: [
        {
          ...(side as (typeof blank.sides)[0]),
          outline: { kind: 'rectangle' as const, width: 254, height: 203.2, radius: 0 },
        },
        ...others,
      ],
    };
    expect(since({ blank: smaller })[0]).toMatch(/measures 10 × 8 in; it was/);
    expect(since({ blank: { ...blank, baseColour: '#f2e6c8' } }).join()).toMatch(/another cloth or colour/);
    expect(since({ blank: { ...blank, archived: true } })[0]).toMatch(/not on the shelf/);
  });
  it('tells settings that are planned otherwise now, and ways of the house', () => {
    const hotter = since({ job: { ...job, overrides: { temperature: 200, house: { hold: 'tape' } } } });
    expect(hotter).toContain('Temperature: 392 °F; it was 380 °F.');
    expect(hotter.some((one) => one.includes('Now: ') && one.includes('Then: '))).toBe(true);
  });
  it('tells a paper and a press that are not there any more, and a stock that is short', () => {
    const [, ...media] = sampleFloor.media;
    const [, ...presses] = sampleFloor.presses;
    expect(since({}, { ...sampleFloor, media }).join()).toMatch(/it was on /);
    expect(since({}, { ...sampleFloor, presses }).join()).toMatch(/it was pressed on /);
    expect(since({ blank: { ...blank, stock: 1 } })).toEqual(['1 in stock, 3 to press.']);
  });
});
