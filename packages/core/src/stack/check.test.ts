import { EMPTY_SHEET, NO_LIMITS, type Blank, type MakersSheet } from '../blank/index.js';
import { openEdges, USUAL_HOUSE, type HouseRules, type Press } from '../shop/index.js';
import { blankOf, checkedAs, mugPress, pressFor, samplePlan, samplePress } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { checkStack, type Overrides, type Planned } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'F', pressure: 'psi' });
const findings = (
  blank: Blank,
  overrides: Overrides = {},
  press: Press = pressFor(blank),
  more: Partial<Planned> = {},
) => checkStack(samplePlan(blank, { overrides, press, ...more }), blank, print);
const codes = (...args: Parameters<typeof findings>) =>
  findings(...args).map(({ code, severity }) => `${code}:${severity}`);
const inHouse = (blank: Blank, house: Partial<HouseRules>) =>
  codes(blank, {}, pressFor(blank), { house: { ...USUAL_HOUSE, ...house } });
const withSheet = (blank: Blank, sheet: Partial<MakersSheet>): Blank => ({
  ...blank,
  makersSheet: { ...EMPTY_SHEET, ...sheet },
});
const tee = blankOf('tee');

describe('the press', () => {
  it('is cautioned about always: the plate is hot', () =>
    expect(codes(tee)).toEqual(['stack.unchecked:note', 'stack.unproven:note', 'stack.spray:note', 'stack.hot:note']));
  it('stops what it cannot reach', () => {
    expect(codes(tee, { temperature: 228 })).toEqual(
      expect.arrayContaining(['stack.heat-limit:stop', 'stack.yellow:fix']),
    );
    const cool = { ...samplePress, heatLimit: 195, check: checkedAs(samplePress.platen, () => 194) };
    expect(codes(tee, { temperature: 193 }, cool)).toContain('stack.dial-limit:stop');
    expect(codes(tee, {}, cool)).toContain('stack.like-work:note');
  });
  it('of the wrong kind is stopped: mugs between flat plates, tees in a bent one', () => {
    expect(codes(blankOf('mug'), {}, samplePress)).toContain('stack.press-kind:stop');
    expect(codes(tee, {}, mugPress)).toContain('stack.press-kind:stop');
    expect(codes(blankOf('mug'))).not.toContain('stack.press-kind:stop');
  });
  it('that does not close on the stack is stopped', () => {
    expect(codes(blankOf('tile'), {}, { ...samplePress, opening: 10 })).toContain('stack.opening:stop');
    expect(codes(blankOf('cushion'), {}, { ...samplePress, opening: 15 })).toContain('stack.foam-opening:note');
    expect(codes(blankOf('cushion'), {}, { ...samplePress, opening: 25 }).join()).not.toMatch(/opening/);
  });
  it('that jolts or is a hand iron says so', () => {
    expect(codes(tee, {}, { ...samplePress, kind: 'auto-open' })).toContain('stack.jolt:note');
    expect(codes(tee, {}, { ...samplePress, kind: 'hand iron' })).toContain('stack.iron:fix');
  });
});

describe('the bed', () => {
  it('presses in sections what is larger than the plate, and stops what no sections would do', () => {
    const small = { ...samplePress, platen: { width: 300, depth: 300 } };
    expect(codes(blankOf('cushion'), {}, small)).toContain('stack.sections:note');
    const tiny = { ...samplePress, platen: { width: 5, depth: 5 } };
    expect(codes(blankOf('cushion'), {}, tiny)).toContain('stack.platen:stop');
    expect(codes(tee, {}, { ...samplePress, platen: { width: 230, depth: 270 } })).not.toContain('stack.platen:stop');
  });
  it('stops where a zip can lie neither off the plate nor beside a pad', () => {
    const cushion = { ...blankOf('cushion'), surface: 'smooth' as const };
    const under = {
      ...cushion,
      sides: cushion.sides.map((side) => ({
        ...side,
        keepOuts: side.keepOuts.map((one) => ({ ...one, area: one.area.map((p) => ({ ...p, y: p.y - 60 })) })),
      })),
    };
    const shut = { top: false, right: false, bottom: false, left: false };
    expect(codes(under, {}, { ...samplePress, open: shut, platen: { width: 700, depth: 800 } })).toContain(
      'stack.hang-off:stop',
    );
  });
  it('lays a print that is a little larger than the even part on the plate all the same, and says how uneven it is', () => {
    const tilted = { ...samplePress, check: checkedAs(samplePress.platen, (_x, y) => 205 - (y / 508) * 16) };
    const { uneven, sections } = samplePlan(blankOf('cushion'), { press: tilted }).sides[0]?.bed ?? {};
    expect(sections).toBeNull();
    expect((uneven?.hottest ?? 0) - (uneven?.coolest ?? 0)).toBeGreaterThan(10);
    expect(codes(blankOf('cushion'), {}, tilted)).toContain('stack.uneven:fix');
  });
});

describe('the sheet of the maker', () => {
  it('stops a plate above the blank’s limit, whoever set it', () => {
    const limited = withSheet(tee, { limits: { ...NO_LIMITS, temperature: 190 } });
    expect(codes(limited)).not.toContain('stack.blank-limit:stop');
    expect(codes(limited, { temperature: 200 })).toContain('stack.blank-limit:stop');
    expect(findings(limited, { temperature: 200 }).find(({ code }) => code === 'stack.blank-limit')?.waivable).toBe(
      false,
    );
  });
  it('stops a dwell above it', () =>
    expect(codes(withSheet(tee, { limits: { ...NO_LIMITS, dwell: 40 } }), { dwell: 60 })).toContain(
      'stack.blank-limit-time:stop',
    ));
  it('that contradicts itself is said to, in heat and in time', () =>
    expect(
      codes(withSheet(tee, { temperature: 205, dwell: 80, limits: { temperature: 190, dwell: 60, pressure: null } })),
    ).toEqual(expect.arrayContaining(['stack.sheet-contradicts:fix', 'stack.sheet-contradicts-time:fix'])));
  it('and toner: what may not get warm enough for it is stopped', () => {
    const limited = withSheet(tee, { limits: { ...NO_LIMITS, temperature: 180 } });
    expect(codes(limited, {}, samplePress, { dye: 'toner' })).toContain('stack.toner:stop');
    expect(codes(tee, {}, samplePress, { dye: 'toner' })).not.toContain('stack.toner:stop');
  });
});

describe('heat', () => {
  it('warns where white yellows, and of what is outside common practice', () => {
    expect(codes(tee, { temperature: 204 })).not.toContain('stack.yellow:fix');
    expect(codes(tee, { temperature: 208 })).toContain('stack.yellow:fix');
    expect(codes(tee, { temperature: 170 })).toContain('stack.outside-chart:fix');
    expect(codes(blankOf('metal'), { temperature: 208 })).not.toContain('stack.yellow:fix');
  });
  it('says nothing of trying first once it is proven', () => {
    const proven = {
      blankId: tee.id,
      family: 'tee' as const,
      surface: 'smooth' as const,
      pressId: samplePress.id,
      mediaId: null,
      temperature: 195,
      dwell: 50,
      pressure: 'medium' as const,
      prePress: 5,
      peel: 'hot' as const,
      good: 9,
      spoiled: 0,
      last: '2026-11-20T08:00:00.000Z',
      accepted: false,
    };
    expect(codes(tee, {}, samplePress, { proven: [proven] })).not.toContain('stack.unproven:note');
  });
});

// Common practice, no published source: what melts, breaks, ghosts, pinches and smells.
describe('what is missing or loose', () => {
  it('names a pad that the goods want and the press does not have, and what to cut', () => {
    const piled = { ...blankOf('cushion'), surface: 'long pile' as const };
    const bare = { ...samplePress, pads: [] };
    const pad = findings(piled, {}, bare).find(({ code }) => code === 'stack.pad-missing');
    expect(pad?.title).toMatch(/has no foam pad/);
    expect(pad?.remedy).toMatch(/Cut one of \d+/);
    const { size } = samplePlan(piled, { press: bare }).sides[0]?.layers.find(({ role }) => role === 'pad') ?? {};
    const fits = { kind: 'foam' as const, width: size?.width ?? NaN, depth: size?.height ?? NaN, thickness: 10 };
    expect(codes(piled, {}, { ...bare, pads: [fits] })).not.toContain('stack.pad-missing:note');
  });
  it('warns of a transfer that nothing holds while it cools', () => {
    const loose = { house: { ...USUAL_HOUSE, hold: 'nothing' as const } };
    expect(codes(tee, { peel: 'cold' }, samplePress, loose)).toContain('stack.loose:fix');
    expect(codes(tee, { peel: 'hot' }, samplePress, loose)).not.toContain('stack.loose:fix');
  });
  it('asks for no table beside what hangs over no plate', () => {
    const iron = { ...samplePress, kind: 'hand iron' as const };
    expect(codes(blankOf('mat'), {}, iron)).not.toContain('stack.support:fix');
    expect(codes(blankOf('tumbler'), {}, mugPress)).not.toContain('stack.support:fix');
    expect(codes(blankOf('mat'), {}, samplePress)).toContain('stack.support:fix');
  });
});

describe('safety', () => {
  it('keeps a zip off the plate, in words and in the plan', () =>
    expect(codes(blankOf('cushion'))).toEqual(expect.arrayContaining(['stack.zip:fix', 'stack.hot:note'])));
  it('stops household tape, and warns of painter’s tape', () => {
    expect(inHouse(tee, { hold: 'household tape' })).toContain('stack.household-tape:stop');
    expect(inHouse(tee, { hold: 'painter’s tape' })).toContain('stack.painters-tape:fix');
    const finding = checkStack(samplePlan(tee, { house: { ...USUAL_HOUSE, hold: 'household tape' } }), tee, print).find(
      ({ code }) => code === 'stack.household-tape',
    );
    expect(finding?.waivable).toBe(false);
  });
  it('stops a non-stick sheet against a print, and wants one wiped that lies above paper', () => {
    expect(inHouse(tee, { nonStick: 'on the print' })).toContain('stack.non-stick-print:stop');
    expect(inHouse(tee, { nonStick: 'cover' })).toContain('stack.non-stick:note');
    expect(inHouse(tee, {}).join()).not.toMatch(/non-stick/);
  });
  it('stops a tile under heavy pressure, and a blank beyond the pressure its maker allows', () => {
    expect(codes(blankOf('tile'), { pressure: 'firm' })).toContain('stack.breaks:stop');
    expect(codes(blankOf('tile'))).toContain('stack.fragile:note');
    const limited = withSheet(tee, { limits: { ...NO_LIMITS, pressure: 'light' } });
    expect(codes(limited, { pressure: 'medium' })).toContain('stack.breaks:stop');
    expect(codes(limited)).not.toContain('stack.breaks:stop');
  });
  it('says where tape marks, and where spray must not go', () => {
    expect(inHouse(tee, { hold: 'tape' })).toContain('stack.tape-marks:fix');
    expect(inHouse(blankOf('metal'), { hold: 'tape' })).not.toContain('stack.tape-marks:fix');
    expect(inHouse(tee, { hold: 'spray' })).toContain('stack.spray:note');
  });
  it('opens a window for what smells', () => {
    for (const family of ['neoprene', 'mat', 'faux leather', 'mouse pad'] as const)
      expect(codes(blankOf(family))).toContain('stack.fumes:note');
    expect(codes(tee)).not.toContain('stack.fumes:note');
  });
  it('leaves circuits to those who are licensed', () =>
    expect(findings(tee).find(({ code }) => code === 'stack.hot')?.remedy).toMatch(
      /licensed electrician and local code/,
    ));
  it('keeps the hinge of a clamshell in mind', () => expect(openEdges('clamshell').top).toBe(false));
});
