import { blankOf, sampleArt, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import type { PrintRecord } from '../sheet/index.js';
import { unitPrinter } from '../units/index.js';
import { checkPrinted, madeOf, printedAs, viewJob, type JobFile } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const blank = blankOf('cushion');
const file: JobFile = {
  job: { ...sampleJob(), pieces: 3, blankId: blank.id, design: [{ fill: 'own', items: [samplePicture()] }] },
  blank,
  arts: [sampleArt()],
  plan: null,
  events: [],
};
const viewed = (change: Partial<JobFile> = {}) => viewJob({ ...file, ...change }, sampleFloor, print);
const view = viewed();
type Kept = Pick<PrintRecord, 'number' | 'state' | 'jobs'>;
const kept = (number: number, state: PrintRecord['state'], made?: string): Kept => ({
  number,
  state,
  jobs: [{ id: file.job.id, number: 1, name: 'x', ...(made === undefined ? {} : { made }) }],
});
const codes = (prints: Kept[], of = view) => checkPrinted(of, prints).map(({ code }) => code);

describe('what is printed', () => {
  it('is a fact about what the job is now: a change of art, names, goods or count makes it old', () => {
    const made = [kept(1, 'printed', madeOf(view))];
    expect(printedAs(view, made)).toBe('as it is');
    expect(codes(made)).toEqual([]);
    const [side] = blank.sides;
    const smaller = {
      ...blank,
      sides: [
        {
          ...(side as (typeof blank.sides)[0]),
          outline: { kind: 'rectangle' as const, width: 383, height: 383, radius: 0 },
        },
      ],
    };
    const others = [
      viewed({ blank: smaller }),
      viewed({ arts: [{ ...sampleArt(), sha256: 'f'.repeat(64) }] }),
      viewed({ job: { ...file.job, bleed: 3 } }),
      viewed({ job: { ...file.job, pieces: 4 } }),
      viewed({ job: { ...file.job, run: [{ values: { name: 'Ada' }, count: 3 }] } }),
    ];
    for (const other of others) expect(codes(made, other)).toEqual(['sheet.print-old']);
  });
  it('does not depend on the paper, nor on settings of the press', () => {
    const made = [kept(1, 'ready', madeOf(view))];
    const mediaId =
      sampleFloor.media.find(({ id, printerId }) => id !== view.media?.id && printerId === view.printer?.id)?.id ??
      null;
    expect(codes(made, viewed({ job: { ...file.job, mediaId, overrides: { dwell: 80 } } }))).toEqual([]);
  });
  it('goes by the last print that was not given up', () => {
    const old = kept(2, 'printed', 'other');
    expect(codes([kept(1, 'printed', madeOf(view)), old])).toEqual(['sheet.print-old']);
    expect(codes([kept(1, 'printed', madeOf(view)), { ...old, state: 'cancelled' }])).toEqual([]);
    expect(codes([])).toEqual(['sheet.not-printed']);
    expect(codes([{ ...old, jobs: [{ id: 'another', number: 9, name: 'y', made: 'z' }] }])).toEqual([
      'sheet.not-printed',
    ]);
  });
  it('claims nothing of prints that did not say, and of closed jobs', () => {
    expect(codes([kept(1, 'printed')])).toEqual([]);
    expect(codes([], viewed({ job: { ...file.job, status: 'closed' } }))).toEqual([]);
  });
});
