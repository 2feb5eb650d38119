import { allPressed, clockOf, type BenchEvent } from '../bench/index.js';
import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { STAGES } from '../finding/index.js';
import { sampleArt, sampleFacts, sampleFloor, sampleJob } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import {
  blocksUpTo,
  departureWords,
  logOf,
  nextAction,
  outcomesOf,
  ripeness,
  viewJob,
  type Job,
  type JobFile,
  type RunPlan,
  type ShopFloor,
} from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const floor: ShopFloor = { ...sampleFloor, media: sampleFloor.media.filter((one) => one.id !== 'wide') };
const job = sampleJob({ pieces: 2 });
const art = sampleArt(
  sampleFacts(5000, 5000, { hasAlpha: true, transparentShare: 0.3, rim: { opaqueShare: 0, nearWhiteShare: 0 } }),
);
const of = (family: Blank['family']) => BUILT_IN_BLANKS.find((b) => b.family === family) as Blank;
const file = (change: Partial<JobFile> = {}, jobChange: Partial<Job> = {}): JobFile => ({
  job: { ...job, ...jobChange },
  blank: of('tee'),
  arts: [art],
  plan: null,
  events: [],
  ...change,
});
const see = (f: JobFile) => viewJob(f, floor, print);

describe('viewJob', () => {
  it('says what is missing, and nothing can waive it', () => {
    const view = see(
      file({ blank: null, arts: [] }, { design: [], waivers: [{ code: 'blank.missing', reason: 'x', at: '' }] }),
    );
    expect(view.blocks.blank.map((f) => f.code)).toEqual(['blank.missing']);
    expect(view.blocks.art.map((f) => f.code)).toEqual(['art.missing']);
  });
  it('proposes the paper of which least is wasted, and the first press that is large enough', () => {
    const view = see(file({ blank: of('cushion') }));
    expect(view.media?.id).toBe('a3');
    expect(view.press?.id).toBe('large');
    expect(see(file({}, { mediaId: 'a4', pressId: 'small' }))).toMatchObject({
      media: { id: 'a4' },
      press: { id: 'small' },
    });
  });
  it('prints a transfer for every side of every piece', () =>
    expect(see(file({ blank: of('sock') })).transfers).toBe(4));
  it('lets a waiver lift a stop, and forgets none of it', () => {
    const dark = { ...of('tee'), baseColour: '#101012' };
    expect(see(file({ blank: dark })).blocks.blank).toHaveLength(1);
    const view = see(file({ blank: dark }, { waivers: [{ code: 'blank.base', reason: 'a test', at: '' }] }));
    expect(view.blocks.blank).toHaveLength(0);
    expect(view.findings.blank).toHaveLength(1);
  });
  it('stops at paper too small, with no way round', () => {
    const view = see(file({}, { mediaId: 'a4' }));
    expect(blocksUpTo(view, 'stack').map((f) => f.code)).toEqual(['sheet.fit']);
  });
});

const plan = (): RunPlan => {
  const { stack, blank } = see(file());
  if (!stack || !blank) throw new Error('no plan');
  return {
    frozenAt: '2026-11-24T09:00:00.000Z',
    pieces: 2,
    atOnce: stack.cycle.atOnce,
    blank,
    press: stack.press,
    paper: null,
    house: null,
    settings: stack.settings,
    sides: stack.sides,
    dial: stack.dial.value,
    heatAsked: true,
    steps: stack.steps,
  };
};
/** Does what the line says, over and over, a few seconds apart, until the job asks to be closed. */
function follow(run: RunPlan = plan()): { events: BenchEvent[]; sentences: string[]; labels: string[] } {
  const events: BenchEvent[] = [];
  const sentences: string[] = [];
  const labels: string[] = [];
  let now = Date.UTC(2026, 10, 24, 9);
  for (let i = 0; i < 100; i++) {
    const view = see(file({ plan: run, events: [...events] }, { reached: 'press' }));
    const stage = view.bench && allPressed(view.bench) ? 'inspect' : 'press';
    const last = events.at(-1);
    // A clock that was started runs to its end; anything else takes ten seconds.
    now += 1000 * (last?.kind === 'start' ? (clockOf(run.steps[last.step]) ?? 10) : 10);
    const at = new Date(now).toISOString();
    const action = nextAction(view, stage, { now: at, reading: null, courses: [], liked: null, print });
    sentences.push(action.sentence);
    labels.push(action.label);
    const head = { id: `e${i}`, at, by: null };
    const { command } = action;
    if (command.kind === 'bench') events.push({ ...head, ...command.told });
    else if (command.kind === 'heat') events.push({ ...head, kind: 'heat', celsius: command.celsius });
    else if (command.kind === 'all-good')
      command.pieces.forEach((piece) =>
        events.push({ ...head, id: `${head.id}-${piece}`, kind: 'verdict', piece, verdict: 'good' }),
      );
    else if (command.kind === 'close') return { events, sentences, labels };
    else throw new Error(`the line asked for ${command.kind}`);
  }
  throw new Error('the line never came to an end');
}

describe('nextAction', () => {
  it('speaks of a press that is closed and opened, of an iron that is set down and lifted', () => {
    const said = (run: RunPlan) => [...follow(run).sentences, ...follow(run).labels].join(' ');
    expect(said(plan())).toMatch(/close the press.*open at zero.*Closed: start the clock.*Opened/);
    const ironed = said({ ...plan(), press: { ...plan().press, kind: 'hand iron' } });
    expect(ironed).toMatch(/set the iron down.*lift it at zero.*It is down: start the clock.*Lifted/);
    expect(ironed).not.toMatch(/close the press|Opened|Closed/);
  });

  it('leads from blank to the press by itself', () => {
    const kinds = (['blank', 'art', 'sheet', 'stack'] as const).map(
      (stage) => nextAction(see(file({}, { mediaId: 'a3' })), stage).command,
    );
    expect(kinds).toEqual([
      { kind: 'advance', to: 'art' },
      { kind: 'advance', to: 'sheet' },
      { kind: 'advance', to: 'stack' },
      { kind: 'start-press' },
    ]);
  });
  it('waits for a choice where one is missing, and sends back to where it is missing', () => {
    const view = see(file({}, { design: [] }));
    expect(nextAction(view, 'art').command).toEqual({ kind: 'choose', stage: 'art' });
    expect(nextAction(view, 'stack')).toMatchObject({ label: 'Back to Art', command: { kind: 'go', to: 'art' } });
  });
  it('carries a run to its end by nothing but what it says', () => {
    const { events, sentences } = follow();
    expect(events.filter((e) => e.kind === 'start')).toHaveLength(4);
    expect(events.filter((e) => e.kind === 'verdict')).toHaveLength(2);
    expect(sentences.some((s) => s.startsWith('Piece 2 of 2'))).toBe(true);
    expect(sentences.filter((s) => s.startsWith('Look at the press: is the plate at'))).toHaveLength(1);
    expect(sentences.every((s) => s.endsWith('.') || s.endsWith('?'))).toBe(true);
  });
  it('has one sentence and one label at every stage of every kind of job', () => {
    for (const f of [
      file(),
      file({ blank: null }, { design: [] }),
      file({ plan: plan() }, { reached: 'press' }),
      file({ blank: of('cushion') }),
    ]) {
      for (const stage of STAGES) {
        const action = nextAction(see(f), stage);
        expect(action.sentence).not.toBe('');
        expect(action.label).not.toBe('');
      }
    }
  });
});

describe('ripeness', () => {
  it('is done up to where the job has come, unless something stops it there', () => {
    const view = see(file({}, { design: [], reached: 'sheet' }));
    expect(STAGES.map((s) => ripeness(view, s))).toEqual(['done', 'blocked', 'todo', 'todo', 'todo', 'todo', 'todo']);
  });
});

describe('ripeness of the press', () => {
  it('is done when every piece is through, and not before', () => {
    const { events } = follow();
    expect(ripeness(see(file({ plan: plan(), events }, { reached: 'press' })), 'press')).toBe('done');
    expect(ripeness(see(file({ plan: plan(), events: events.slice(0, 3) }, { reached: 'press' })), 'press')).toBe(
      'todo',
    );
  });
});

describe('logOf', () => {
  it('puts what happened beside what was planned', () => {
    const { events } = follow();
    const rows = logOf({ plan: plan(), events });
    expect(rows).toHaveLength(2);
    expect(rows[0]).toMatchObject({ piece: 0, side: 'chest', planned: 45, actual: 45, verdict: 'good', fault: null });
    expect(logOf({ plan: null, events: [] })).toEqual([]);
  });
});

describe('what a run proves', () => {
  const { events } = follow();
  const pressAt = plan().steps.findIndex(({ kind }) => kind === 'press');
  /** As it went, but the first piece opened so many seconds after it was closed. */
  const cutTo = (seconds: number): BenchEvent[] => {
    const start = events.find((e) => e.kind === 'start' && e.bed === 0 && e.step === pressAt);
    return events.map((e) =>
      e.kind === 'done' && e.bed === 0 && e.step === pressAt
        ? { ...e, at: new Date(Date.parse(start?.at ?? '') + seconds * 1000).toISOString() }
        : e,
    );
  };
  const course = (bed: number, celsius: number) => ({
    bed,
    step: pressAt,
    startedAt: '',
    samples: [
      { at: 0, celsius },
      { at: 45, celsius },
    ],
  });

  it('is what was pressed as planned, with the settings of the plan', () =>
    expect(outcomesOf({ plan: plan(), events })).toMatchObject([{ proof: true, good: 2, dwell: 45 }]));
  it('keeps a piece that was pressed for a tenth of a second, or on a cold plate, as what it was', () => {
    const heat = plan().settings.temperature.value;
    const dial = plan().dial ?? heat;
    expect(outcomesOf({ plan: plan(), events: cutTo(0.1) })).toMatchObject([
      { proof: false, good: 1, dwell: 0, temperature: heat },
      { proof: true, good: 1, dwell: 45, temperature: heat },
    ]);
    const cold = outcomesOf({ plan: plan(), events }, [course(0, 77), course(1, dial)]);
    expect(cold).toMatchObject([
      { proof: false, good: 1, dwell: 45, temperature: Math.round(heat + 77 - dial) },
      { proof: true, good: 1, temperature: heat },
    ]);
  });
  it('gives a piece that was judged before it was pressed no seconds at all', () => {
    const early = events.filter((e) => !(e.kind !== 'verdict' && e.kind !== 'undo' && 'bed' in e && e.bed === 0));
    expect(outcomesOf({ plan: plan(), events: early })).toMatchObject([
      { proof: false, good: 1, dwell: 0 },
      { proof: true, good: 1, dwell: 45 },
    ]);
  });
  it('is not waved through: the line asks for a look at each piece that was not pressed as planned', () => {
    const open = cutTo(0.1).filter(({ kind }) => kind !== 'verdict');
    const at = (list: BenchEvent[]) =>
      nextAction(see(file({ plan: plan(), events: list }, { reached: 'inspect' })), 'inspect');
    expect(at(open)).toMatchObject({ label: 'The rest is good', command: { kind: 'all-good', pieces: [1] } });
    const judged: BenchEvent = {
      id: 'v',
      at: events.at(-1)?.at ?? '',
      by: null,
      kind: 'verdict',
      piece: 1,
      verdict: 'good',
    };
    expect(at([...open, judged])).toMatchObject({
      sentence: 'Piece 1 of 2: not pressed as planned. Look at it by itself.',
      command: { kind: 'choose' },
    });
  });
  it('says in the shop’s own units what was missed, each once', () => {
    const fahrenheit = unitPrinter({ length: 'in', temperature: 'F', pressure: 'psi' });
    const step = pressAt;
    expect(
      departureWords(
        [
          { kind: 'shorter', by: 40.2, step },
          { kind: 'shorter', by: 40.2, step: step + 1 },
          { kind: 'cooler', by: 60, step },
          { kind: 'left out', step },
          { kind: 'heat not known', step },
        ],
        fahrenheit,
      ),
    ).toEqual(['40 s shorter', '108 °F cooler', 'a pressing left out']);
  });
});
