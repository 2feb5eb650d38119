import fc from 'fast-check';
import { boxTurned } from '../bed/index.js';
import {
  BUILT_IN_BLANKS,
  EMPTY_BLANK,
  makeTemplate,
  proposeBleed,
  templatesOf,
  type Blank,
  type KeepOutKind,
} from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import {
  areaOf,
  boundsOf,
  clipped,
  polygonOf,
  rectContains,
  rectPolygon,
  rectsOverlap,
  united,
  type Polygon,
} from '../geometry/index.js';
import { PRESS_KINDS, openEdges, USUAL_PRESS, type Press } from '../shop/index.js';
import {
  blankNamed,
  blankOf,
  checkedAs,
  pressFor,
  samplePlan,
  madeBlank as made,
  plateOf as plate,
  samplePress,
} from '../testing/index.js';
import { checkBedOf, checkStack, planStack, toleranceOf, type StackPlan } from './index.js';
import { unitPrinter } from '../units/index.js';

const print = unitPrinter({ length: 'mm', temperature: 'F', pressure: 'psi' });
const inch = 25.4;

const sectionsOf = (blank: Blank, press: Press) => samplePlan(blank, { press }).sides[0]?.bed.sections ?? null;

describe('the dial', () => {
  it('is corrected by what the press is off, and says what of the plate is even', () => {
    const checked = { ...samplePress, check: checkedAs(samplePress.platen, () => 194) };
    const { dial, settings, sides } = samplePlan(blankOf('tee'), { press: checked });
    expect(dial.value).toBeCloseTo(settings.temperature.value + 6, 2);
    expect(dial.why).toMatch(/6\sK below its dial/);
    expect(sides[0]?.bed.zone.width).toBeCloseTo(checked.platen.width, 3);
  });
  it('that cannot go high enough brings like work instead', () => {
    const cool = { ...samplePress, heatLimit: 200, check: checkedAs(samplePress.platen, () => 190) };
    const { dial, settings } = samplePlan(blankOf('cushion'), { press: cool });
    expect(settings.temperature.value).toBe(190);
    expect(dial.value).toBeLessThanOrEqual(200);
    expect(settings.dwell.value).toBeGreaterThan(90);
  });
  it('of a press nobody checked is taken at its word', () =>
    expect(samplePlan(blankOf('tee')).dial).toMatchObject({ confidence: 'start', source: { kind: 'never checked' } }));
});

// Cases of common practice, no published source; the bounds are counts of places no two of which one pressing holds.
describe('sections', () => {
  it('an 18 × 27 in mat on 16 × 20 in takes two', () => {
    const found = sectionsOf(
      made(27 * inch, 18 * inch, [], { family: 'mat', style: 'edge to edge' }),
      plate(16 * inch, 20 * inch),
    );
    expect([found?.sections.length, found?.bound]).toEqual([2, 2]);
  });
  it('a 24 × 36 in mat on it takes four, and no fewer do', () => {
    const found = sectionsOf(made(36 * inch, 24 * inch, [], { family: 'mat' }), plate(16 * inch, 20 * inch));
    expect([found?.sections.length, found?.bound]).toEqual([4, 4]);
  });
  it('a 40 × 40 cm cushion on 15 × 15 in takes four, and no fewer do', () => {
    const found = sectionsOf(made(400, 400), plate(15 * inch, 15 * inch));
    expect([found?.sections.length, found?.bound]).toEqual([4, 4]);
  });
  it('go there and back, each move to the place beside the last', () => {
    const found = sectionsOf(made(900, 700), plate(400, 400))?.sections ?? [];
    found.slice(1).forEach(({ area }, i) => {
      const before = found[i]?.area;
      expect(area.x === before?.x || area.y === before?.y).toBe(true);
    });
  });
  it('put their seams where the picture is quiet, and off a slot', () => {
    const busy = { across: (x: number) => (x > 380 && x < 520 ? 4 : 0), down: () => 0 };
    const wide = made(900, 300);
    const edges = (plan: ReturnType<typeof samplePlan>) =>
      (plan.sides[0]?.bed.sections?.sections ?? []).flatMap(({ area }) => [area.x, area.x + area.width]);
    const inside = (x: number) => x > 380 && x < 520;
    const blind = edges(samplePlan(wide, { press: plate(480, 400) })).filter(inside);
    expect(blind.length).toBeGreaterThan(0);
    const seen = edges(samplePlan(wide, { press: plate(520, 400), look: () => busy })).filter(inside);
    expect(seen).toEqual([]);
    const slot = made(900, 300, [], {
      sides: [
        {
          name: 'front',
          outline: { kind: 'rectangle', width: 900, height: 300, radius: 0 },
          keepOuts: [
            { kind: 'strap slot', hangsOff: false, area: rectPolygon({ x: 380, y: 100, width: 140, height: 20 }) },
          ],
        },
      ],
    });
    expect(edges(samplePlan(slot, { press: plate(520, 400) })).filter(inside)).toEqual([]);
  });
  it('say how far the blank hangs out, and that it is held up', () => {
    const mat = blankNamed('Door mat, rubber border');
    const plan = samplePlan(mat);
    const bed = plan.sides[0]?.bed;
    expect(Math.max(...Object.values(bed?.hangsOut ?? {}))).toBeGreaterThan(150);
    expect(checkStack(plan, mat, print).map(({ code }) => code)).toContain('stack.support');
    const tabled = samplePlan(mat, { press: { ...samplePress, table: 900 } });
    expect(checkStack(tabled, mat, print).map(({ code }) => code)).not.toContain('stack.support');
  });
});

describe('several pieces at once', () => {
  it('two socks, and six coasters', () => {
    const atOnce = (blank: Blank, pieces: number) => samplePlan(blank, { pieces }).sides[0]?.bed.bed?.pieces.length;
    expect(atOnce(blankOf('sock'), 9)).toBe(2);
    expect(atOnce(blankNamed('Neoprene coaster, round'), 6)).toBe(6);
  });
});

describe('a place chosen by hand', () => {
  const pouch = made(200, 150, [['zip', 10]], { layers: [1, 1] });
  const laid = (x: number, y: number, turn: 0 | 90 | 180 | 270 = 0) =>
    samplePlan(pouch, { overrides: { places: [{ x, y, turn }] } });
  const codes = (plan: ReturnType<typeof samplePlan>) => checkStack(plan, pouch, print).map(({ code }) => code);
  it('is kept as it is, and what it breaks is told', () => {
    const good = samplePlan(pouch).sides[0]?.bed.bed?.pieces[0];
    expect(good).toBeDefined();
    const same = laid(good?.print.x ?? 0, good?.print.y ?? 0, good?.turn);
    expect(same.sides[0]?.bed.bed).toMatchObject({ hangs: 'off', faults: [] });
    const off = laid(-50, 100);
    expect(off.sides[0]?.bed.bed?.pieces[0]?.print).toMatchObject({ x: -50, y: 100 });
    expect(codes(off)).toContain('stack.off-plate');
    // In the middle of the plate the zip lies on it; on its pad it takes no pressure, without one it does.
    expect(laid(100, 180).sides[0]?.bed.bed?.hangs).toBe('beside');
    const bare = samplePlan({ ...pouch, jig: 'Frame' }, { overrides: { places: [{ x: 100, y: 180, turn: 0 }] } });
    expect(bare.sides[0]?.bed.bed?.hangs).toBe('pressed');
  });
  it('runs into the frame of a clamshell at its back', () => {
    const shell = { ...samplePress, open: openEdges('clamshell') };
    const plan = samplePlan(pouch, { press: shell, overrides: { places: [{ x: 100, y: 2, turn: 180 }] } });
    expect(codes(plan)).toContain('stack.against-frame');
  });
  it('beyond the even part says how uneven it is there', () => {
    const tilted = { ...samplePress, check: checkedAs(samplePress.platen, (_x, y) => 210 - y / 20) };
    const plan = samplePlan(pouch, { press: tilted, overrides: { places: [{ x: 100, y: 340, turn: 0 }] } });
    expect(plan.sides[0]?.bed.bed?.faults).toEqual(['beyond the even part']);
    expect(codes(plan)).toContain('stack.uneven');
  });
  it('is of no account for what is larger than the plate: that is pressed in sections', () => {
    const mat = blankNamed('Door mat, rubber border');
    const plan = samplePlan(mat, { overrides: { places: [{ x: 100, y: 180, turn: 0 }] } });
    expect(plan.sides[0]?.bed).toEqual(samplePlan(mat).sides[0]?.bed);
    expect(plan.sides[0]?.bed.sections?.sections).toHaveLength(2);
  });
  it('is of one side; the others lie where they lie best, and what it breaks is told of that side', () => {
    const [front] = pouch.sides;
    if (!front) throw new Error('a pouch has a side');
    const two = { ...pouch, sides: [front, { ...front, name: 'back' }] };
    const plan = samplePlan(two, { overrides: { places: [null, { x: -50, y: 100, turn: 0 }] } });
    expect(plan.sides[0]?.bed).toEqual(samplePlan(two).sides[0]?.bed);
    expect(plan.sides[1]?.bed.bed?.faults).toContain('off the plate');
    const off = (findings: Finding[]) => findings.filter(({ code }) => code === 'stack.off-plate');
    expect(off(checkStack(plan, two, print)).map(({ title }) => title)).toEqual([
      'The print was laid beyond the plate (back)',
    ]);
    expect(off(checkBedOf(plan, two, print, 0))).toEqual([]);
    expect(off(checkBedOf(plan, two, print, 1))).toHaveLength(1);
    expect(() => checkBedOf(plan, two, print, 2)).toThrow(RangeError);
    const both = samplePlan(two, { overrides: { places: [0, 1].map(() => ({ x: -50, y: 100, turn: 0 })) } });
    expect(off(checkStack(both, two, print)).map(({ title }) => title)).toEqual([
      'The print was laid beyond the plate',
    ]);
  });
  it('moves a pair together', () => {
    const sock = blankOf('sock');
    const pair = samplePlan(sock, { pieces: 4 }).sides[0]?.bed.bed?.pieces ?? [];
    const [first] = pair;
    const place = { x: (first?.print.x ?? 0) + 10, y: first?.print.y ?? 0, turn: first?.turn ?? 0 };
    const moved = samplePlan(sock, { pieces: 4, overrides: { places: [place] } }).sides[0]?.bed.bed?.pieces ?? [];
    expect(moved.map(({ print: { x } }) => x)).toEqual(pair.map(({ print: { x } }) => x + 10));
  });
});

describe('whatever is planned', () => {
  const size = fc.integer({ min: 40, max: 900 });
  const kinds = fc.constantFrom<KeepOutKind>('zip', 'collar', 'buckle');
  const blanks = fc.record({
    width: size,
    height: size,
    style: fc.constantFrom('spot' as const, 'edge to edge' as const),
    beside: fc.array(fc.tuple(kinds, fc.integer({ min: 0, max: 90 })), { maxLength: 2 }),
    double: fc.boolean(),
    circle: fc.boolean(),
  });
  const presses = fc.record({
    width: fc.integer({ min: 120, max: 600 }),
    depth: fc.integer({ min: 120, max: 600 }),
    slope: fc.integer({ min: -12, max: 12 }),
    checked: fc.boolean(),
    kind: fc.constantFrom(...PRESS_KINDS),
  });
  const run = (check: (plan: StackPlan, blank: Blank, press: Press) => void) =>
    fc.assert(
      fc.property(blanks, presses, fc.integer({ min: 1, max: 8 }), (b, p, pieces) => {
        const plain = made(b.width, b.height, b.beside, { style: b.style, layers: b.double ? [1, 1] : [1] });
        const blank = b.circle
          ? {
              ...plain,
              sides: plain.sides.map((side) => ({
                ...side,
                outline: { kind: 'ellipse' as const, width: b.width, height: b.height },
              })),
            }
          : plain;
        const platen = { width: p.width, depth: p.depth };
        const press: Press = {
          ...samplePress,
          ...USUAL_PRESS,
          kind: p.kind,
          platen,
          open: openEdges(p.kind),
          check: p.checked ? checkedAs(platen, (x) => 200 + (p.slope * x) / p.width) : null,
        };
        check(samplePlan(blank, { press, pieces }), blank, press);
      }),
      { numRuns: 60 },
    );
  /** No hang-off under pressure without a stop, and none on the plate without saying so. */
  function hangsOff(plan: StackPlan, blank: Blank, press: Press): void {
    const codes = checkStack(plan, blank, print).map(({ code, severity }) => `${code}:${severity}`);
    const bed = plan.sides[0]?.bed;
    if (!bed?.bed) return;
    const over = blank.style === 'edge to edge' ? 0 : proposeBleed(blank).value;
    const whole = { x: 0, y: 0, width: press.platen.width, height: press.platen.depth };
    for (const piece of bed.bed.pieces)
      for (const { area, kind } of blank.sides[0]?.keepOuts ?? []) {
        const box = boundsOf(area);
        const from = { ...box, x: box.x + over, y: box.y + over };
        if (!rectsOverlap(boxTurned(from, bed.print, piece.turn, piece.print.x, piece.print.y), whole)) continue;
        expect(bed.bed.onPlate).toContain(kind);
        expect(bed.bed.hangs).not.toBe('off');
        if (bed.bed.hangs === 'pressed') expect(codes).toContain('stack.hang-off:stop');
      }
  }
  /** No print is left uncovered by its sections, and none takes fewer than the bound. */
  function covers(plan: StackPlan, blank: Blank): void {
    const [template] = templatesOf(blank, proposeBleed(blank).value);
    const sections = plan.sides[0]?.bed.sections;
    if (!sections || !template) return;
    const outline: Polygon = blank.style === 'edge to edge' ? polygonOf(template.outline) : template.bleedPolygon;
    const covered = united(sections.sections.flatMap(({ area }) => clipped([outline], rectPolygon(area))));
    const sum = covered.reduce((all, polygon) => all + areaOf(polygon), 0);
    expect(Math.abs(sum)).toBeGreaterThan(Math.abs(areaOf(outline)) - 1);
    expect(sections.sections.length).toBeGreaterThanOrEqual(sections.bound);
  }
  /** No print lies beyond the even part without saying how uneven it is there. */
  function even(plan: StackPlan, blank: Blank): void {
    const bed = plan.sides[0]?.bed;
    if (!bed?.bed || !bed.usable) return;
    const inside = bed.bed.pieces.every((piece) => rectContains(bed.zone, piece.print, 1e-3));
    expect(inside || bed.uneven !== null).toBe(true);
    if (inside) expect(bed.usable.hottest - bed.usable.coolest).toBeLessThanOrEqual(2 * toleranceOf(blank) + 1e-6);
  }
  it('no hang-off is pressed unsaid, no print left uncovered by its sections, and none laid where the plate is uneven unsaid', () =>
    run((plan, blank, press) => {
      hangsOff(plan, blank, press);
      covers(plan, blank);
      even(plan, blank);
    }));
});

describe('bad input', () => {
  it('a blank without a side that is pressed is no plan', () =>
    expect(() => planStack({ blank: made(100, 100), templates: [], press: samplePress, overrides: {} })).toThrow(
      /one template a side, got 0 for 1 sides/,
    ));
  it('a blank larger than anything is pressed in many sections, or the plate is said to be too small', () => {
    const huge = made(3000, 3000);
    const found = sectionsOf(huge, samplePress);
    expect(found?.sections.length).toBeGreaterThanOrEqual(found?.bound ?? Infinity);
    const tiny = samplePlan(huge, { press: plate(5, 5) });
    expect(tiny.sides[0]?.bed.sections).toBeNull();
    expect(checkStack(tiny, huge, print).map(({ code, severity }) => `${code}:${severity}`)).toContain(
      'stack.platen:stop',
    );
  });
  it('a blank nobody has said anything of is planned from the chart alone', () => {
    const empty: Blank = { ...EMPTY_BLANK, id: 'e', version: 1, builtIn: false };
    expect(samplePlan(empty).settings.temperature.source.kind).toBe('reference chart');
  });
  it('a check without a reading, or with one of 9999, leaves a plan, and says so', () => {
    const check = checkedAs(samplePress.platen, () => 200);
    const empty = { ...samplePress, check: { ...check, readings: [] } };
    const plan = samplePlan(blankOf('tee'), { press: empty });
    expect(plan.dial.value).toBe(plan.settings.temperature.value);
    expect(checkStack(plan, blankOf('tee'), print).map(({ code }) => code)).toContain('stack.no-readings');
    const wild = {
      ...samplePress,
      check: { ...check, readings: [...check.readings, { x: 50, y: 50, celsius: 9999 }] },
    };
    const mended = samplePlan(blankOf('tee'), { press: wild });
    expect(mended.dial.value).toBeCloseTo(mended.settings.temperature.value, 2);
    expect(checkStack(mended, blankOf('tee'), print).map(({ code }) => code)).toContain('stack.refused-reading');
  });
  it('every built-in blank has a plan on the press it goes into, without a stop', () => {
    for (const blank of BUILT_IN_BLANKS)
      expect(checkStack(samplePlan(blank), blank, print).filter(({ severity }) => severity === 'stop')).toEqual([]);
    expect(pressFor(blankOf('mug')).kind).toBe('mug press');
    expect(makeTemplate({ kind: 'ellipse', width: 50, height: 50 }, 2).width).toBe(50);
  });
});
