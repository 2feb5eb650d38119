import fc from 'fast-check';
import { BUILT_IN_BLANKS, proposeBleed, templatesOf, type Blank, type Template } from '../blank/index.js';
import { TORN_GAP } from '../sheet/index.js';
import { SCHOOLS, USUAL_HOUSE, type HouseRules, type Pad, type Press } from '../shop/index.js';
import { lengthText, unitPrinter } from '../units/index.js';
import { blankNamed, blankOf, mugPress, pressFor, samplePlan, samplePress } from '../testing/index.js';
import {
  checkStack,
  INSERT_OVERHANG,
  layersOf,
  PAD_INSET,
  padOf,
  PAPER_OVERHANG,
  stackThickness,
  wayUpOf,
} from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'C', pressure: 'kPa' });
const templateOf = (blank: Blank) => templatesOf(blank, proposeBleed(blank).value)[0] as Template;
const layers = (blank: Blank, house: Partial<HouseRules> = {}, press = pressFor(blank)) =>
  layersOf(blank, templateOf(blank), { ...USUAL_HOUSE, ...house }, press);
const roles = (blank: Blank, house: Partial<HouseRules> = {}) => layers(blank, house).map(({ role }) => role);
const named = (blank: Blank, role: string, house: Partial<HouseRules> = {}) =>
  layers(blank, house).find((layer) => layer.role === role);

describe('the layers', () => {
  it('go from the upper plate to the lower, the print facing down into the cloth', () => {
    const all = roles(blankOf('tee'));
    expect(all[0]).toBe('upper plate');
    expect(all.at(-1)).toBe('lower plate');
    expect(all.indexOf('transfer')).toBe(all.indexOf('blank') - 1);
    expect(named(blankOf('tee'), 'transfer')?.faces).toBe('down');
  });
  it('put an insert into everything of two layers, unless a jig is in it', () => {
    expect(roles(blankOf('tee'))).toContain('insert');
    expect(roles(blankOf('sock'))).toContain('jig');
    expect(roles(blankOf('sock'))).not.toContain('insert');
    expect(roles(blankOf('mat'))).not.toContain('insert');
  });
  // Common practice, no published source: mouse pads and tiles lie face down, a tile on silicone, a pad on cloth.
  it('lay a mouse pad and a tile face down on the transfer, whose print faces up', () => {
    for (const [family, under] of [
      ['mouse pad', 'Cloth'],
      ['tile', 'Silicone pad'],
    ] as const) {
      const all = roles(blankOf(family));
      expect(all.indexOf('transfer')).toBe(all.indexOf('blank') + 1);
      expect(named(blankOf(family), 'transfer')?.faces).toBe('up');
      expect(named(blankOf(family), 'pad')?.name).toBe(under);
      expect(wayUpOf(blankOf(family), USUAL_HOUSE).value).toBe('face down');
    }
  });
  it('turn a neoprene sleeve over where the house does so: its far layer lies on top then', () => {
    const sleeve = blankNamed('Neoprene bottle sleeve');
    expect(roles(sleeve).indexOf('transfer')).toBeLessThan(roles(sleeve).indexOf('blank'));
    const over = roles(sleeve, { sleeves: 'face down' });
    expect(over.slice(2, 6)).toEqual(['blank, far layer', 'insert', 'blank', 'transfer']);
    expect(roles(blankOf('tee'), { sleeves: 'face down' })).toEqual(roles(blankOf('tee')));
  });
  it('wrap a mug in its element: nothing lies below it', () =>
    expect(layers(blankOf('mug'), {}, mugPress).map(({ name }) => name)).toEqual([
      'Element',
      'Cover sheet',
      'Transfer',
      'Mug',
    ]));
  it('fold one sheet round a sock that is flipped, and lay half a transfer on one that is rolled', () => {
    const faces = (socks: HouseRules['socks']) =>
      layers(blankOf('sock'), { socks }).flatMap((layer) => (layer.faces ? [layer.faces] : []));
    expect(faces('flip')).toEqual(['down', 'up']);
    expect(faces('roll')).toEqual(['down']);
  });
  it('press sequins on a pillow under a non-stick sheet, and shirts for sport on foam', () => {
    expect(roles(blankOf('sequin')).slice(0, 3)).toEqual(['upper plate', 'non-stick sheet', 'cover sheet']);
    expect(named(blankOf('sequin'), 'pad')?.name).toBe('Pressing pillow');
    expect(named(blankOf('performance'), 'pad')?.name).toBe('Foam pad');
    expect(named(blankOf('performance'), 'pad', { pad: 'rubber' })?.name).toBe('Foam pad');
  });
  it('say how the transfer is held: hard goods by tape', () => {
    expect(named(blankOf('tee'), 'transfer')?.detail).toBe('print faces down, sprayed');
    expect(named(blankOf('tee'), 'transfer', { hold: 'nothing' })?.detail).toBe('print faces down, not held');
    expect(named(blankOf('metal'), 'transfer', { hold: 'nothing' })?.detail).toBe('print faces down, taped');
  });
  it('say which paper, and when it is torn', () => {
    expect(named(blankOf('tee'), 'cover sheet', { paper: 'parchment' })?.detail).toBe('fresh parchment');
    expect(named(blankOf('tee'), 'base sheet', { reuse: 'same design' })?.detail).toMatch(/fresh for each design/);
    expect(named(blankOf('tee'), 'transfer', { lines: 'torn edge' })?.detail).toMatch(/edges torn/);
  });
  it('take the non-stick sheet where the house has it', () => {
    const cushion = blankOf('cushion');
    expect(roles(cushion, { nonStick: 'cover' }).slice(0, 3)).toEqual([
      'upper plate',
      'non-stick sheet',
      'cover sheet',
    ]);
    expect(roles(cushion, { nonStick: 'lower wrap' }).slice(-2)).toEqual(['non-stick sheet', 'lower plate']);
    expect(roles(cushion, { nonStick: 'on the print' })).not.toContain('cover sheet');
    expect(roles(cushion)).not.toContain('non-stick sheet');
  });
  it('are as thick as they are together, plates apart and foam squeezed', () =>
    expect(stackThickness(layers(blankOf('performance')))).toBeCloseTo(0.1 * 4 + 0.35 * 2 + 8, 6));
});

describe('no sheet is smaller than its rule', () => {
  const house = fc.record(
    Object.fromEntries(
      Object.entries(SCHOOLS).map(([key, { schools }]) => [key, fc.constantFrom(...schools.map(({ value }) => value))]),
    ),
  ) as unknown as fc.Arbitrary<HouseRules>;
  const pads = fc.array(
    fc.record({
      kind: fc.constantFrom('foam' as const, 'rubber' as const, 'silicone' as const),
      width: fc.integer({ min: 20, max: 500 }),
      depth: fc.integer({ min: 20, max: 500 }),
      thickness: fc.integer({ min: 2, max: 30 }),
    }),
    { maxLength: 6 },
  );
  it('whatever the goods, the schools and the pads at hand', () =>
    fc.assert(
      fc.property(fc.constantFrom(...BUILT_IN_BLANKS), house, pads, (blank, rules, at) => {
        const template = templateOf(blank);
        const { width, height } = template.bleedBox;
        for (const { role, size } of layersOf(blank, template, rules, { ...pressFor(blank), pads: at })) {
          if (!size) continue;
          const least = (by: number) => {
            expect(size.width).toBeGreaterThanOrEqual(width + 2 * by);
            expect(size.height).toBeGreaterThanOrEqual(height + 2 * by);
          };
          if (role === 'cover sheet' || role === 'base sheet') least(PAPER_OVERHANG);
          if (role === 'insert') least(INSERT_OVERHANG);
          if (role === 'transfer') least(0);
          if (role === 'pad' && blank.family !== 'mouse pad') {
            expect(size.width).toBeLessThanOrEqual(template.width - 2 * PAD_INSET);
            expect(size.height).toBeLessThanOrEqual(template.height - 2 * PAD_INSET);
          }
        }
      }),
    ));
});

describe('the pad', () => {
  const cushion = blankOf('cushion');
  const at = (pads: Pad[]) => padOf(cushion, templateOf(cushion), USUAL_HOUSE, { ...samplePress, pads });
  it('is the largest at hand that stays inside, when it is nearly as large as it may be', () =>
    expect(
      at([
        { kind: 'foam', width: 380, depth: 360, thickness: 12 },
        { kind: 'foam', width: 340, depth: 360, thickness: 12 },
      ]),
    ).toMatchObject({
      width: 340,
      height: 360,
      thickness: 12,
      detail: `at hand, ${lengthText(12)} thick`,
    }));
  it('is cut to size when the ones at hand are too large, too small or of another kind', () => {
    for (const pad of [
      { kind: 'foam', width: 400, depth: 400, thickness: 10 },
      { kind: 'foam', width: 100, depth: 100, thickness: 10 },
      { kind: 'rubber', width: 360, depth: 360, thickness: 10 },
    ] as const)
      expect(at([pad])).toMatchObject({ kind: 'foam', width: 368, height: 368, detail: expect.stringMatching(/cut/) });
  });
  it('is not wanted under a jig, a mat or anything hard but a tile', () => {
    for (const family of ['sock', 'mat', 'metal', 'ceramic coaster', 'faux leather'] as const)
      expect(padOf(blankOf(family), templateOf(blankOf(family)), USUAL_HOUSE, samplePress)).toBeNull();
  });
});

describe('a rim that is torn', () => {
  it('is paper of the transfer, and room on the sheet, of soft goods alone', () => {
    const size = (blank: Blank, lines: HouseRules['lines']) => named(blank, 'transfer', { lines })?.size;
    const [plain, torn] = [size(blankOf('tee'), 'pad'), size(blankOf('tee'), 'torn edge')];
    expect((torn?.width ?? 0) - (plain?.width ?? 0)).toBe(TORN_GAP);
    expect(size(blankOf('mug'), 'torn edge')).toEqual(size(blankOf('mug'), 'pad'));
  });
});

describe('a pad at hand', () => {
  const pillow = blankNamed('Cushion cover, long pile, 40 cm');
  const findings = (thickness: number) => {
    const press: Press = { ...pressFor(pillow), pads: [{ kind: 'foam', width: 360, depth: 360, thickness }] };
    return checkStack(samplePlan(pillow, { press }), pillow, print)
      .filter(({ code }) => code === 'stack.pad-thickness')
      .map(({ title }) => title);
  };
  it('is told of where it is notably thinner or thicker than usual', () => {
    // Foam of 10 mm under long pile: common practice, no published source.
    expect(findings(10)).toEqual([]);
    expect(findings(5)[0]).toMatch(/is 5 mm thick, usual is 10 mm/);
    expect(findings(16)[0]).toMatch(/is 16 mm thick/);
  });
});
