import { BUILT_IN_BLANKS, proposeBleed, templatesOf, type Blank, type Template } from '../blank/index.js';
import { openEdges, SCHOOLS, USUAL_HOUSE, type HouseRules, type Press } from '../shop/index.js';
import { readingGrid } from '../heat/index.js';
import { celsiusOf, unitPrinter } from '../units/index.js';
import { CHART, checkStack, chartRowFor, planStack, proposeSettings, type Overrides } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'F', pressure: 'psi' });
const of = (family: Blank['family']) => BUILT_IN_BLANKS.find((b) => b.family === family) as Blank;
const press: Press = {
  id: 'p',
  name: 'Back press',
  kind: 'swing-away',
  platen: { width: 406.4, depth: 508 },
  heatLimit: 225,
  remark: '',
  open: openEdges('swing-away'),
  check: null,
};
const templateOf = (blank: Blank) => templatesOf(blank, proposeBleed(blank).value)[0] as Template;
const plan = (blank: Blank, overrides: Overrides = {}, on = press) =>
  planStack(blank, templateOf(blank), on, overrides);
const codes = (blank: Blank, overrides: Overrides = {}, on = press) =>
  checkStack(plan(blank, overrides, on), blank, templateOf(blank), print).map((f) => `${f.code}:${f.severity}`);

// Common practice, no published source: the reference chart.
describe('the settings', () => {
  it('keep a white tee at 380 °F and 45 s: 400 °F risks yellowing', () => {
    const s = proposeSettings(of('tee'), {});
    expect(s.temperature.value).toBe(Math.round(celsiusOf(380)));
    expect(s.dwell.value).toBe(45);
    expect(s.temperature).toMatchObject({
      unit: '°C',
      source: { kind: 'reference chart', row: CHART.tee.name },
      confidence: 'start',
    });
  });
  it('hold textured cushions at 195 °C for 90 s after 30 s of pre-press, and long pile for 210 s', () => {
    expect(proposeSettings(of('cushion'), {})).toMatchObject({
      temperature: { value: 195 },
      dwell: { value: 90 },
      prePress: { value: 30 },
    });
    expect(proposeSettings({ ...of('cushion'), surface: 'long pile' }, {}).dwell.value).toBe(210);
  });
  it('need no pre-press for a sock on its jig', () => expect(proposeSettings(of('sock'), {}).prePress.value).toBe(0));
  it.each(BUILT_IN_BLANKS.map((b) => [b.name, b] as const))('stay inside the chart’s range: %s', (_, blank) => {
    const row = chartRowFor(blank.family, blank.surface);
    const { temperature, dwell } = proposeSettings(blank, {});
    expect(temperature.value).toBeGreaterThanOrEqual(row.temperature.low - 0.5);
    expect(temperature.value).toBeLessThanOrEqual(row.temperature.high + 0.5);
    expect(dwell.value).toBeGreaterThanOrEqual(row.dwell.low);
    expect(dwell.value).toBeLessThanOrEqual(row.dwell.high);
    expect(temperature.why).not.toBe('');
  });
  it('let the user overrule, and keep the proposal', () => {
    expect(proposeSettings(of('tee'), { dwell: 60, peel: 'cold' })).toMatchObject({
      dwell: { value: 60, overruled: { proposal: 45 } },
      peel: { value: 'cold', overruled: { proposal: 'hot' } },
    });
  });
});

describe('the layers', () => {
  const roles = (blank: Blank) => plan(blank).layers.map((layer) => layer.role);
  it('go from the upper plate to the lower, the print facing down into the cloth', () => {
    const all = roles(of('tee'));
    expect(all[0]).toBe('upper plate');
    expect(all.at(-1)).toBe('lower plate');
    expect(all.indexOf('transfer')).toBe(all.indexOf('blank') - 1);
    expect(plan(of('tee')).layers.find((l) => l.role === 'transfer')?.faces).toBe('down');
  });
  it('put an insert into everything of two layers, unless a jig is in it', () => {
    expect(roles(of('tee'))).toContain('insert');
    expect(roles(of('sock'))).toContain('jig');
    expect(roles(of('sock'))).not.toContain('insert');
  });
  it('keep the pad inside the seams and the paper beyond the print', () => {
    const { layers } = plan(of('cushion'));
    const size = (role: string) => layers.find((l) => l.role === role)?.size?.width ?? NaN;
    expect(size('pad')).toBeLessThan(size('blank'));
    expect(size('cover sheet')).toBeGreaterThan(size('transfer'));
    expect(size('base sheet')).toBeGreaterThan(size('transfer'));
    expect(size('transfer')).toBeGreaterThan(size('pad'));
  });
});

describe('the steps', () => {
  const kinds = (blank: Blank, overrides: Overrides = {}) => plan(blank, overrides).steps.map((s) => s.kind);
  it('roll, pre-press, roll again while warm, place, press, peel, cool', () =>
    expect(kinds(of('tee'))).toEqual(['lint-roll', 'pre-press', 'lint-roll', 'place', 'press', 'peel', 'cool']));
  it('turn a sock for its second face', () =>
    expect(kinds(of('sock'))).toEqual([
      'lint-roll',
      'place',
      'press',
      'peel',
      'turn',
      'place',
      'press',
      'peel',
      'cool',
    ]));
  it('leave the pre-press out when it is overruled to nothing', () =>
    expect(kinds(of('tee'), { prePress: 0 })).not.toContain('pre-press'));
  it('carry the dwell to the clock', () =>
    expect(plan(of('cushion')).steps.find((s) => s.kind === 'press')?.seconds).toBe(90));
});

describe('the schools of the house', () => {
  const by = (house: Partial<HouseRules>, family: Blank['family'] = 'cushion') =>
    planStack(of(family), templateOf(of(family)), press, {}, 1, { ...USUAL_HOUSE, ...house });
  const place = (house: Partial<HouseRules>) => by(house).steps.find((step) => step.kind === 'place')?.how ?? '';
  it('each change what they are about, and nothing else', () => {
    const usual = by({});
    for (const key of Object.keys(SCHOOLS) as (keyof HouseRules)[]) {
      for (const { value, why, drawback } of SCHOOLS[key].schools) {
        expect([why, drawback].every((text) => text.length > 10)).toBe(true);
        const now = by({ [key]: value });
        expect(now.settings).toEqual(usual.settings);
        if (key !== 'hold' && key !== 'socks') expect(now.steps).toEqual(usual.steps);
        if (key === 'hold' || key === 'socks') expect(now.layers).toEqual(usual.layers);
      }
    }
    expect(place({ hold: 'tape' })).toMatch(/heat tape/);
    expect(place({ hold: 'spray' })).toMatch(/spray/);
    expect(by({ pad: 'rubber' }).layers.map(({ name }) => name)).toContain('Rubber pad');
    expect(by({ reuse: 'same design' }).layers.find(({ role }) => role === 'cover sheet')?.detail).toMatch(
      /each design/,
    );
    const roles = (house: Partial<HouseRules>) => by(house).layers.map(({ role }) => role);
    expect(roles({ nonStick: 'cover' }).slice(0, 3)).toEqual(['upper plate', 'non-stick sheet', 'cover sheet']);
    expect(roles({ nonStick: 'lower wrap' }).slice(-2)).toEqual(['non-stick sheet', 'lower plate']);
    expect(roles({})).not.toContain('non-stick sheet');
    const turn = (socks: HouseRules['socks']) =>
      by({ socks }, 'sock').steps.find((step) => step.kind === 'turn')?.title;
    expect([turn('roll'), turn('flip')]).toEqual([
      expect.stringMatching(/^Turn it over/),
      expect.stringMatching(/^Flip it without opening/),
    ]);
  });
  it('say where their drawback bites: tape on white cloth, a sheet that must be wiped', () => {
    const said = (house: Partial<HouseRules>) =>
      checkStack(by(house), of('cushion'), templateOf(of('cushion')), print).map(({ code }) => code);
    expect(said({ hold: 'tape' })).toContain('stack.tape-marks');
    expect(said({ nonStick: 'cover' })).toContain('stack.non-stick');
    expect(said({})).not.toContain('stack.tape-marks');
  });
});

describe('checkStack', () => {
  it('always cautions about the hot plate, and about a zip where there is one', () => {
    expect(codes(of('tee'))).toEqual(['stack.unchecked:note', 'stack.hot:note']);
    expect(codes(of('cushion'))).toEqual(expect.arrayContaining(['stack.zip:fix', 'stack.hot:note']));
    expect(codes(of('neoprene'))).toContain('stack.fumes:note');
  });
  it('presses in sections what is larger than the plate, and stops what no sections would do', () => {
    const small = { ...press, platen: { width: 300, depth: 300 } };
    expect(codes(of('cushion'), {}, small)).toContain('stack.sections:note');
    expect(plan(of('cushion'), {}, small).steps.filter((step) => step.kind === 'move').length).toBeGreaterThan(0);
    const tiny = { ...press, platen: { width: 5, depth: 5 } };
    expect(codes(of('cushion'), {}, tiny)).toContain('stack.platen:stop');
    expect(codes(of('tee'), {}, { ...press, platen: { width: 230, depth: 270 } })).not.toContain('stack.platen:stop');
  });
  it('stops where a zip can lie neither off the plate nor beside a pad', () => {
    const shut = { ...press, open: { top: false, right: false, bottom: false, left: false } };
    const zipped = { ...of('cushion'), surface: 'smooth' as const };
    const far = {
      ...zipped,
      sides: zipped.sides.map((side) => ({
        ...side,
        keepOuts: side.keepOuts.map((one) => ({ ...one, area: one.area.map((p) => ({ ...p, y: p.y - 60 })) })),
      })),
    };
    const wide = { ...shut, platen: { width: 700, depth: 800 } };
    expect(codes(far, {}, wide)).toContain('stack.hang-off:stop');
  });
  it('lays a print that is a little larger than the even part on the plate all the same, and says how uneven it is', () => {
    const readings = readingGrid(press.platen, 3, 3).map(({ x, y }) => ({ x, y, celsius: 205 - (y / 508) * 16 }));
    const strips = { front: 'held', back: 'held', left: 'held', right: 'held' } as const;
    const tilted: Press = {
      ...press,
      check: { at: '2026-11-20T08:00:00.000Z', by: 'Wren', dial: 200, readings, strips, curved: false },
    };
    const { bed } = plan(of('cushion'), {}, tilted);
    expect(bed.sections).toBeNull();
    expect((bed.uneven?.hottest ?? 0) - (bed.uneven?.coolest ?? 0)).toBeGreaterThan(10);
    expect(codes(of('cushion'), {}, tilted)).toContain('stack.uneven:fix');
  });
  it('corrects the dial by what the press is off, and says what of the plate is even', () => {
    const readings = readingGrid(press.platen, 3, 3).map(({ x, y }) => ({ x, y, celsius: 194 }));
    const strips = { front: 'held', back: 'held', left: 'held', right: 'held' } as const;
    const checked: Press = {
      ...press,
      check: { at: '2026-11-20T08:00:00.000Z', by: 'Wren', dial: 200, readings, strips, curved: false },
    };
    const { dial, settings, bed } = plan(of('tee'), {}, checked);
    expect(dial.value).toBe(settings.temperature.value + 6);
    expect(dial.why).toMatch(/6 °C below its dial/);
    expect(bed.zone.width).toBeCloseTo(press.platen.width, 3);
    expect(codes(of('tee'), {}, checked)).not.toContain('stack.unchecked:note');
    // The lower limit of what it may be set to is not reached by the dial that would be needed.
    expect(codes(of('tee'), {}, { ...checked, heatLimit: settings.temperature.value + 2 })).toContain(
      'stack.dial-limit:stop',
    );
  });
  it('stops what the press cannot reach, and warns where white yellows', () => {
    expect(codes(of('tee'), { temperature: 228 })).toEqual(
      expect.arrayContaining(['stack.heat-limit:stop', 'stack.yellow:fix']),
    );
    expect(codes(of('tee'), { temperature: 204 })).not.toContain('stack.yellow:fix');
    expect(codes(of('tee'), { temperature: 170 })).toContain('stack.outside-chart:fix');
  });
  it('says so of a press that jolts', () =>
    expect(codes(of('tee'), {}, { ...press, kind: 'auto-open' })).toContain('stack.jolt:note'));
});
