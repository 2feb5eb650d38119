import { BUILT_IN_BLANKS } from '../blank/index.js';
import { runPlanOf, viewJob, type JobFile } from '../job/index.js';
import { sampleArt, sampleFacts, sampleFloor, sampleJob, samplePicture } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { TRIED, workFor, workOf } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const tee = BUILT_IN_BLANKS.find(({ range, size }) => range === 'Volunteer tee' && size === 'M');
const fileOf = (change: Partial<JobFile['job']> = {}, rest: Partial<JobFile> = {}): JobFile => ({
  job: sampleJob({
    blankId: tee?.id ?? null,
    pieces: 7,
    due: '2026-12-04',
    design: [{ fill: 'own', items: [samplePicture()] }],
    ...change,
  }),
  blank: tee ?? null,
  arts: [sampleArt(sampleFacts(3100, 3100))],
  plan: null,
  events: [],
  ...rest,
});
const viewOf = (file: JobFile) => viewJob(file, sampleFloor, print);

describe('what a job wants of the day', () => {
  it('is what its plan says: beds, heat, and seconds at the press and at the table', () => {
    const view = viewOf(fileOf());
    const { stack } = view;
    if (!stack) throw new Error('there is no plan');
    const work = workOf(view, sampleFloor.presses);
    expect(work).toMatchObject({
      beds: 7,
      atOnce: 1,
      pieces: 7,
      due: '2026-12-04',
      stuck: null,
      artId: view.arts[0]?.id,
    });
    const own = work.presses.find(({ pressId }) => pressId === stack.press.id);
    expect(own).toMatchObject({ heat: stack.settings.temperature.value, busy: stack.cycle.press });
    // All hands of a bed, by hand: those at the press and those at the table are all that there are.
    const hands = stack.steps.reduce((sum, step) => sum + (step.hands > 0 && step.at !== 'rack' ? step.takes : 0), 0);
    expect((own?.hands ?? 0) + work.table).toBeCloseTo(hands, 6);
    expect(work.print?.seconds).toBeGreaterThan(0);
  });
  it('can be met by every press that takes it, and by the chosen one alone', () => {
    const ids = (work: ReturnType<typeof workOf>) => work.presses.map(({ pressId }) => pressId);
    const all = ids(workOf(viewOf(fileOf()), sampleFloor.presses));
    expect(all.length).toBeGreaterThan(0);
    const [first] = sampleFloor.presses;
    expect(ids(workOf(viewOf(fileOf({ pressId: first?.id ?? null })), sampleFloor.presses))).toEqual([first?.id]);
  });
  it('is nothing to print once it is at the press, and fewer beds as they are pressed', () => {
    const before = viewOf(fileOf({ reached: 'press' }));
    const plan = runPlanOf(before, '2026-11-30T08:00:00.000Z');
    if (!plan) throw new Error('it cannot go to the press');
    const work = workOf(viewOf(fileOf({ reached: 'press' }, { plan })), sampleFloor.presses);
    expect(work).toMatchObject({ print: null, beds: 7, stuck: null });
    expect(work.presses).toHaveLength(1);
    const gone = workOf(viewOf(fileOf({ reached: 'press' }, { plan })), []);
    expect(gone.stuck).toBe(`${plan.press.name} is not in the shop any more`);
  });
  it('says what keeps it from being planned', () => {
    expect(workOf(viewOf(fileOf({ blankId: null }, { blank: null })), sampleFloor.presses).stuck).toBe(
      'no blank is chosen',
    );
    expect(workOf(viewOf(fileOf({ design: [] }, { arts: [] })), sampleFloor.presses).stuck).not.toBeNull();
    expect(workOf(viewOf(fileOf()), sampleFloor.presses, null, 'never').stuck).toBe(
      `${tee?.name ?? ''} is missing, and none is coming`,
    );
    expect(workOf(viewOf(fileOf()), sampleFloor.presses, null, '2026-12-02')).toMatchObject({
      ready: '2026-12-02',
      stuck: null,
    });
  });
  it('is known before there is an order: as much as a job of the same goods would want', () => {
    if (!tee) throw new Error('there is no tee');
    const tried = workFor(tee, 7, '2026-12-02', sampleFloor, print);
    const same = workOf(viewOf(fileOf()), sampleFloor.presses);
    expect(tried).toMatchObject({ jobId: TRIED, beds: same.beds, ready: '2026-12-02', due: null, stuck: null });
    expect(tried.presses.map(({ busy, heat }) => [busy, heat])).toEqual(
      same.presses.map(({ busy, heat }) => [busy, heat]),
    );
    expect(workFor(tee, 7, null, { ...sampleFloor, presses: [] }, print).stuck).toBe('no press of the shop takes it');
  });
});
