import fc from 'fast-check';
import {
  applyTo,
  areaOf,
  boundsOf,
  chain,
  determinant,
  growRect,
  grownBox,
  grownPolygon,
  inverse,
  offsetPolygon,
  perimeterOf,
  polygonContains,
  polygonOf,
  rectContains,
  rectsOverlap,
  rotation,
  rowSpans,
  scaling,
  translation,
  unionOf,
  type Outline,
} from './index.js';

const point = fc.record({
  x: fc.double({ min: -500, max: 500, noNaN: true }),
  y: fc.double({ min: -500, max: 500, noNaN: true }),
});

describe('transform', () => {
  it('does the first map first', () => {
    const t = chain(scaling(2), translation(10, 0));
    expect(applyTo(t, { x: 3, y: 4 })).toEqual({ x: 16, y: 8 });
  });
  it('turns quarters onto whole numbers, clockwise as seen', () =>
    expect(applyTo(rotation(90), { x: 1, y: 0 })).toEqual({ x: 0, y: 1 }));
  it('comes back by its inverse', () => {
    fc.assert(
      fc.property(
        point,
        fc.double({ min: -360, max: 360, noNaN: true }),
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        (p, angle, s) => {
          const t = chain(scaling(-s, s), rotation(angle), translation(p.y, p.x));
          const back = applyTo(inverse(t), applyTo(t, p));
          expect(back.x).toBeCloseTo(p.x, 6);
          expect(back.y).toBeCloseTo(p.y, 6);
          expect(determinant(t)).toBeLessThan(0);
        },
      ),
    );
  });
  it('refuses to invert a flattening', () => expect(() => inverse(scaling(0, 1))).toThrow(/determinant 0/));
});

describe('rect', () => {
  const a = { x: 0, y: 0, width: 10, height: 10 };
  it('tells overlap from touching', () => {
    expect(rectsOverlap(a, { x: 10, y: 0, width: 5, height: 5 })).toBe(false);
    expect(rectsOverlap(a, { x: 9, y: 9, width: 5, height: 5 })).toBe(true);
  });
  it('grows, contains and unites', () => {
    expect(growRect(a, 2)).toEqual({ x: -2, y: -2, width: 14, height: 14 });
    expect(rectContains(growRect(a, 1), a)).toBe(true);
    expect(rectContains(a, growRect(a, 1))).toBe(false);
    expect(unionOf([a, { x: 20, y: -5, width: 1, height: 1 }])).toEqual({ x: 0, y: -5, width: 21, height: 15 });
    expect(() => boundsOf([])).toThrow(RangeError);
  });
});

describe('rowSpans', () => {
  it('says the same of a point as polygonContains', () => {
    const star = Array.from({ length: 10 }, (_, i) => ({
      x: 50 + Math.cos((i * Math.PI) / 5) * (i % 2 ? 20 : 48),
      y: 50 + Math.sin((i * Math.PI) / 5) * (i % 2 ? 20 : 48),
    }));
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (x, y) => {
          expect(rowSpans(star, y).some(({ from, to }) => x >= from && x < to)).toBe(polygonContains(star, { x, y }));
        },
      ),
    );
  });
});

describe('outline', () => {
  const convex = (o: Outline) => ({ area: areaOf(polygonOf(o)), perimeter: perimeterOf(polygonOf(o)) });
  const shapes: Outline[] = [
    { kind: 'rectangle', width: 100, height: 60, radius: 12 },
    { kind: 'ellipse', width: 80, height: 50 },
    {
      kind: 'polygon',
      points: [
        { x: 0, y: 0 },
        { x: 90, y: 0 },
        { x: 110, y: 60 },
        { x: -10, y: 50 },
      ],
    },
  ];
  // Closed form: a convex outline grown by r gains perimeter × r + π r² of area.
  it.each(shapes)('grows $kind by the closed form', (shape) => {
    const r = 7;
    const { area, perimeter } = convex(shape);
    const grown = areaOf(grownPolygon(shape, r));
    const expected = area + perimeter * r + Math.PI * r * r;
    expect(Math.abs(grown - expected) / expected).toBeLessThan(2e-4);
  });
  it('matches the closed forms of circle and rounded rectangle', () => {
    const circle = areaOf(polygonOf({ kind: 'ellipse', width: 100, height: 100 }));
    expect(Math.abs(circle - Math.PI * 2500) / (Math.PI * 2500)).toBeLessThan(3e-4);
    const rounded = areaOf(polygonOf({ kind: 'rectangle', width: 100, height: 60, radius: 10 }));
    expect(rounded).toBeCloseTo(6000 - (4 - Math.PI) * 100, 0);
  });
  it('keeps square corners square', () => {
    const grown = grownPolygon({ kind: 'rectangle', width: 101.6, height: 69.85, radius: 0 }, 3.175);
    expect(areaOf(grown)).toBeCloseTo(107.95 * 76.2, 2);
    expect(grown).toHaveLength(4);
  });
  it('vanishes when shrunk by more than it has', () =>
    expect(offsetPolygon(polygonOf({ kind: 'rectangle', width: 10, height: 10, radius: 0 }), -6)).toEqual([]));
  it('always contains what it grew from', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 400, noNaN: true }),
        fc.double({ min: 5, max: 400, noNaN: true }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        (width, height, by) => {
          const outline: Outline = { kind: 'rectangle', width, height, radius: Math.min(width, height) / 5 };
          const grown = grownPolygon(outline, by);
          expect(polygonOf(outline).every((p) => polygonContains(grown, p))).toBe(true);
          const box = grownBox(outline, by);
          expect(box.width).toBeCloseTo(width + 2 * by, 1);
          expect(box.height).toBeCloseTo(height + 2 * by, 1);
        },
      ),
      { numRuns: 60 },
    );
  });
});
