import { areaOf, boundsOf, type Outline, type Polygon } from '@kanga/core/geometry';
import type { KeepOut, Side } from '@kanga/core/blank';
import { MOST_SIDES, outlineActs, withMirroredSide } from './outline-acts.js';

const actOf = (label: string, unit: 'mm' | 'in' = 'mm') => {
  const found = outlineActs(unit).find((one) => one.label === label);
  if (!found) throw new Error(`there is no ${label}`);
  return found.act;
};
const polygon = (points: Polygon): Outline => ({ kind: 'polygon', points });
const rectangle: Outline = { kind: 'rectangle', width: 100, height: 60, radius: 0 };
const circle = (n: number, r: number): Polygon =>
  Array.from({ length: n }, (_, i) => ({
    x: r + r * Math.cos((2 * Math.PI * i) / n),
    y: r + r * Math.sin((2 * Math.PI * i) / n),
  }));

describe('what is done to an outline', () => {
  it('grows by the step of the shop’s ruler: a square corner grows round, or stays', () => {
    const grown = boundsOf(actOf('Grow 1 mm')(rectangle) ?? []);
    expect([grown.width, grown.height]).toEqual([expect.closeTo(102, 2), expect.closeTo(62, 2)]);
    const sixteenth = boundsOf(actOf('Grow 1/16 in', 'in')(rectangle) ?? []);
    // A sixteenth of an inch is 1.5875 mm, by the definition of the inch.
    expect(sixteenth.width).toBeCloseTo(100 + 2 * 1.5875, 2);
  });
  it('shrinks, and leaves alone what would be gone', () => {
    const less = boundsOf(actOf('Shrink 1 mm')(rectangle) ?? []);
    expect([less.width, less.height]).toEqual([expect.closeTo(98, 2), expect.closeTo(58, 2)]);
    expect(actOf('Shrink 1 mm')({ kind: 'rectangle', width: 100, height: 1.5, radius: 0 })).toBeNull();
  });
  it('simplifies step by step until nothing is worth taking, and stays within what it may', () => {
    let outline = polygon(circle(720, 80));
    let steps = 0;
    for (; steps < 20; steps++) {
      const next = actOf('Simplify')(outline);
      if (!next) break;
      expect(next.length).toBeLessThan(outline.kind === 'polygon' ? outline.points.length : 0);
      outline = polygon(next);
    }
    expect(steps).toBeGreaterThan(1);
    const points = outline.kind === 'polygon' ? outline.points : [];
    expect(points.length).toBeGreaterThanOrEqual(3);
    // A chord with a sagitta of 3 mm in a circle of 80 mm: the area is at least that of the polygon of such chords.
    expect(areaOf(points) / (Math.PI * 80 ** 2)).toBeGreaterThan(0.88);
  });
  it('makes it symmetric about its middle', () => {
    const crooked: Polygon = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 96, y: 60 },
      { x: 0, y: 60 },
    ];
    const mended = actOf('Symmetric')(polygon(crooked)) ?? [];
    const { x, width } = boundsOf(mended);
    const middle = x + width / 2;
    for (const p of mended) {
      const twin = mended.some((q) => Math.hypot(2 * middle - p.x - q.x, p.y - q.y) < 1e-6);
      expect(twin).toBe(true);
    }
  });
  it('squares up what was nearly square', () => {
    const nearly: Polygon = [
      { x: 0, y: 0.3 },
      { x: 100, y: 0 },
      { x: 100.2, y: 60 },
      { x: 0.2, y: 60.1 },
    ];
    const mended = actOf('Straighten')(polygon(nearly)) ?? [];
    expect(mended).toHaveLength(4);
    mended.forEach((p, i) => {
      const q = mended[(i + 1) % 4] ?? p;
      expect(Math.min(Math.abs(p.x - q.x), Math.abs(p.y - q.y))).toBeLessThan(0.01);
    });
  });
});

describe('one more side that mirrors another', () => {
  const slot: KeepOut = {
    kind: 'strap slot',
    hangsOff: false,
    area: [
      { x: 10, y: 5 },
      { x: 30, y: 5 },
      { x: 30, y: 9 },
    ],
  };
  const side = (name: string): Side => ({ name, outline: rectangle, keepOuts: [slot] });
  it('has its outline and its keep-outs the other way round, going round the same way', () => {
    const [, back] = withMirroredSide({ sides: [side('front')] }, 0);
    expect(back?.name).toBe('back');
    expect(back?.keepOuts[0]?.area).toEqual([
      { x: 70, y: 9 },
      { x: 70, y: 5 },
      { x: 90, y: 5 },
    ]);
    expect(boundsOf(back?.outline.kind === 'polygon' ? back.outline.points : [])).toMatchObject({
      width: 100,
      height: 60,
    });
  });
  it('is called what no side is called, and no more than a blank may have', () => {
    let sides: Side[] = [side('front'), side('back')];
    sides = withMirroredSide({ sides }, 0);
    expect(sides.map(({ name }) => name)).toEqual(['front', 'back', 'back 2']);
    sides = withMirroredSide({ sides }, 1);
    expect(sides).toHaveLength(MOST_SIDES);
    expect(withMirroredSide({ sides }, 0)).toHaveLength(MOST_SIDES);
    expect(withMirroredSide({ sides: [side('front')] }, 3)).toHaveLength(1);
  });
});
