import fc from 'fast-check';
import { LEAST_OVERLAP, movedSection } from '../bed/index.js';
import type { Press } from '../shop/index.js';
import { checkedAs, madeBlank, plateOf, samplePlan } from '../testing/index.js';
import { unitPrinter } from '../units/index.js';
import { checkBedOf, type Overrides } from './index.js';

const print = unitPrinter({ length: 'mm', temperature: 'F', pressure: 'psi' });
const inch = 25.4;

describe('a mat on a plate that is not even', () => {
  /** Colder to the front by so much over its depth, °C. */
  const tilted = (by: number): Press => {
    const press = plateOf(16 * inch, 20 * inch);
    return { ...press, check: checkedAs(press.platen, (_x, y) => 200 - (y / press.platen.depth) * by) };
  };
  const mat = madeBlank(27 * inch, 18 * inch, [], { family: 'mat', style: 'edge to edge' });
  const bedFor = (press: Press, overrides: Overrides = {}) => samplePlan(mat, { press, overrides }).sides[0]?.bed;
  it('is pressed in two where that costs little evenness, in more where it costs much, and either way is offered with what it risks', () => {
    const little = bedFor(tilted(14));
    expect(little?.way).toMatchObject({ on: 'whole', count: 2 });
    expect(little?.sections?.sections).toHaveLength(2);
    expect(little?.otherWay?.count).toBeGreaterThan(2);
    expect((little?.way?.hottest ?? 0) - (little?.way?.coolest ?? 0)).toBeGreaterThan(10);
    const much = bedFor(tilted(40));
    expect(much?.way?.on).toBe('even');
    expect(much?.otherWay).toMatchObject({ on: 'whole', count: 2 });
    expect(much?.uneven).toBeNull();
  });
  it('is pressed as it was asked, and what is uneven then is said', () => {
    const press = tilted(40);
    const asked = bedFor(press, { sectioning: 'whole' });
    expect([asked?.way?.on, asked?.sections?.sections.length]).toEqual(['whole', 2]);
    const plan = samplePlan(mat, { press, overrides: { sectioning: 'whole' } });
    expect(checkBedOf(plan, mat, print, 0).map(({ code }) => code)).toContain('stack.uneven');
    expect(bedFor(tilted(14), { sectioning: 'even' })?.way?.on).toBe('even');
  });
  it('keeps a seam where it was put, as far as no gap is left', () =>
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 400 }), fc.integer({ min: 0, max: 1 }), (by, which) => {
        const press = plateOf(16 * inch, 20 * inch);
        const laid = bedFor(press)?.sections;
        const moved = laid && movedSection(laid, which, { x: by, y: 0 });
        if (!moved) throw new Error('it is pressed in rows and columns');
        const sections = bedFor(press, { seams: [moved] })?.sections;
        expect(sections?.sections).toHaveLength(2);
        const [one, other] = sections?.sections ?? [];
        if (!one || !other) throw new Error('there are two');
        const [left, right] = one.area.x < other.area.x ? [one, other] : [other, one];
        expect(left.area.x).toBeLessThanOrEqual(0);
        expect(left.area.x + left.area.width - right.area.x).toBeGreaterThanOrEqual(LEAST_OVERLAP - 1e-6);
        expect(right.area.x + right.area.width).toBeGreaterThanOrEqual(27 * inch - 1e-6);
      }),
    ));
  it('moves a seam by just what it was dragged where there is room', () => {
    const press = plateOf(16 * inch, 20 * inch);
    const laid = bedFor(press)?.sections;
    const right = Math.max(...(laid?.sections ?? []).map(({ area }) => area.x));
    const which = laid?.sections.findIndex(({ area }) => area.x === right) ?? -1;
    const grid = laid && movedSection(laid, which, { x: 40, y: 0 });
    const xs = (bedFor(press, { seams: [grid ?? null] })?.sections?.sections ?? []).map(({ area }) => area.x);
    expect(Math.max(...xs)).toBeCloseTo(Math.round(right + 40), 6);
  });
  it('forgets seams of another number of pressings', () => {
    const seams = [{ turned: false, across: [0, 100, 200], down: [0] }];
    expect(bedFor(plateOf(16 * inch, 20 * inch), { seams })?.sections?.sections).toHaveLength(2);
  });
});
