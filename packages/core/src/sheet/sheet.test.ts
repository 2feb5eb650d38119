import fc from 'fast-check';
import { determinant, applyTo, rectContains, rectsOverlap } from '../geometry/index.js';
import { cutMarks, FOOT_STRIP, isLayout, layOut, templateToSheet, type Layout, type LayoutRequest } from './index.js';

const margins = { top: 3, right: 3.4, bottom: 12.7, left: 3.4 };
// ISO 216: A4 is 210 × 297 mm.
const a4 = { kind: 'cut' as const, width: 210, length: 297, margins };
const roll = { kind: 'roll' as const, width: 610, length: 3000, margins: { top: 5, right: 5, bottom: 5, left: 5 } };
const ask = (
  width: number,
  height: number,
  count: number,
  media: LayoutRequest['media'] = a4,
  gap = 8,
): LayoutRequest => ({ sizes: [{ width, height }], count, media, gap });
const laid = (request: LayoutRequest): Layout => {
  const outcome = layOut(request);
  if (!isLayout(outcome)) throw new Error('nothing fitted');
  return outcome;
};

describe('layOut', () => {
  it('says what a piece needs when it does not fit, and never scales it', () => {
    expect(layOut(ask(254, 200, 1))).toMatchObject({
      needs: { width: 262, height: 213 },
      has: { width: expect.closeTo(203.2, 6) as number },
    });
  });
  it('turns pieces where that saves paper', () => {
    // Upright one fits; turned, two.
    const { sheets, perSheet } = laid(ask(110, 180, 2));
    expect(perSheet).toBe(2);
    expect(sheets).toHaveLength(1);
    expect(sheets[0]?.placed.every((p) => p.turned)).toBe(true);
  });
  it('takes the shortest length of a roll', () => {
    const { sheets, bound } = laid(ask(180, 120, 6, roll));
    // Two rows of three: 2 × (120 + 8 + 5) mm, the foot and the margins.
    expect(sheets).toHaveLength(1);
    expect(sheets[0]?.height).toBeLessThanOrEqual(2 * 133 + FOOT_STRIP + 10 + 5);
    expect(bound).toBeLessThanOrEqual(2 * 133);
  });
  it('goes on with a second length when the roll’s own limit is reached', () => {
    const { sheets } = laid(ask(393, 393, 24, roll));
    expect(sheets.length).toBeGreaterThan(1);
    expect(sheets.every((sheet) => sheet.height <= 3000)).toBe(true);
  });
  it('never claims a bound above what it reached: a turned piece may need less room for its label', () => {
    const { sheets, bound } = laid(ask(178.8229764415014, 53.99890363360187, 8, a4, 13.082590534914779));
    expect(sheets.length).toBe(2);
    expect(bound).toBeLessThanOrEqual(2);
  });
  it('refuses counts and gaps that make no sense', () => {
    expect(() => layOut(ask(50, 50, 0))).toThrow(/got 0/);
    expect(() => layOut(ask(50, 50, 1.5))).toThrow(/got 1.5/);
    expect(() => layOut(ask(50, 50, 1, a4, 1))).toThrow(/got 1/);
  });

  const sizes = fc.double({ min: 12, max: 180, noNaN: true });
  it('keeps every piece once, inside the margins, apart from every other and from every label', () => {
    fc.assert(
      fc.property(
        sizes,
        sizes,
        fc.integer({ min: 1, max: 60 }),
        fc.boolean(),
        fc.double({ min: 6, max: 20, noNaN: true }),
        (width, height, count, cut, gap) => {
          const media = cut ? a4 : roll;
          const outcome = layOut(ask(width, height, count, media, gap));
          if (!isLayout(outcome)) return;
          const seen = outcome.sheets.flatMap((sheet) => sheet.placed.map((p) => p.index)).sort((a, b) => a - b);
          expect(seen).toEqual(Array.from({ length: count }, (_, i) => i));
          for (const sheet of outcome.sheets) {
            const { left, right, top, bottom } = media.margins;
            const printable = {
              x: left,
              y: top,
              width: sheet.width - left - right,
              height: sheet.height - top - bottom,
            };
            const wrong = sheet.placed.filter(
              (one, i) =>
                !rectContains(printable, one.box) ||
                !rectContains(printable, one.label) ||
                rectsOverlap(one.box, sheet.foot) ||
                sheet.placed.some(
                  (other, j) => rectsOverlap(one.label, other.box) || (i !== j && rectsOverlap(one.box, other.box)),
                ),
            );
            expect(wrong).toEqual([]);
          }
          const reached = cut ? outcome.sheets.length : outcome.sheets.reduce((sum, sheet) => sum + sheet.height, 0);
          expect(reached).toBeGreaterThanOrEqual(outcome.bound);
        },
      ),
      { numRuns: 80 },
    );
  });
});

describe('templateToSheet', () => {
  const bleedBox = { x: -5, y: -5, width: 110, height: 60 };
  const placed = (turned: boolean) => ({
    index: 0,
    turned,
    box: { x: 20, y: 30, width: turned ? 60 : 110, height: turned ? 110 : 60 },
    label: { x: 0, y: 0, width: 1, height: 1 },
  });
  it.each([true, false])('mirrors exactly once when Kanga owns the mirror (turned: %s)', (turned) => {
    expect(determinant(templateToSheet(placed(turned), bleedBox, 'kanga'))).toBeCloseTo(-1, 12);
    expect(determinant(templateToSheet(placed(turned), bleedBox, 'driver'))).toBeCloseTo(1, 12);
  });
  it.each([
    [true, 'kanga'],
    [false, 'kanga'],
    [true, 'driver'],
    [false, 'driver'],
  ] as const)('fills its box exactly (turned: %s, %s)', (turned, owner) => {
    const t = templateToSheet(placed(turned), bleedBox, owner);
    const corners = [
      { x: -5, y: -5 },
      { x: 105, y: 55 },
    ].map((p) => applyTo(t, p));
    const { box } = placed(turned);
    expect(Math.min(...corners.map((c) => c.x))).toBeCloseTo(box.x, 9);
    expect(Math.max(...corners.map((c) => c.x))).toBeCloseTo(box.x + box.width, 9);
    expect(Math.min(...corners.map((c) => c.y))).toBeCloseTo(box.y, 9);
    expect(Math.max(...corners.map((c) => c.y))).toBeCloseTo(box.y + box.height, 9);
  });
  it('puts the art’s left at the print’s right', () => {
    const t = templateToSheet(placed(false), bleedBox, 'kanga');
    expect(applyTo(t, { x: -5, y: 0 }).x).toBeCloseTo(130, 9);
  });
});

describe('cutMarks', () => {
  it('stay outside the piece and within half the gap', () => {
    const box = { x: 50, y: 50, width: 30, height: 20 };
    for (const mark of cutMarks(box, 8)) {
      for (const [x, y] of [
        [mark.x1, mark.y1],
        [mark.x2, mark.y2],
      ] as const) {
        const outside = Math.max(box.x - x, x - box.x - box.width, box.y - y, y - box.y - box.height);
        expect(outside).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(outside).toBeLessThanOrEqual(3.5 + 1e-9);
      }
    }
    expect(cutMarks(box, 8)).toHaveLength(8);
  });
});
