import fc from 'fast-check';
import { BUILT_IN_BLANKS, makeTemplate, shapeOutline, type Blank } from '../blank/index.js';
import {
  applyTo,
  areaOf,
  boundsOf,
  chain,
  determinant,
  polygonContains,
  rectContains,
  rectsOverlap,
  transformed,
  type Outline,
} from '../geometry/index.js';
import { polygonsOverlap } from '../nest/index.js';
import {
  arrangedLayout,
  clashesOn,
  cutMarks,
  FOOT_STRIP,
  groundOf,
  isLayout,
  kindOf,
  layOut,
  makeTray,
  nestProblem,
  partToSheet,
  planSheets,
  spotsOf,
  spotsOnSheet,
  USUAL_SHEET,
  type Layout,
  type LayoutRequest,
  type Paper,
  type PartKind,
  type SheetChoices,
  type Tray,
} from './index.js';

const margins = { top: 3, right: 3.4, bottom: 12.7, left: 3.4 };
// ISO 216: A4 is 210 × 297 mm.
const a4: Paper = { kind: 'cut', width: 210, length: 297, margins };
const roll: Paper = {
  kind: 'roll',
  width: 610,
  length: 3000,
  margins: { top: 5, right: 5, bottom: 5, left: 5 },
};
const cushion = BUILT_IN_BLANKS.find((one) => one.family === 'cushion') as Blank;
/** Transfers of goods with these outlines and no bleed. */
export const trayOf = (
  outlines: readonly Outline[],
  pieces: number,
  choices: Partial<SheetChoices> = {},
  gap = 8,
  mirroredBy: 'kanga' | 'driver' = 'kanga',
  paper: Paper = a4,
): Tray =>
  makeTray({
    blank: {
      ...cushion,
      sides: outlines.map((outline, i) => ({ name: ['front', 'back'][i] ?? `side ${i}`, outline, keepOuts: [] })),
    },
    sides: outlines.map((outline) => ({ template: makeTemplate(outline, 0), drawn: [] })),
    printed: outlines.map((_, i) => i),
    pieces,
    named: false,
    choices: { ...USUAL_SHEET, ...choices },
    gap,
    mirroredBy,
    ground: groundOf(paper, gap, choices.edge ?? 0),
  });
const box = (width: number, height: number): Outline => ({ kind: 'rectangle', width, height, radius: 0 });
const ask = (width: number, height: number, count: number, paper: Paper = a4, gap = 8): LayoutRequest => ({
  tray: trayOf([box(width, height)], count, {}, gap),
  paper,
  gap,
  edge: 0,
  turns: 'quarter',
});
const laid = (request: LayoutRequest): Layout => {
  const outcome = layOut(request);
  if (!isLayout(outcome)) throw new Error('nothing fitted');
  return outcome;
};
const kindAt = (tray: Tray, kind = 0): PartKind => tray.kinds[kind] as PartKind;

describe('layOut', () => {
  it('says what a piece needs when it does not fit, and never scales it', () => {
    expect(layOut(ask(254, 200, 1))).toMatchObject({
      kind: 0,
      needs: { width: 262, height: expect.closeTo(200 + 4 + 1 + 5 + 3, 3) as number },
      has: { width: expect.closeTo(203.2, 6) as number },
    });
  });
  it('turns pieces where that saves paper', () => {
    // Upright one fits; turned, two.
    const { sheets } = laid(ask(110, 180, 2));
    expect(sheets).toHaveLength(1);
    expect(sheets[0]?.placed.every((p) => p.turn === 90)).toBe(true);
  });
  it('takes the shortest length of a roll', () => {
    const { sheets, bound } = laid(ask(180, 120, 6, roll));
    // Two rows of three: 2 × (120 + 8 + 5) mm, the foot and the margins.
    expect(sheets).toHaveLength(1);
    expect(sheets[0]?.height).toBeLessThanOrEqual(2 * 133 + FOOT_STRIP + 10 + 5);
    expect(bound).toBeLessThanOrEqual(2 * 133);
  });
  it('claims no more for a roll than holds for the turns that are allowed', () => {
    // A triangle of 180, 240 and 300 mm stands 180 mm deep on its short sides; on its long one it is 144 mm deep.
    const points = [{ x: 0, y: 0 }, { x: 240, y: 0 }, { x: 0, y: 180 }]; // prettier-ignore
    const tray = trayOf([{ kind: 'polygon', points }], 1);
    const by = (turns: LayoutRequest['turns']) => laid({ ...ask(1, 1, 1, roll), tray, turns }).bound;
    expect(by('quarter')).toBeGreaterThan(180);
    expect(by('any')).toBeLessThan(180);
    expect(by('any')).toBeGreaterThan(144);
  });
  it('goes on with a second length when the roll’s own limit is reached', () => {
    const { sheets } = laid(ask(393, 393, 24, roll));
    expect(sheets.length).toBeGreaterThan(1);
    expect(sheets.every((sheet) => sheet.height <= 3000)).toBe(true);
  });
  it('names a piece that is longer than a whole roll', () => {
    expect(layOut(ask(500, 700, 1, { ...roll, length: 600 }))).toMatchObject({
      needs: { width: expect.closeTo(508, 6) as number },
    });
  });
  it('lays sides one by one that no common cell takes', () => {
    const tray = trayOf([box(190, 30), box(30, 250)], 2);
    expect(
      laid({ tray, paper: a4, gap: 8, edge: 0, turns: 'quarter' }).sheets.flatMap((sheet) => sheet.placed),
    ).toHaveLength(4);
  });
  it('refuses an empty tray and gaps that make no sense', () => {
    expect(() => layOut(ask(50, 50, 0))).toThrow(/no part/);
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
          const paper = cut ? a4 : roll;
          const request = ask(width, height, count, paper, gap);
          const outcome = layOut(request);
          if (!isLayout(outcome)) return;
          const seen = outcome.sheets.flatMap((sheet) => sheet.placed.map((p) => p.part)).sort((a, b) => a - b);
          expect(seen).toEqual(Array.from({ length: count }, (_, i) => i));
          const { left, right, top, bottom } = paper.margins;
          for (const sheet of outcome.sheets) {
            const printable = {
              x: left,
              y: top,
              width: sheet.width - left - right,
              height: sheet.height - top - bottom,
            };
            const lying = sheet.placed.map((placed) => {
              const on = partToSheet(placed);
              const { outline, label } = kindOf(request.tray, placed);
              const corners = [label, { x: label.x + label.width, y: label.y + label.height }];
              return { cut: boundsOf(transformed(outline, on)), label: boundsOf(corners.map((p) => applyTo(on, p))) };
            });
            const wrong = lying.filter(
              (one, i) =>
                !rectContains(printable, one.cut) ||
                !rectContains(printable, one.label) ||
                rectsOverlap(one.cut, sheet.foot) ||
                lying.some(
                  (other, j) => rectsOverlap(one.label, other.cut) || (i !== j && rectsOverlap(one.cut, other.cut)),
                ),
            );
            expect(wrong).toEqual([]);
          }
          const ground = groundOf(paper, gap, 0);
          const reached = cut
            ? outcome.sheets.length
            : outcome.sheets.reduce((sum, sheet) => sum + sheet.height - (paper.length - ground.height), 0);
          expect(reached + 1).toBeGreaterThan(outcome.bound);
          expect(outcome.use).toBeLessThanOrEqual(outcome.bestUse + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a part', () => {
  const heart = shapeOutline('heart', { width: 90, height: 85 });
  it.each(['kanga', 'driver'] as const)('is mirrored exactly when Kanga owns the mirror (%s)', (owner) => {
    const kind = kindAt(trayOf([heart], 1, {}, 8, owner));
    const toPart = kind.faces[0]?.toPart;
    if (!toPart) throw new Error('a part has a face');
    for (const turn of [0, 90, 180, 33])
      expect(determinant(chain(toPart, partToSheet({ x: 5, y: 9, turn })))).toBeCloseTo(owner === 'kanga' ? -1 : 1, 12);
  });
  it('puts the art’s left at the print’s right, on its own cut line', () => {
    const kind = kindAt(trayOf([box(110, 60)], 1));
    expect(applyTo(kind.faces[0]?.toPart ?? partToSheet({ x: 0, y: 0, turn: 0 }), { x: 0, y: 0 })).toEqual({
      x: 110,
      y: 0,
    });
  });
  it.each([
    ['heart', heart],
    ['mask', shapeOutline('mask', { width: 190, height: 140 })],
    ['circle', shapeOutline('circle', { width: 95 })],
    ['square', box(80, 80)],
  ] as const)('keeps its label outside the cut line and within its room: %s', (_, outline) => {
    const { label, outline: cut, room } = kindAt(trayOf([outline], 1));
    const corners = [
      { x: label.x, y: label.y },
      { x: label.x + label.width, y: label.y },
      { x: label.x + label.width, y: label.y + label.height },
      { x: label.x, y: label.y + label.height },
    ];
    expect(polygonsOverlap(corners, cut)).toBe(false);
    expect(corners.every((p) => polygonContains(room, p))).toBe(true);
    expect(cut.every((p) => polygonContains(room, p))).toBe(true);
  });
  it('tucks the label under what is raised of its lower edge', () => {
    const { label, height } = kindAt(trayOf([heart], 1));
    expect(label.y).toBeLessThan(height - 5);
  });
  it('has marks at its corners that stay outside it and within half the gap', () => {
    const marks = cutMarks({ width: 30, height: 20 }, 8);
    expect(marks).toHaveLength(8);
    for (const mark of marks) {
      for (const [x, y] of [
        [mark.x1, mark.y1],
        [mark.x2, mark.y2],
      ] as const) {
        const outside = Math.max(-x, x - 30, -y, y - 20);
        expect(outside).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(outside).toBeLessThanOrEqual(3.5 + 1e-9);
      }
    }
  });
});

describe('a folded sheet', () => {
  const leg = shapeOutline('sock leg', { width: 108, ankle: 96, height: 190 });
  it('has both sides, the one’s right edge on the other’s left, a fold between, and nothing printed twice', () => {
    const tray = trayOf([leg, leg], 3, { folded: true }, 8, 'driver');
    expect(tray.parts).toHaveLength(3);
    const kind = kindAt(tray);
    expect(kind.name).toBe('front and back');
    expect(kind.width).toBeCloseTo(216, 3);
    const [front, back] = kind.faces.map((face) => face.clips.map((clip) => transformed(clip, face.toPart)));
    expect(Math.max(...(front ?? []).flat().map((p) => p.x))).toBeCloseTo(108, 3);
    expect(Math.min(...(back ?? []).flat().map((p) => p.x))).toBeCloseTo(108, 3);
    for (const fold of kind.folds) {
      expect(fold.x1).toBeCloseTo(108, 3);
      // Ticks stand beyond the cut line: nothing but art touches the blank.
      expect(fold.y2 <= 0 || fold.y1 >= kind.height).toBe(true);
    }
  });
  it('is not made of one side, nor of two that are not of one height', () => {
    expect(trayOf([leg], 1, { folded: true }).kinds).toHaveLength(1);
    expect(trayOf([leg, box(90, 90)], 1, { folded: true }).kinds).toHaveLength(2);
  });
});

describe('an arrangement', () => {
  const tray = trayOf([shapeOutline('heart', { width: 90, height: 85 }), box(60, 70)], 6);
  const request: LayoutRequest = { tray, paper: a4, gap: 8, edge: 0, turns: 'quarter' };
  const { fingerprint } = planSheets(request, USUAL_SHEET);
  const spots = spotsOf(laid(request));
  it('holds for the parts and the paper it was made for', () => {
    const plan = planSheets(request, { arrangement: { fingerprint, spots, pinned: [] } });
    expect(plan).toMatchObject({ arrangement: 'kept', clashing: [] });
    expect(plan.layout).toEqual(arrangedLayout(request, spots));
  });
  it('is void once anything it depends on is another', () => {
    const made = { arrangement: { fingerprint, spots, pinned: [] } };
    expect(planSheets({ ...request, edge: 9 }, made).arrangement).toBe('void');
    expect(planSheets({ ...request, paper: roll }, made).arrangement).toBe('void');
    expect(planSheets({ ...request, tray: trayOf([box(60, 70)], 12) }, made).arrangement).toBe('void');
  });
  it('says which parts lie on each other or over the edge', () => {
    const moved = spots.map((spot, part) => (part === 3 ? { ...spot, ...spots[2] } : spot));
    const off = moved.map((spot, part) => (part === 5 ? { ...spot, x: -20 } : spot));
    const plan = planSheets(request, { arrangement: { fingerprint, spots: off, pinned: [] } });
    expect(plan.clashing).toEqual(expect.arrayContaining([2, 3, 5]));
    expect(plan.clashing).not.toContain(0);
  });
  it('becomes a nesting problem and back again without a part out of place', () => {
    const problem = nestProblem(request, USUAL_SHEET, { spots, pinned: [1] });
    const pin = problem.pinned?.[1];
    if (!pin) throw new Error('it was pinned');
    expect(spotsOnSheet([pin], request)).toEqual([spots[1]]);
    const back = arrangedLayout(request, spots);
    for (const sheet of back.sheets) expect(clashesOn(request, sheet.placed)).toEqual({ pairs: [], outside: [] });
    expect(problem.shapes.map(({ room }) => areaOf(room) > 0)).toEqual([true, true]);
    const twins = trayOf([box(60, 70), box(60, 70)], 2);
    expect(nestProblem({ ...request, tray: twins }, USUAL_SHEET, null).shapes).toHaveLength(1);
  });
});
