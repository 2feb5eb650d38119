import fc from 'fast-check';
import type { BenchEvent } from '../bench/index.js';
import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { STAGES } from '../finding/index.js';
import { isLayout } from '../sheet/index.js';
import { sampleArt, sampleFacts, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import {
  atBench,
  changeOf,
  CHANGEABLE,
  nextAction,
  ripeness,
  runPlanOf,
  viewJob,
  type Job,
  type JobFile,
  type ShopFloor,
} from './index.js';
import { pairFindings } from './view-findings.js';

const print = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
const floor: ShopFloor = {
  ...sampleFloor,
  presses: sampleFloor.presses.filter((one) => one.id !== 'small'),
  media: sampleFloor.media.filter((one) => one.id !== 'a3'),
};
const blankJob = sampleJob();
const art = sampleArt();
const file = (blank: Blank | null, job: Partial<Job> = {}, more: Partial<JobFile> = {}): JobFile => ({
  job: { ...blankJob, ...job },
  blank,
  arts: [art],
  plan: null,
  events: [],
  ...more,
});
const see = (f: JobFile) => viewJob(f, floor, print);

describe('findings on several sides', () => {
  const bag = BUILT_IN_BLANKS.find(({ name }) => name === 'Shopping bag') ?? null;
  const small = sampleArt(sampleFacts(700, 700));
  const design = (fill: 'same' | 'own') => [
    { fill: 'own' as const, items: [samplePicture()] },
    { fill, items: [] },
  ];
  const sidesOf = (fill: 'same' | 'own') =>
    viewJob(file(bag, { design: design(fill) }, { arts: [small] }), floor, print)
      .findings.art.filter(({ code }) => code === 'art.resolution')
      .map(({ where }) => where.sideName);
  it('name their side where the same is said of several, and not where it is said of one', () => {
    expect(sidesOf('same')).toEqual(['front', 'back']);
    expect(sidesOf('own')).toEqual([undefined]);
  });
});

describe('the stock', () => {
  const tee = BUILT_IN_BLANKS.find(({ family }) => family === 'tee') ?? null;
  const said = (stock: number | null, pieces: number, more: Partial<JobFile> = {}) =>
    viewJob(file(tee && { ...tee, stock }, { pieces }, more), floor, print).findings.blank.map(({ title }) => title);
  it('is held against the run: what is short is said, what nobody counted is not', () => {
    expect(said(14, 48)).toContain('14 in stock, 48 to press');
    expect(said(48, 48)).toEqual([]);
    expect(said(null, 48)).toEqual([]);
  });
  it('is no matter any more once the plan is at the press', () => {
    const plan = runPlanOf(viewJob(file(tee, { pieces: 48 }), floor, print), '2026-11-26T09:00:00.000Z');
    expect(said(14, 48, { plan })).toEqual([]);
  });
});

describe('what labels say', () => {
  const codes = (change: Partial<Job>) =>
    viewJob(
      file(BUILT_IN_BLANKS.find(({ family }) => family === 'tee') ?? null, change),
      floor,
      print,
    ).findings.sheet.filter(({ code }) => code === 'sheet.signs');
  it('is told before it is printed where no font has a sign of it', () => {
    expect(codes({ name: 'Λέσχη Ждан', customer: 'Łódź' })).toEqual([]);
    expect(codes({ name: 'Tees 漢字' })[0]?.title).toBe('Labels and documents cannot write 漢 字');
    expect(codes({ run: [{ values: { name: 'Ada 🎈' }, count: 1 }] })[0]?.title).toContain('🎈');
  });
});

describe('what happens at the press', () => {
  it('changes nothing of a view but its bench', () => {
    const tee = BUILT_IN_BLANKS.find(({ family }) => family === 'tee') ?? null;
    const before = viewJob(file(tee, { pieces: 6 }), floor, print);
    const plan = runPlanOf(before, '2026-11-26T09:00:00.000Z');
    const head = (n: number) => ({ id: `e${n}`, at: `2026-11-26T09:0${n}:00.000Z`, by: 'Wren' });
    const events: BenchEvent[] = [
      { ...head(1), kind: 'start', bed: 0, step: 0 },
      { ...head(2), kind: 'done', bed: 0, step: 0 },
      { ...head(3), kind: 'skip', bed: 1, step: 0 },
    ];
    const waiting = viewJob(file(tee, { pieces: 6 }, { plan }), floor, print);
    const whole = viewJob(file(tee, { pieces: 6 }, { plan, events }), floor, print);
    const told = atBench(waiting, events);
    expect(told.bench?.records.length).toBeGreaterThan(0);
    expect(JSON.stringify(told)).toBe(JSON.stringify(whole));
    expect(atBench(before, events).bench).toBeNull();
  });
});

describe('every built-in blank', () => {
  it.each(BUILT_IN_BLANKS.map((blank) => [blank.name, blank] as const))(
    'goes from blank to stack without a stop, and prints all its transfers: %s',
    (_, blank) => {
      const view = see(file(blank));
      expect(STAGES.flatMap((stage) => view.blocks[stage]).map((f) => f.code)).toEqual([]);
      if (!view.layout || !isLayout(view.layout)) throw new Error('it should fit');
      expect(view.layout.sheets.reduce((sum, sheet) => sum + sheet.placed.length, 0)).toBe(4 * blank.sides.length);
      expect(view.layout.use).toBeGreaterThan(0);
      expect(view.layout.use).toBeLessThanOrEqual(1);
      // A mat is larger than the plate, and a tumbler taller than the element that goes round half of it.
      const sections = view.stack?.sides[0]?.bed.sections?.sections.length ?? 1;
      expect(sections).toBe(blank.family === 'mat' || blank.family === 'tumbler' ? 2 : 1);
      expect(view.stack?.steps.filter((step) => step.kind === 'press')).toHaveLength(blank.sides.length * sections);
    },
  );
});

describe('choices', () => {
  const tee = BUILT_IN_BLANKS[0] as Blank;
  it('overrule proposals and keep them beside', () => {
    const view = see(file(BUILT_IN_BLANKS[2] as Blank, { bleed: 9, overrides: { dwell: 120 }, gap: 20 }));
    expect(view.bleed).toMatchObject({ value: 9, overruled: { proposal: 6.35 } });
    expect(view.stack?.settings.dwell).toMatchObject({ value: 120, overruled: { proposal: 90 } });
    expect(view.gap).toBe(20);
  });
  it('of a bleed of nothing are choices, too', () =>
    expect(see(file(BUILT_IN_BLANKS[2] as Blank, { bleed: 0 })).bleed).toMatchObject({
      value: 0,
      overruled: { proposal: 6.35 },
    }));
  it('of another printer change who mirrors', () => {
    const remedies = (mediaId: string) =>
      see(file(BUILT_IN_BLANKS[5] as Blank, { mediaId }))
        .findings.sheet.map((finding) => finding.remedy)
        .join();
    expect(remedies('a4')).toMatch(/mirror off/);
    expect(remedies('wide')).toMatch(/mirror on/);
  });
  it('are said in the shop’s own units', () => {
    const [stop] = see(file(tee, { mediaId: 'a4' })).blocks.sheet;
    expect(stop?.why).toMatch(/9\.\d+ × 9\.\d+ in/);
  });
  it('are sent as they are, and nothing else', () => {
    const change = changeOf({ ...blankJob, gap: 11 });
    expect(Object.keys(change).sort()).toEqual([...CHANGEABLE].sort());
    expect(change).toMatchObject({ gap: 11, version: 3 });
    expect(change).not.toHaveProperty('status');
  });
});

describe('the line', () => {
  const tee = BUILT_IN_BLANKS[0] as Blank;
  it('names the paper and its count, in words', () => {
    const sentence = (pieces: number, mediaId: string) =>
      nextAction(see(file(BUILT_IN_BLANKS[5] as Blank, { pieces, mediaId })), 'sheet').sentence;
    expect(sentence(1, 'a4')).toMatch(/^Print 2 transfers on \d sheets? of A4, at 100 %\.$/);
    expect(sentence(9, 'wide')).toBe('Print 18 transfers on 1 length of 610 mm roll, at 100 %.');
  });
  it('says the remedy of what stops this stage, and offers no way on', () => {
    const view = see(file(tee, { mediaId: 'a4' }));
    expect(nextAction(view, 'sheet')).toMatchObject({
      sentence: 'Print it in parts, or choose larger paper, a smaller bleed or a narrower gap.',
      command: { kind: 'choose', stage: 'sheet' },
    });
  });
  it('sends the press and the inspection back to the first thing that is missing', () => {
    for (const stage of ['press', 'inspect'] as const) {
      expect(nextAction(see(file(null)), stage)).toMatchObject({
        label: 'Back to Blank',
        command: { kind: 'go', to: 'blank' },
      });
    }
    expect(nextAction(see(file(tee, { mediaId: 'wide' })), 'press').command).toEqual({ kind: 'go', to: 'stack' });
  });
});

describe('ripeness', () => {
  it('never goes down as a job moves on, and is whole when it is closed', () => {
    const rank = { todo: 0, blocked: 0, done: 1 };
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4 }), (reached) => {
        const now = see(file(BUILT_IN_BLANKS[0] as Blank, { reached: STAGES[reached], mediaId: 'wide' }));
        const later = see(file(BUILT_IN_BLANKS[0] as Blank, { reached: STAGES[reached + 1], mediaId: 'wide' }));
        for (const stage of STAGES)
          expect(rank[ripeness(later, stage)]).toBeGreaterThanOrEqual(rank[ripeness(now, stage)]);
      }),
    );
    const closed = see(file(BUILT_IN_BLANKS[0] as Blank, { status: 'closed' }));
    // Closed is all but packed: what lies in a bag says that.
    expect(STAGES.filter((stage) => ripeness(closed, stage) !== 'done')).toEqual(['pack']);
  });
});

describe('goods that are worn in pairs', () => {
  const titles = (family: Blank['family'], pieces: number) =>
    see(file(BUILT_IN_BLANKS.find((one) => one.family === family) ?? null, { pieces })).findings.blank.map(
      ({ title }) => title,
    );
  it('are asked about when one has no other', () => {
    expect(titles('sock', 7)).toContain('7 is an odd number: one has no other');
    expect(titles('sock', 8).join()).not.toMatch(/odd number/);
    const run = (...counts: number[]) => counts.map((count, i) => ({ values: { name: 'ABCDE'.charAt(i) }, count }));
    expect(pairFindings(run(1, 1), 2).map(({ title }) => title)).toEqual(['2 names have one of a pair only: A, B']);
    expect(pairFindings(run(2, 3), 5).map(({ title }) => title)).toEqual(['One name has one of a pair only: B']);
    expect(pairFindings(run(2, 4), 6)).toEqual([]);
    expect(titles('mug', 7).join()).not.toMatch(/odd number/);
  });
});
