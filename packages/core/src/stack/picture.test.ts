import { BUILT_IN_BLANKS, proposeBleed, templatesOf, type Template } from '../blank/index.js';
import { boundsOf } from '../geometry/index.js';
import { blankOf, samplePlan } from '../testing/index.js';
import { bedPicture, stackPicture } from './index.js';

describe('the stack from the side', () => {
  it('draws every layer of every blank, none over another, with room for the lines of its name', () => {
    for (const blank of BUILT_IN_BLANKS) {
      const { layers } = samplePlan(blank).sides[0] ?? { layers: [] };
      const { rows, width, height } = stackPicture(layers);
      expect(rows.map(({ layer }) => layer)).toEqual(layers);
      rows.forEach((row, i) => {
        expect(row.x).toBeGreaterThanOrEqual(0);
        expect(row.x + row.width).toBeLessThanOrEqual(width + 1e-9);
        expect(row.top + row.height).toBeLessThanOrEqual(height);
        const before = rows[i - 1];
        if (!before) return;
        expect(row.top).toBeGreaterThanOrEqual(before.top + before.height + 9 - 1e-9);
        expect(row.top + row.height / 2 - before.top - before.height / 2).toBeGreaterThanOrEqual(42 - 1e-9);
      });
    }
  });
  it('keeps widths in proportion', () => {
    const { rows } = stackPicture(samplePlan(blankOf('cushion')).sides[0]?.layers ?? []);
    const width = (role: string) => rows.find(({ layer }) => layer.role === role);
    const [cover, pad] = [width('cover sheet'), width('pad')];
    const real = (pad?.layer.size?.width ?? 0) / (cover?.layer.size?.width ?? 1);
    expect((pad?.width ?? 0) / (cover?.width ?? 1)).toBeCloseTo(real, 9);
  });
});

describe('the bed from above', () => {
  it('draws each piece where it lies, turned as it is, and what hangs off beside it', () => {
    for (const blank of BUILT_IN_BLANKS) {
      const [template] = templatesOf(blank, proposeBleed(blank).value) as [Template];
      const plan = samplePlan(blank, { pieces: 4 }).sides[0];
      const bed = plan?.bed;
      const [side] = blank.sides;
      if (!plan || !bed?.bed || !side) continue;
      const pieces = bedPicture(bed, plan.layers, side, template);
      expect(pieces).toHaveLength(bed.bed.pieces.length);
      pieces.forEach(({ outline, pad, paper, hangs }, i) => {
        const lies = bed.bed?.pieces[i];
        const box = boundsOf(outline);
        const middle = {
          x: (lies?.print.x ?? 0) + (lies?.print.width ?? 0) / 2,
          y: (lies?.print.y ?? 0) + (lies?.print.height ?? 0) / 2,
        };
        expect(box.x + box.width / 2).toBeCloseTo(middle.x, 6);
        expect(box.y + box.height / 2).toBeCloseTo(middle.y, 6);
        const upright = (lies?.turn ?? 0) % 180 === 0;
        expect(box.width).toBeCloseTo(upright ? template.width : template.height, 6);
        expect(pad !== null).toBe(plan.layers.some(({ role }) => role === 'pad'));
        const over = boundsOf(paper ?? []);
        expect(over.x).toBeLessThan(box.x);
        expect(over.width).toBeGreaterThan(box.width);
        expect(hangs).toHaveLength(side.keepOuts.filter(({ hangsOff }) => hangsOff).length);
      });
    }
  });
});
