import fc from 'fast-check';
import { buildOf, BUILT_IN_BLANKS, EMPTY_SHEET, NO_LIMITS, type Blank, type MakersSheet } from '../blank/index.js';
import { equivalentDwell } from '../heat/index.js';
import { USUAL_HOUSE } from '../shop/index.js';
import { blankNamed, blankOf } from '../testing/index.js';
import { celsiusOf, temperatureText } from '../units/index.js';
import { CHART, provenHere, proposeSettings, SETTING_LIMITS, TONER_FROM, type Known, type Proven } from './index.js';

const withSheet = (blank: Blank, sheet: Partial<MakersSheet>): Blank => ({
  ...blank,
  makersSheet: { ...EMPTY_SHEET, ...sheet },
});
const tee = blankOf('tee');
const cushion = blankOf('cushion');
const proven = (change: Partial<Proven> = {}): Proven => ({
  blankId: tee.id,
  family: 'tee',
  surface: 'smooth',
  build: buildOf(tee),
  pressId: 'p',
  mediaId: 'roll',
  temperature: 197,
  dwell: 50,
  pressure: 'firm',
  prePress: 5,
  peel: 'cold',
  good: 12,
  spoiled: 0,
  last: '2026-11-20T10:00:00.000Z',
  accepted: false,
  ...change,
});
const SQUARE = [
  { x: 0, y: 0 },
  { x: 9, y: 0 },
  { x: 9, y: 9 },
];
const known = (list: Proven[], more: Partial<Known> = {}): Partial<Known> => ({
  proven: list,
  pressId: 'p',
  mediaId: 'roll',
  ...more,
});

// Common practice, no published source: the reference chart.
describe('without anything else, the chart', () => {
  it('keeps a white tee at 380 °F and 45 s: 400 °F risks yellowing', () => {
    const s = proposeSettings(tee, {});
    expect(s.temperature.value).toBe(celsiusOf(380));
    expect(s.dwell.value).toBe(45);
    expect(s.temperature).toMatchObject({ unit: '°C', source: { row: CHART.tee.name }, confidence: 'start' });
  });
  it('holds textured cushions at 195 °C for 90 s after 30 s of pre-press, and long pile for 210 s', () => {
    expect(proposeSettings(cushion, {})).toMatchObject({
      temperature: { value: 195 },
      dwell: { value: 90 },
      prePress: { value: 30 },
    });
    expect(proposeSettings({ ...cushion, surface: 'long pile' }, {}).dwell.value).toBe(210);
  });
  it('needs no pre-press for a sock on its jig', () =>
    expect(proposeSettings(blankOf('sock'), {}).prePress.value).toBe(0));
  it('gives a thick tile more minutes than a thin one, within the range', () => {
    const tile = blankOf('tile');
    const of = (thickness: number) => proposeSettings({ ...tile, layers: [thickness] }, {}).dwell.value;
    expect(of(4)).toBe(180);
    expect(of(10)).toBeGreaterThan(of(7));
    expect(of(40)).toBe(420);
    expect(proposeSettings(tile, {}).dwell.why).toMatch(/6\.5\smm of tile/);
  });
  it('tells of the other school, which this house does not follow', () => {
    const { temperature } = proposeSettings(tee, {});
    expect(temperature.notTaken).toEqual([
      {
        value: 200,
        source: { kind: 'reference chart', row: CHART.teeLong.name },
        why: expect.stringMatching(/Another method/),
      },
    ]);
  });
});

describe('the order of the sources', () => {
  it('is maker’s sheet, proven here, house rule, chart; what is not taken is told with its reason', () => {
    const sheeted = withSheet(tee, { temperature: 190, dwell: 65 });
    const house = { ...USUAL_HOUSE, tees: 'long' } as const;
    const { temperature, dwell, pressure } = proposeSettings(sheeted, {}, known([proven()], { house }));
    expect(temperature).toMatchObject({ value: 190, source: { kind: "maker's sheet" }, confidence: 'firm' });
    expect(temperature.notTaken?.map(({ value, source, why }) => [value, source.kind, why])).toEqual([
      [197, 'proven on this press', 'The maker’s sheet outranks it.'],
      [200, 'house rule', 'The maker’s sheet outranks it.'],
      [celsiusOf(380), 'reference chart', 'The maker’s sheet outranks it.'],
    ]);
    expect(dwell.value).toBe(65);
    // What was proven firm at 197 °C says nothing of 190 °C: the sheet leaves the pressure to where everything starts.
    expect(pressure).toMatchObject({ value: 'medium', source: { kind: 'house rule' } });
    expect(pressure.notTaken?.[0]).toMatchObject({
      value: 'firm',
      source: { kind: 'proven on this press', times: 12, last: '2026-11-20T10:00:00.000Z' },
      why: 'It goes with settings that the maker’s sheet does not share.',
    });
  });
  it('puts a recipe that was accepted for this blank on this press before the sheet, as a set', () => {
    const sheeted = withSheet(tee, { temperature: 190, dwell: 65, pressure: 'medium', prePress: 10, peel: 'hot' });
    const s = proposeSettings(sheeted, {}, known([proven({ accepted: true, good: 10 })]));
    expect([s.temperature.value, s.dwell.value, s.pressure.value, s.prePress.value, s.peel.value]).toEqual([
      197,
      50,
      'firm',
      5,
      'cold',
    ]);
    for (const one of [s.temperature, s.dwell, s.pressure, s.prePress, s.peel]) {
      expect(one.source).toEqual({ kind: 'proven on this press', times: 10, last: '2026-11-20T10:00:00.000Z' });
      expect(one.notTaken?.[0]).toMatchObject({ source: { kind: "maker's sheet" }, why: 'The recipe outranks it.' });
    }
  });
  it.each([
    [{ temperature: 195 }, 'hotter'],
    [{ dwell: 45 }, 'longer'],
    [{ pressure: 'medium' as const }, 'harder'],
    [{ temperature: 195, pressure: 'medium' as const }, 'hotter and harder'],
  ])('passes over a recipe that breaks what the maker allows: %j', (limits, words) => {
    const sheeted = withSheet(tee, { temperature: 190, dwell: 40, limits: { ...NO_LIMITS, ...limits } });
    const { temperature } = proposeSettings(sheeted, {}, known([proven({ accepted: true })]));
    expect(temperature).toMatchObject({ value: 190, source: { kind: "maker's sheet" } });
    expect(temperature.notTaken).toContainEqual(
      expect.objectContaining({ value: 197, why: `It is ${words} than the maker of the blank allows.` }),
    );
  });
  it('fills what a sheet leaves open from what is proven, where the two do not contradict each other', () => {
    const s = proposeSettings(withSheet(tee, { temperature: 196 }), {}, known([proven()]));
    expect([s.temperature.value, s.dwell.value, s.pressure.value]).toEqual([196, 50, 'firm']);
    expect(s.dwell.source.kind).toBe('proven on this press');
  });
  it('calls a recipe firm when it is proven, and fair while it is only somebody’s word', () => {
    const of = (good: number) =>
      proposeSettings(tee, {}, known([proven({ accepted: true, good })])).temperature.confidence;
    expect([of(10), of(0)]).toEqual(['firm', 'fair']);
  });
  it('does not put a recipe of other goods before the sheet', () => {
    const like = proven({ blankId: 'like', accepted: true });
    const { temperature } = proposeSettings(withSheet(tee, { temperature: 190 }), {}, known([like]));
    expect(temperature.source.kind).toBe("maker's sheet");
  });
  it('takes the rule of the house before the chart', () => {
    const house = { ...USUAL_HOUSE, masks: 'fast' } as const;
    expect(proposeSettings(blankOf('mask'), {}, { house })).toMatchObject({
      temperature: { value: celsiusOf(420), source: { kind: 'house rule' } },
      dwell: { value: 25 },
      pressure: { value: 'firm' },
    });
  });
  it('believes what was pressed on this press alone, three good at least and few spoiled', () => {
    const here = (one: Proven) => proposeSettings(tee, {}, known([one])).temperature;
    expect(here(proven({ pressId: 'other' })).source.kind).toBe('reference chart');
    expect(here(proven({ good: 2 })).source.kind).toBe('reference chart');
    const told = (one: Proven) => here(one).notTaken?.map(({ why }) => why);
    expect(told(proven({ good: 1 }))).toContain('Good once, which proves nothing yet (this blank on this paper).');
    expect(told(proven({ good: 2 }))).toContain('Good twice, which proves nothing yet (this blank on this paper).');
    expect(told(proven({ good: 2, spoiled: 1 }))).toContainEqual(
      expect.stringMatching(/Not proven: 2 good and 1 spoiled/),
    );
    expect(here(proven({ good: 5, spoiled: 3 })).source.kind).toBe('reference chart');
    expect(here(proven({ good: 20, spoiled: 2 })).source.kind).toBe('proven on this press');
  });
  it('takes the nearest: this blank before its like, this paper before another, then what came out good most often', () => {
    const list = [
      proven({ blankId: 'like', good: 90, temperature: 201 }),
      proven({ mediaId: 'a4', good: 40, temperature: 202 }),
      proven({ good: 5, temperature: 203 }),
      proven({ good: 9, temperature: 204 }),
      proven({ blankId: 'other', build: 'another', temperature: 205 }),
    ];
    expect(provenHere(list, tee, 'p', 'roll').proven.map(({ proven: one }) => one.temperature)).toEqual([
      204, 203, 202, 201,
    ]);
    const like = proposeSettings(tee, {}, known([proven({ blankId: 'like' })])).temperature;
    expect(like).toMatchObject({ value: 197, confidence: 'fair', source: { kind: 'proven on like goods' } });
    expect(proposeSettings(tee, {}, known([proven()])).temperature.confidence).toBe('firm');
  });
  it('takes nothing from goods of the same family that are built otherwise: a sleeve proves nothing of a case with a zip', () => {
    const sleeve = blankOf('neoprene');
    const side = sleeve.sides[0];
    if (!side) throw new Error('a sleeve has a side');
    const zip = { kind: 'zip' as const, hangsOff: true, area: SQUARE };
    const zipped = { ...sleeve, id: 'case', sides: [{ ...side, keepOuts: [zip] }] };
    const plain = { ...sleeve, id: 'larger', name: 'Larger sleeve' };
    const one = proven({ blankId: sleeve.id, family: 'neoprene', build: buildOf(sleeve) });
    expect(provenHere([one], zipped, 'p', 'roll').proven).toEqual([]);
    expect(provenHere([one], plain, 'p', 'roll').proven.map(({ nearness }) => nearness)).toEqual([
      'goods of the same cloth and build on this paper',
    ]);
    // Runs of before, of which nobody knows how the goods were built, prove something of their own blank alone.
    const before = { ...one };
    delete before.build;
    expect(provenHere([before], plain, 'p', 'roll').proven).toEqual([]);
    expect(provenHere([before], sleeve, 'p', 'roll').proven).toHaveLength(1);
  });
  it('lets the user overrule all of them, and keeps the proposal', () =>
    expect(proposeSettings(tee, { dwell: 60, peel: 'cold' })).toMatchObject({
      dwell: { value: 60, overruled: { proposal: 45 } },
      peel: { value: 'cold', overruled: { proposal: 'hot' } },
    }));
});

describe('blending', () => {
  it('gives a sheet that states heat alone the dwell of like work, not the chart’s for another heat', () => {
    const { dwell } = proposeSettings(withSheet(tee, { temperature: 185 }), {});
    const like = equivalentDwell({ temperature: celsiusOf(380), dwell: 45 }, 185);
    expect(Math.abs(dwell.value - like)).toBeLessThanOrEqual(2.5);
    expect(dwell).toMatchObject({ source: { kind: 'computed' }, confidence: 'start' });
    expect(dwell.notTaken?.[0]).toMatchObject({ value: 45, why: `It goes with ${temperatureText(celsiusOf(380))}.` });
  });
  it('leaves the chart’s dwell where the heat is as good as the same', () =>
    expect(proposeSettings(withSheet(tee, { temperature: 194 }), {}).dwell.value).toBe(45));
  it('raises the heat for toner, on everything', () => {
    const burlap = blankOf('burlap');
    expect(proposeSettings(burlap, {}).temperature.value).toBe(celsiusOf(360));
    const toner = proposeSettings(burlap, {}, { dye: 'toner' }).temperature;
    expect(toner.value).toBe(TONER_FROM);
    expect(toner.notTaken?.[0]).toMatchObject({ value: celsiusOf(360), why: 'Too cool for toner.' });
    for (const blank of BUILT_IN_BLANKS)
      expect(proposeSettings(blank, {}, { dye: 'toner' }).temperature.value).toBeGreaterThanOrEqual(TONER_FROM);
  });
  it('never goes beyond what the blank stands, and pays for less heat with time', () => {
    const limits = { ...NO_LIMITS, temperature: 180, pressure: 'light' } as const;
    const s = proposeSettings(withSheet(tee, { limits }), {});
    expect(s.temperature).toMatchObject({ value: 180, source: { kind: 'computed' } });
    expect(s.dwell.value).toBeGreaterThan(45);
    expect(s.pressure.value).toBe('light');
    const short = proposeSettings(withSheet(cushion, { limits: { ...NO_LIMITS, dwell: 70 } }), {});
    expect(short.dwell).toMatchObject({ value: 70 });
    expect(short.dwell.notTaken?.[0]).toMatchObject({ value: 90 });
  });
  it('keeps to the limit of a sheet that contradicts itself', () => {
    const sheet = { temperature: 210, limits: { ...NO_LIMITS, temperature: 200 } };
    expect(proposeSettings(withSheet(tee, sheet), {}).temperature).toMatchObject({
      value: 200,
      notTaken: expect.arrayContaining([expect.objectContaining({ value: 210 })]),
    });
  });
  it('does like work on a press that does not get as hot', () => {
    const { temperature, dwell } = proposeSettings(blankOf('ceramic coaster'), {}, { reach: 198.6 });
    expect(temperature.value).toBe(198);
    expect(
      Math.abs(dwell.value - equivalentDwell({ temperature: celsiusOf(400), dwell: 60 }, 198)),
    ).toBeLessThanOrEqual(2.5);
    expect(temperature.notTaken?.[0]?.why).toMatch(/does not get there/);
  });
  it('leaves the figure as it is where like work would take longer than anybody presses', () =>
    expect(proposeSettings(blankOf('ceramic coaster'), {}, { reach: 140 }).temperature.value).toBe(celsiusOf(400)));
  it('goes by the energy that the shop has set', () => {
    const steep = proposeSettings(blankOf('ceramic coaster'), {}, { reach: 198, energy: 200_000 }).dwell.value;
    const mild = proposeSettings(blankOf('ceramic coaster'), {}, { reach: 198, energy: 60_000 }).dwell.value;
    expect(steep).toBeGreaterThan(mild);
  });
});

describe('whatever is known', () => {
  it('no proposal is hotter, longer or harder than the blank stands, nor beyond belief', () => {
    const level = fc.constantFrom('light' as const, 'medium' as const, 'firm' as const);
    const maybe = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: null });
    const degrees = fc.integer({ min: SETTING_LIMITS.temperature.least, max: SETTING_LIMITS.temperature.most });
    const seconds = fc.integer({ min: 5, max: 600 });
    fc.assert(
      fc.property(
        fc.constantFrom(...BUILT_IN_BLANKS),
        maybe(degrees),
        maybe(seconds),
        maybe(level),
        fc.record({ temperature: maybe(degrees), dwell: maybe(seconds), pressure: maybe(level) }),
        fc.integer({ min: 150, max: 240 }),
        fc.boolean(),
        (blank, temperature, dwell, pressure, limits, reach, runBefore) => {
          const list = runBefore ? [proven({ blankId: blank.id, temperature: 205, dwell: 400 })] : [];
          const s = proposeSettings(
            withSheet(blank, { temperature, dwell, pressure, limits }),
            {},
            known(list, { reach }),
          );
          if (limits.temperature !== null) expect(s.temperature.value).toBeLessThanOrEqual(limits.temperature);
          if (limits.dwell !== null) expect(s.dwell.value).toBeLessThanOrEqual(limits.dwell);
          const order = ['light', 'medium', 'firm'];
          if (limits.pressure)
            expect(order.indexOf(s.pressure.value)).toBeLessThanOrEqual(order.indexOf(limits.pressure));
          expect(s.dwell.value).toBeGreaterThanOrEqual(5);
          expect(s.dwell.value).toBeLessThanOrEqual(600);
        },
      ),
    );
  });
  it('nothing that was known is left unsaid: every source stands as taken or not taken', () => {
    const s = proposeSettings(
      blankNamed('Door mat, rubber border'),
      {},
      known([proven({ build: buildOf(blankNamed('Door mat, rubber border')), blankId: 'x' })]),
    );
    const kinds = [s.temperature.source, ...(s.temperature.notTaken ?? []).map(({ source }) => source)].map(
      ({ kind }) => kind,
    );
    expect(kinds).toEqual(["maker's sheet", 'proven on like goods', 'reference chart', 'reference chart']);
  });
});
