import fc from 'fast-check';
import { differenceD, FillRule } from 'clipper2-ts';
import { areaOf, boundsOf, rectPolygon, type Polygon } from '../geometry/index.js';
import { fewestWindows } from '../peers/index.js';
import { LEAST_OVERLAP, planSections } from './index.js';

const zone = { width: 380, height: 480 };
const planned = (outline: Polygon) => {
  const found = planSections({ outline, box: boundsOf(outline), zone, overlap: LEAST_OVERLAP }, areaOf(outline));
  if (!found) throw new Error('the zone is large enough');
  return found;
};
/** What of an outline no section presses, mm², by another library. */
const bare = (outline: Polygon, sections: readonly { area: Parameters<typeof rectPolygon>[0] }[]): number =>
  differenceD([[...outline]], sections.map(({ area }) => [...rectPolygon(area)]), FillRule.NonZero, 4) // prettier-ignore
    .reduce((sum, path) => sum + areaOf(path), 0);
/** A star of so many points. */
const star = (points: number, outer: number, inner: number): Polygon =>
  Array.from({ length: 2 * points }, (_, i) => {
    const angle = (Math.PI * i) / points - Math.PI / 2;
    const reach = i % 2 === 0 ? outer : inner;
    return { x: outer + reach * Math.cos(angle), y: outer + reach * Math.sin(angle) };
  });

describe('sections of odd outlines', () => {
  it('follow the outline: a star takes ten, where rows and columns of its box take sixteen', () => {
    const outline = star(5, 900, 380);
    const { sections, bound } = planned(outline);
    expect(bare(outline, sections)).toBeLessThan(1);
    expect(sections.length).toBeLessThanOrEqual(10);
    expect(bound).toBeGreaterThanOrEqual(8);
  });
  const shirt = [[200, 0], [600, 0], [800, 150], [700, 300], [620, 250], [620, 900], [180, 900], [180, 250], [100, 300], [0, 150]].map(([x = 0, y = 0]) => ({ x, y })); // prettier-ignore
  it.each([
    ['a shirt', shirt],
    ['a shirt four tenths larger', shirt.map(({ x, y }) => ({ x: 1.4 * x, y: 1.4 * y }))],
    ['a star of six', star(6, 800, 300)],
  ])('take as few over %s as an integer program says (HiGHS)', async (_, outline) => {
    const least = await fewestWindows(outline, zone, LEAST_OVERLAP);
    if (least === 'too long') throw new Error('it takes well under a second');
    const { sections, bound } = planned(outline);
    expect(sections).toHaveLength(least.windows.length);
    expect(bound).toBeLessThanOrEqual(least.windows.length);
  });
  it('take as few as the arms of an L say, and prove it', () => {
    // 1300 × 300 and 320 × 800 more: by hand, three along the one and two down the other.
    const outline = [
      { x: 0, y: 0 },
      { x: 1300, y: 0 },
      { x: 1300, y: 300 },
      { x: 320, y: 300 },
      { x: 320, y: 1100 },
      { x: 0, y: 1100 },
    ];
    const { sections, bound } = planned(outline);
    expect([sections.length, bound]).toEqual([5, 5]);
  });
  it('press all of any outline, no fewer than the bound, and each with the zone as it is or across', () => {
    const reach = fc.array(fc.integer({ min: 150, max: 900 }), { minLength: 5, maxLength: 9 });
    fc.assert(
      fc.property(reach, (list) => {
        const outline = list.map((r, i) => {
          const angle = (2 * Math.PI * i) / list.length;
          return { x: 900 + r * Math.cos(angle), y: 900 + r * Math.sin(angle) };
        });
        const { sections, bound } = planned(outline);
        expect(bare(outline, sections)).toBeLessThan(1);
        expect(sections.length).toBeGreaterThanOrEqual(bound);
        for (const { area, turned } of sections) {
          const [w, h] = turned ? [zone.height, zone.width] : [zone.width, zone.height];
          expect([area.width, area.height]).toEqual([expect.closeTo(w, 6), expect.closeTo(h, 6)]);
        }
      }),
      { numRuns: 12 },
    );
  });
});
