import { BUILT_IN_BLANKS } from '../blank/index.js';
import { USUAL_WANTS, type DialSetting } from '../dial/index.js';
import { strengthOf, yellowingOf, type PatchName, type TargetReading } from '../measure/index.js';
import { proposeSettings } from '../stack/index.js';
import { pressedCloth, pressedPatches, samplePress } from '../testing/index.js';
import {
  checksOf,
  checkStudy,
  limitsFor,
  pressuresFor,
  sayingOf,
  viewStudy,
  type Study,
  type StudyKnown,
  type StudySwatch,
} from './index.js';
import { waitFor } from './wait.js';

const NOW = '2026-11-20T09:00:00.000Z';
const known: StudyKnown = { plate: { coolest: -2, hottest: 3 }, heat: 190, warmUp: 900, like: null, now: NOW };
const celsius = (value: number) => `${Math.round(value)} °C`;
const at = (temperature: number, dwell: number): DialSetting => ({
  temperature,
  dwell,
  pressure: 'medium',
  prePress: 10,
});

/** What would be read off a swatch of a made-up cloth, whose truth is of another kind than the model. */
const cloth = pressedCloth(5, 'second order');
function readingAt(temperature: number, dwell: number, change: Partial<TargetReading> = {}): TargetReading {
  const found = pressedPatches(cloth, { temperature, dwell, pressure: 1 });
  const grey = { l: 60, a: 0, b: 0 };
  const patches = {
    ...found,
    ...Object.fromEntries(
      (['grey 60', 'grey 30', 'red', 'green', 'blue', 'half cyan', 'half magenta', 'half yellow'] as PatchName[]).map(
        (name) => [name, grey],
      ),
    ),
  } as TargetReading['patches'];
  const of = (value: number) => ({ value, spread: 0.5 });
  return {
    patches,
    strength: of(strengthOf(patches)),
    chroma: of(50),
    volume: of(150),
    blackness: of(patches.black.l),
    yellowing: of(yellowingOf(patches.ground, 0)),
    evenness: of(0.3),
    blur: { value: 0.05, spread: 0.02 },
    ghost: null,
    specks: 0,
    remarks: [],
    ...change,
  };
}

let number = 0;
const swatch = (setting: DialSetting, change: Partial<StudySwatch> = {}): StudySwatch => ({
  number: ++number,
  aim: 'search',
  setting,
  reason: 'spread out',
  jobId: `job-${number}`,
  printed: true,
  pressedAt: NOW,
  reached: null,
  spoiled: null,
  reading: readingAt(setting.temperature, setting.dwell),
  since: [],
  ...change,
});
const study = (swatches: StudySwatch[], change: Partial<Study> = {}): Study => ({
  id: 's',
  number: 3,
  name: 'Bags',
  version: 1,
  cloth: { blankId: 'b', blankName: 'Bag', from: 'test cloth', polyester: 100, baseColour: '#ffffff' },
  pressId: 'p',
  pressName: 'Back press',
  mediaId: 'm',
  mediaName: 'A4',
  limits: {
    temperature: { least: 172, most: 212 },
    dwell: { least: 20, most: 110 },
    pressures: ['medium'],
    prePresses: [10],
  },
  budget: 9,
  wants: USUAL_WANTS,
  school: 'few swatches',
  turns: { light: '', medium: '', firm: '' },
  swatches,
  answers: [],
  result: null,
  createdAt: NOW,
  updatedAt: NOW,
  ...change,
});
const start = () => {
  number = 0;
  return [swatch(at(180, 75)), swatch(at(190, 42)), swatch(at(199, 90)), swatch(at(206, 35))];
};
const commands = (one: Study) => viewStudy(one, known, celsius).action;
const codes = (one: Study, now = NOW) => checkStudy(one, now).map(({ code }) => code);

describe('the way through a study', () => {
  it('plans the start, prints, presses coolest first, measures, goes on', () => {
    const empty = commands(study([]));
    expect(empty.command.kind).toBe('plan');
    expect(empty.command.kind === 'plan' && empty.command.settings).toHaveLength(4);
    number = 0;
    const planned = [at(199, 90), at(180, 75)].map((one) =>
      swatch(one, { printed: false, pressedAt: null, reading: null }),
    );
    expect(commands(study(planned)).command).toEqual({ kind: 'print', numbers: [1, 2] });
    const printed = planned.map((one) => ({ ...one, printed: true }));
    const press = commands(study(printed));
    expect(press.command).toEqual({ kind: 'press', jobId: 'job-2' });
    expect(press.sentence).toBe('Press swatch 2: 180 °C for 75 s. 1 more after it.');
    const pressed = printed.map((one) => ({ ...one, pressedAt: NOW }));
    expect(commands(study(pressed)).command.kind).toBe('measure');
    const next = commands(study(start()));
    expect(next.command.kind).toBe('plan');
    expect(next.sentence).toMatch(/^(Press one more|Enough)/);
  });
  it('confirms once, then makes it the recipe at the setting that was confirmed', () => {
    const swatches = [...start(), swatch(at(190, 60)), swatch(at(188, 62), { aim: 'confirm', reason: 'confirm' })];
    const action = commands(study(swatches));
    expect(action.command).toEqual({ kind: 'accept', setting: at(188, 62) });
    expect(action.sentence).toMatch(/Confirmed. Make 188 °C for 62 s the recipe of Bag/);
  });
  it('does not take a confirmation that came out worse than foreseen', () => {
    const bad = readingAt(174, 22);
    const swatches = [...start(), swatch(at(190, 60)), swatch(at(190, 60), { aim: 'confirm', reading: bad })];
    const action = commands(study(swatches));
    expect(action.command).toMatchObject({ kind: 'plan', aim: 'confirm' });
    expect(action.sentence).toMatch(/worse than foreseen/);
  });
  it('ends when all that one is willing to press is pressed', () => {
    const action = commands(study(start(), { budget: 4 }));
    expect(action.command).toMatchObject({ kind: 'plan', aim: 'confirm' });
  });
  it('after the recipe asks for check swatches', () => {
    const result = { setting: at(190, 60), recipeId: 'r', at: NOW, by: null };
    expect(commands(study(start(), { result })).command.kind).toBe('check');
  });
  it('begins with the recipe of a like cloth', () => {
    const view = viewStudy(study([]), { ...known, like: { setting: at(193, 55), name: 'Other bag' } }, celsius);
    expect(view.next.map(({ reason }) => reason)).toContain('like cloth');
    expect(view.next.find(({ reason }) => reason === 'like cloth')?.setting).toMatchObject({
      temperature: 193,
      dwell: 55,
    });
  });
  it('one change at a time goes its own way', () => {
    const view = viewStudy(study([], { school: 'one change at a time' }), known, celsius);
    expect(view.next).toHaveLength(1);
    expect(view.next[0]?.why).toMatch(/cannot see/);
  });
});

describe('what counts', () => {
  it('is the setting that was truly reached', () => {
    const planned = study(start());
    const off = study(
      planned.swatches.map((one, i) => (i === 0 ? { ...one, reached: { temperature: 200, dwell: 60 } } : one)),
    );
    const strength = (one: Study) => viewStudy(one, known, celsius).surface?.channels.strength.join() ?? '';
    expect(strength(off)).not.toBe(strength(planned));
  });
  it('compares by eye where nothing is measured, and asks no more than it needs', () => {
    const unread = start().map((one) => ({ ...one, reading: null }));
    const open = viewStudy(study(unread), known, celsius);
    expect(open.compare).not.toBeNull();
    expect(open.surface).toBeNull();
    const answers = [1, 3, 4].flatMap((worse) =>
      Array.from({ length: 4 }, (_, i) => ({ id: `${worse}-${i}`, better: 2, worse, by: null, at: NOW })),
    );
    const view = viewStudy(study(unread, { answers }), known, celsius);
    expect(view.surface).not.toBeNull();
    expect(view.known).toBe(4);
    expect(Math.abs((view.best?.setting.temperature ?? 0) - 190)).toBeLessThan(14);
  });
  it('leaves spoiled swatches and checks out of the surface', () => {
    const swatches = start();
    const view = viewStudy(
      study([
        ...swatches.slice(1),
        { ...(swatches[0] as StudySwatch), spoiled: 'slipped' },
        swatch(at(190, 60), { aim: 'check' }),
      ]),
      known,
      celsius,
    );
    expect(view.known).toBe(3);
  });
});

describe('what is the matter with a study', () => {
  it('all spoiled, all alike, contradictory, otherwise than planned, a ghost, left for a month', () => {
    const spoiled = start().map((one) => ({ ...one, spoiled: 'creased' }));
    expect(codes(study(spoiled))).toContain('study.all-spoiled');
    number = 0;
    expect(codes(study([swatch(at(190, 60)), swatch(at(190, 60)), swatch(at(191, 60))]))).toEqual(['study.all-alike']);
    const apart = [swatch(at(190, 60)), swatch(at(190, 60), { reading: readingAt(174, 22) }), swatch(at(180, 80))];
    const [found] = checkStudy(study(apart), NOW);
    expect(found?.code).toBe('study.contradiction');
    expect(found?.title).toMatch(/pressed alike and differ by ΔE/);
    const otherwise = [swatch(at(190, 60), { reached: { temperature: 183, dwell: 71 } })];
    expect(checkStudy(study(otherwise), NOW)[0]?.title).toMatch(/7 K cooler and 11 s longer|cooler and 11 s longer/);
    const ghost = readingAt(190, 60, { ghost: { shift: 0.4, right: 0.4, down: 0, share: 0.2 } });
    expect(codes(study([swatch(at(190, 60), { reading: ghost })]))).toContain('study.ghost');
    expect(codes(study(start()), '2027-01-09T09:00:00.000Z')).toContain('study.old');
    expect(codes(study(start()))).toEqual([]);
  });
  it('a drift of the check swatches, and one that is due', () => {
    const result = { setting: at(190, 60), recipeId: 'r', at: NOW, by: null };
    const confirm = swatch(at(190, 60), { aim: 'confirm' });
    const check = (reading: TargetReading, pressedAt: string) =>
      swatch(at(190, 60), { aim: 'check', reading, pressedAt });
    const steady = study([confirm, check(readingAt(190, 60), '2026-11-25T09:00:00.000Z')], { result });
    expect(checksOf(steady)[0]?.apart).toBeCloseTo(0, 6);
    expect(codes(steady, '2026-12-01T09:00:00.000Z')).toEqual([]);
    expect(codes(steady, '2027-01-20T09:00:00.000Z')).toEqual(['study.check-due']);
    const drifted = study([confirm, check(readingAt(172, 30), '2026-12-20T09:00:00.000Z')], { result });
    expect(codes(drifted, '2026-12-21T09:00:00.000Z')).toEqual(['study.drift']);
  });
});

describe('waiting for the plate', () => {
  it('warms by its own pace and cools by Newton’s law (any heat transfer text)', () => {
    // 900 s from 22 to 195 °C.
    expect(waitFor(900, null, 195)).toBeCloseTo(900, 6);
    expect(waitFor(900, 180, 180)).toBe(0);
    // T(t) = 22 + (T0 − 22) e^(−0.0022 t)
    const t = waitFor(900, 205, 185);
    expect(22 + (205 - 22) * Math.exp(-0.0022 * t)).toBeCloseTo(185, 9);
    expect(waitFor(900, 185, 205)).toBeGreaterThan(waitFor(600, 185, 205));
  });
  it('is told with the swatch where it is worth it', () => {
    number = 0;
    const one = study([swatch(at(180, 75), { pressedAt: null, reading: null })]);
    expect(viewStudy(one, { ...known, heat: null }, celsius).action.sentence).toMatch(
      /The plate is there in about 13 min/,
    );
    expect(viewStudy(one, { ...known, heat: 179 }, celsius).action.sentence).toBe('Press swatch 1: 180 °C for 75 s.');
  });
});

describe('limits', () => {
  const [blank] = BUILT_IN_BLANKS;
  if (!blank) throw new Error('the shelf is empty');
  it('lie about what would be pressed today', () => {
    const settings = proposeSettings(blank, {});
    const found = limitsFor(blank, samplePress, settings);
    expect(found.temperature.least).toBeLessThan(settings.temperature.value);
    expect(found.temperature.most).toBeGreaterThan(settings.temperature.value);
    expect(found.dwell.least).toBeLessThan(settings.dwell.value);
    expect(found.pressures).toEqual([settings.pressure.value]);
  });
  it('never go beyond what the maker of the blank or of the press says', () => {
    const sheet = {
      temperature: null,
      dwell: null,
      prePress: null,
      pressure: null,
      peel: null,
      limits: { temperature: 195, dwell: 50, pressure: 'medium' as const },
      remark: '',
    };
    const tender = { ...blank, makersSheet: sheet };
    const found = limitsFor(tender, samplePress, proposeSettings(tender, {}));
    expect(found.temperature.most).toBeLessThanOrEqual(195);
    expect(found.dwell.most).toBeLessThanOrEqual(50);
    expect(pressuresFor(tender)).toEqual(['light', 'medium']);
    expect(limitsFor(blank, { ...samplePress, heatLimit: 190 }, proposeSettings(blank, {})).temperature.most).toBe(190);
  });
  it('what is varied is said with the setting, in the turns of the press', () => {
    const varied = study([], { turns: { light: '1 turn', medium: '2 turns', firm: '' } });
    varied.limits.pressures = ['light', 'medium', 'firm'];
    expect(sayingOf(varied, celsius)(at(190, 60.4))).toBe('190 °C for 60 s, 2 turns');
    expect(sayingOf(study([]), celsius)(at(190, 60))).toBe('190 °C for 60 s');
  });
});
