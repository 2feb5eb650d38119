import { blankOf, letterPaper as letter, sampleTiling } from '../testing/index.js';
import { makeTemplate } from '../blank/index.js';
import { applyTo, boundsOf, determinant, rectPolygon, transformed } from '../geometry/index.js';
import {
  FOOT_STRIP,
  groundOf,
  kindOf,
  labelToPart,
  layOut,
  makeTray,
  partToSheet,
  planLabel,
  proposeTiling,
  reachesEdges,
  USUAL_SHEET,
  type Paper,
  type TrayRequest,
} from './index.js';

const a4: Paper = { ...letter, width: 210, length: 297 };
/** A plain print of a size on soft goods. */
const request = (width: number, height: number): TrayRequest => ({
  blank: blankOf('tee'),
  sides: [{ template: makeTemplate({ kind: 'rectangle', width, height, radius: 0 }, 0), drawn: [] }],
  printed: [0],
  pieces: 2,
  named: false,
  choices: USUAL_SHEET,
  gap: 8,
  mirroredBy: 'driver',
  ground: groundOf(letter, 8, 0),
});

describe('a print in parts that reach to the edges of the paper', () => {
  it.each([
    ['300 × 260 mm on letter', 300, 260, letter, 2],
    ['260 × 300 mm on letter', 260, 300, letter, 2],
    ['450 × 262 mm on letter', 450, 262, letter, 3],
    ['300 × 275 mm on A4', 300, 275, a4, 2],
  ])(
    'takes no more sheets than it must for %s: parts reach to the edges, labels and foot stand beside them',
    (_, width, height, paper, sheets) => {
      for (const mirroredBy of ['kanga', 'driver'] as const) {
        const asked = {
          ...request(width, height),
          pieces: 1,
          mirroredBy,
        };
        const found = proposeTiling(asked, 0, paper);
        expect(found?.tiling).toMatchObject({ tight: true, marked: false });
        if (!found) throw new Error('it fits');
        const { tiling, gap } = found;
        expect(tiling.columns * tiling.rows).toBe(sheets);
        const choices = { ...asked.choices, tilings: [tiling] };
        expect(reachesEdges(choices, paper, [0])).toBe(true);
        const ground = groundOf(paper, gap, 0, true);
        const tray = makeTray({ ...asked, gap, choices, ground, tight: true });
        const layout = layOut({ tray, paper, gap, edge: 0, tight: true, turns: 'quarter' });
        if (!('sheets' in layout)) throw new Error('it is laid out');
        expect(layout.sheets).toHaveLength(sheets);
        // By hand: inside what can be printed, left of the foot; the label on the paper beside its part.
        const { margins } = paper;
        const right = paper.width - margins.right - FOOT_STRIP + 1e-6;
        for (const { placed, foot } of layout.sheets) {
          expect([foot.x, foot.width, foot.y, foot.y + foot.height]).toEqual([
            expect.closeTo(right, 3),
            FOOT_STRIP,
            margins.top,
            paper.length - margins.bottom,
          ]);
          for (const one of placed) {
            const kind = kindOf(tray, one);
            const on = partToSheet(one);
            const outline = boundsOf(transformed(kind.outline, on));
            const label = boundsOf(transformed(rectPolygon(kind.label), on));
            // Long enough for what is cut and what is kept: no cross says it.
            expect(Math.max(label.width, label.height)).toBeCloseTo(90, 6);
            for (const box of [outline, label]) {
              expect(box.x).toBeGreaterThanOrEqual(margins.left - 1e-6);
              expect(box.y).toBeGreaterThanOrEqual(margins.top - 1e-6);
              expect(box.x + box.width).toBeLessThanOrEqual(right);
              expect(box.y + box.height).toBeLessThanOrEqual(paper.length - margins.bottom + 1e-6);
            }
            const apart = label.x >= outline.x + outline.width || label.y >= outline.y + outline.height || label.x + label.width <= outline.x || label.y + label.height <= outline.y; // prettier-ignore
            expect(apart).toBe(true);
          }
        }
      }
    },
  );
  it('asked for more parts than it must, goes back to marks and to its place away from the edges', () => {
    const asked = request(300, 260);
    const found = proposeTiling(asked, 0, letter, [{ columns: 2, rows: 2 }])?.tiling;
    expect([found?.columns, found?.rows, found?.marked, found?.tight]).toEqual([2, 2, undefined, undefined]);
  });
  it('is for one printed side alone: another would lose its room on the same sheets', () => {
    const asked = { ...request(300, 260), printed: [0, 1] };
    const found = proposeTiling(asked, 0, letter)?.tiling;
    expect(found?.tight).toBeUndefined();
    expect((found?.columns ?? 0) * (found?.rows ?? 0)).toBe(4);
    expect(reachesEdges({ tilings: [sampleTiling({ tight: true })] }, letter, [0, 1])).toBe(false);
  });
  it('is for cut sheets alone: on a roll nobody has the foot beside', () => {
    const roll: Paper = { ...letter, kind: 'roll', length: 279.4 };
    const asked = request(300, 260);
    expect(proposeTiling(asked, 0, roll)?.tiling.tight).toBeUndefined();
    expect(reachesEdges({ tilings: [sampleTiling({ tight: true })] }, roll, [0])).toBe(false);
  });
  it.each(['kanga', 'driver'] as const)(
    'writes a label beside its part down it, its arrow to the upper edge, whoever mirrors (%s)',
    (mirroredBy) => {
      const kind = { label: { x: 100, y: 20, width: 5, height: 46, turned: true as const } };
      const plan = planLabel(kind);
      const on = labelToPart(kind, mirroredBy);
      const box = boundsOf(transformed(rectPolygon({ x: 0, y: 0, width: 46, height: 5 }), on));
      expect([box.x, box.y, box.width, box.height].map((mm) => Math.round(mm * 1000) / 1000)).toEqual([100, 20, 5, 46]);
      const [a, tip, b] = plan.arrow.map((p) => applyTo(on, p));
      expect(tip && a && b && tip.y < Math.min(a.y, b.y)).toBe(true);
      // What the driver mirrors lies on its back before.
      expect(determinant(on) < 0).toBe(mirroredBy === 'driver');
    },
  );
});
