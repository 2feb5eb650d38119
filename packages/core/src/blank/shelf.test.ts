import { areaOf, boundsOf, perimeterOf, polygonContains, polygonOf } from '../geometry/index.js';
import { BUILT_IN_BLANKS, fitnessOf, makeTemplate, proposeBleed, templatesOf } from './index.js';

describe.each(BUILT_IN_BLANKS.map((blank) => [blank.name, blank] as const))('%s', (_, blank) => {
  it('has fibres that come to 100 %', () => {
    const { polyester, cotton, elastane, other } = blank.fibre;
    expect(polyester + cotton + elastane + other).toBeCloseTo(100, 1);
  });
  it('has sides with names of their own, at least as large as a thumb', () => {
    expect(new Set(blank.sides.map(({ name }) => name)).size).toBe(blank.sides.length);
    for (const { outline } of blank.sides) {
      const { width, height } = boundsOf(polygonOf(outline));
      expect(Math.min(width, height)).toBeGreaterThan(20);
    }
  });
  it('has a bleed round its print area that is as wide everywhere, and a safe line inside it', () => {
    const bleed = proposeBleed(blank).value;
    for (const { outline } of blank.sides) {
      const template = makeTemplate(outline, bleed, blank.safe);
      const polygon = polygonOf(outline);
      // Steiner (1840) for what is convex; what is hollow fills up, so that it is the most.
      const most = areaOf(polygon) + perimeterOf(polygon) * bleed + Math.PI * bleed * bleed;
      expect(areaOf(template.bleedPolygon)).toBeLessThanOrEqual(most * 1.001);
      expect(areaOf(template.bleedPolygon)).toBeGreaterThanOrEqual(areaOf(polygon) - 1e-6);
      if ((blank.safe ?? 0) > 0) expect(areaOf(template.safePolygon)).toBeLessThan(areaOf(polygon));
      for (const p of template.safePolygon) expect(polygonContains(template.bleedPolygon, p) || bleed === 0).toBe(true);
    }
  });
  it('has a template of each side', () =>
    expect(templatesOf(blank, proposeBleed(blank).value)).toHaveLength(blank.sides.length));
  it('takes dye as far as its polyester does', () => {
    const fit = fitnessOf(blank);
    expect(fit.why.length).toBeGreaterThan(10);
    if (blank.fibre.polyester >= 99) expect(fit.verdict).not.toBe('no');
  });
});
