import { FillRule, intersectD } from 'clipper2-ts';
import fc from 'fast-check';
import { MaxRectsPacker } from 'maxrects-packer';
import { shapeOutline } from '../blank/index.js';
import { areaOf, boundsOf, offsetPolygon, polygonOf, rectPolygon, type Polygon } from '../geometry/index.js';
import { guillotined, mixedGoods, SQUARED_RECTANGLE, SQUARED_SQUARE } from '../testing/index.js';
import {
  boundOf,
  clashesOf,
  martelloVigoL2,
  Nester,
  polygonsOverlap,
  roomAt,
  TooLarge,
  type NestProblem,
  type NestResult,
} from './index.js';

const box = (width: number, height: number): Polygon => rectPolygon({ x: 0, y: 0, width, height });
const boxes = (sizes: readonly (readonly [number, number])[], more: Partial<NestProblem> = {}): NestProblem => ({
  shapes: sizes.map(([width, height]) => ({ room: box(width, height), turns: [0, 90] })),
  things: sizes.map((_, i) => i),
  width: 200,
  length: 280,
  kind: 'cut',
  ...more,
});
/** What is wrong with a layout, by the polygon test that knows nothing of how it came about. */
const faultsOf = (problem: NestProblem, { spots }: NestResult) =>
  [...new Set(spots.map((spot) => spot.sheet))].map((sheet) =>
    clashesOf(
      spots.flatMap((spot, thing) => (spot.sheet === sheet ? [roomAt(problem, thing, spot)] : [])),
      { width: problem.width, length: problem.length },
    ),
  );
const right = (problem: NestProblem, result: NestResult) => {
  for (const { pairs, outside } of faultsOf(problem, result)) expect([pairs, outside]).toEqual([[], []]);
};
const after = (problem: NestProblem, steps: number): Nester => {
  const nester = new Nester(problem, { seed: 3 });
  for (let i = 0; i < steps && !nester.proved; i++) nester.step();
  return nester;
};

describe('published packings', () => {
  it.each([
    ['the squared square of order 21, side 112 (Duijvestijn 1978)', SQUARED_SQUARE, 112, 112],
    ['the squared rectangle of order 9, along its long side (Moroń 1925)', SQUARED_RECTANGLE, 32, 33],
    ['the squared rectangle of order 9, along its short side (Moroń 1925)', SQUARED_RECTANGLE, 33, 32],
  ])('reaches the optimum of %s', (_, sides, width, length) => {
    const problem = boxes(
      sides.map((side) => [side, side]),
      { kind: 'roll', width, length: 1000 },
    );
    expect(sides.reduce((sum, side) => sum + side * side, 0)).toBe(width * length);
    const { best } = after(problem, 30);
    right(problem, best);
    expect(best.lengths).toEqual([expect.closeTo(length, 6)]);
  });
});

describe('Nester', () => {
  it('uses the roll better than the best rectangle packer at hand, on the same mixed goods', () => {
    const { outlines, things } = mixedGoods();
    const width = 600;
    const rooms = outlines.map((outline) => offsetPolygon(outline, 4));
    const problem: NestProblem = {
      shapes: rooms.map((room) => ({ room, turns: [0, 90, 180, 270] })),
      things,
      width,
      length: 30_000,
      kind: 'roll',
    };
    const nester = new Nester(problem, { pitch: 1 });
    const first = nester.best.lengths[0] ?? 0;
    right(problem, nester.best);
    let shortest = Infinity;
    const sizes = things.map((kind) => boundsOf(rooms[kind] ?? []));
    for (let length = first * 0.8; length < first * 1.5; length += 20) {
      const packer = new MaxRectsPacker(width, length, 0, {
        smart: false,
        pot: false,
        square: false,
        allowRotation: true,
      });
      packer.addArray(sizes.map((size) => ({ width: size.width, height: size.height, x: 0, y: 0 }) as never));
      if (packer.bins.length === 1) shortest = Math.min(shortest, length);
    }
    const outlined = things.reduce((sum, kind) => sum + areaOf(outlines[kind] ?? []), 0);
    expect(shortest).toBeLessThan(Infinity);
    expect(outlined / (first * width)).toBeGreaterThan(outlined / (shortest * width) + 0.03);
    expect(first).toBeGreaterThanOrEqual(nester.bound);
  });
  it('never gets worse while it goes on, follows from its seed, and stays right', () => {
    const { outlines } = mixedGoods();
    const problem: NestProblem = {
      shapes: outlines.map((outline) => ({ room: offsetPolygon(outline, 4), turns: [0, 90, 180, 270] })),
      things: Array.from({ length: 24 }, (_, i) => i % outlines.length),
      width: 320,
      length: 450,
      kind: 'cut',
    };
    const nester = new Nester(problem, { pitch: 1, seed: 9 });
    let cost = Infinity;
    for (let i = 0; i < 25; i++) {
      nester.step();
      const now = nester.best.lengths.length * 1000 + Math.min(...nester.best.lengths);
      expect(now).toBeLessThanOrEqual(cost);
      cost = now;
    }
    right(problem, nester.best);
    const again = new Nester(problem, { pitch: 1, seed: 9 });
    for (let i = 0; i < 25; i++) again.step();
    expect(again.best).toEqual(nester.best);
  });
  it('lays the rest round what is pinned, and leaves that where it is', () => {
    const pin = { sheet: 0, x: 60, y: 90, turn: 90 };
    const problem = boxes(
      [
        [80, 50],
        [100, 60],
        [90, 90],
        [60, 60],
      ],
      { pinned: [null, pin, null, null] },
    );
    const { best } = after(problem, 20);
    expect(best.spots[1]).toEqual(pin);
    right(problem, best);
  });
  it('keeps a group on one sheet, though its members would fit in gaps of several', () => {
    const sizes: [number, number][] = [
      [190, 200],
      [190, 200],
      [90, 70],
      [90, 70],
      [90, 70],
      [90, 70],
    ];
    const groups = [null, null, 0, 1, 0, 1];
    const { best } = after(boxes(sizes, { groups }), 30);
    expect(best.spots[2]?.sheet).toBe(best.spots[4]?.sheet);
    expect(best.spots[3]?.sheet).toBe(best.spots[5]?.sheet);
    expect(best.lengths).toHaveLength(2);
  });
  it('lets a group apart that no sheet takes as a whole, rather than lose a thing', () => {
    const sizes: [number, number][] = [
      [190, 200],
      [190, 200],
    ];
    const { best } = after(boxes(sizes, { groups: [0, 0] }), 3);
    expect(best.spots.map((spot) => spot.sheet)).toEqual([0, 1]);
  });
  it('names what is larger than the ground in every turn', () => {
    expect(() => new Nester(boxes([[50, 50], [201, 281]]))).toThrow(TooLarge); // prettier-ignore
    expect(() => new Nester(boxes([[270, 190]]))).not.toThrow();
  });
  it('keeps every thing once, apart and inside, whatever the shapes (held against another library)', () => {
    const corner = fc.record({ x: fc.integer({ min: 0, max: 90 }), y: fc.integer({ min: 0, max: 90 }) });
    const triangle = fc
      .tuple(corner, corner, corner)
      .filter((points) => areaOf(points) > 200)
      .map((points) => [...points] as Polygon);
    fc.assert(
      fc.property(fc.array(triangle, { minLength: 1, maxLength: 9 }), (shapes) => {
        const problem: NestProblem = {
          shapes: shapes.map((room) => ({ room, turns: [0, 90, 37] })),
          things: shapes.map((_, i) => i),
          width: 160,
          length: 150,
          kind: 'cut',
        };
        const { best } = after(problem, 2);
        right(problem, best);
        const lying = best.spots.map((spot, thing) => ({ sheet: spot.sheet, room: roomAt(problem, thing, spot) }));
        lying.forEach(({ sheet, room }, i) => {
          for (const other of lying.slice(i + 1).filter((one) => one.sheet === sheet)) {
            // Clipped on whole ten-thousandths of a millimetre, where corners that all but touch stay well defined.
            const shared = intersectD([[...room]], [[...other.room]], FillRule.NonZero, 4);
            const area = shared.reduce((sum, path) => sum + areaOf(path), 0);
            expect(area).toBeLessThan(0.01);
          }
        });
      }),
      { numRuns: 40 },
    );
  });
});

describe('rectangles', () => {
  const roll = (room: (width: number, height: number) => Polygon, sizes: readonly [number, number][]): NestProblem => ({
    shapes: sizes.map(([w, h]) => ({ room: room(w, h), turns: [0, 90] })),
    things: sizes.map((_, i) => i),
    width: 600,
    length: 4000,
    kind: 'roll',
  });
  it.each([20, 30, 45, 60])('%s that fill a sheet exactly come near it', (count) => {
    const problem = roll(box, guillotined(count, count, 600, 800));
    const { best } = after(problem, 800);
    right(problem, best);
    expect(best.lengths[0]).toBeGreaterThanOrEqual(800 - 1e-6);
    expect(best.lengths[0]).toBeLessThan(800 * 1.045);
  });
  it('with a corner cut off by a hair, or with a label beside them, take the same way', () => {
    const sizes = guillotined(36, 5, 592, 800);
    const nicked = roll((w, h) => [{ x: 0, y: 0 }, { x: w - 0.02, y: 0 }, { x: w, y: 0.02 }, { x: w, y: h }, { x: 0, y: h }], sizes); // prettier-ignore
    const plain = roll(box, sizes);
    expect(after(nicked, 200).best.lengths[0]).toBeCloseTo(after(plain, 200).best.lengths[0] ?? 0, 6);
    const labelled = roll((w, h) => [{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: Math.min(w, 20), y: h }, { x: Math.min(w, 20), y: h + 5 }, { x: 0, y: h + 5 }], sizes); // prettier-ignore
    const { best } = after(labelled, 200);
    right(labelled, best);
    const boxed = roll((w, h) => box(w, h + 5), sizes);
    expect(best.lengths[0]).toBeLessThan((after(boxed, 200).best.lengths[0] ?? 0) * 1.03);
  });
  it('that begin with what is raised lie down, too: a T on its foot, in its one turn', () => {
    const tee = [{ x: 0, y: 0 }, { x: 90, y: 0 }, { x: 90, y: 30 }, { x: 60, y: 30 }, { x: 60, y: 80 }, { x: 30, y: 80 }, { x: 30, y: 30 }, { x: 0, y: 30 }]; // prettier-ignore
    const raised = tee.map(({ x, y }) => ({ x, y: 80 - y })).reverse();
    for (const room of [tee, raised]) {
      const problem: NestProblem = {
        shapes: [{ room, turns: [0] }],
        things: [0, 0, 0, 0, 0],
        width: 200,
        length: 900,
        kind: 'roll',
      };
      const { best } = after(problem, 30);
      right(problem, best);
      expect(best.lengths[0]).toBeLessThanOrEqual(240);
    }
  });
  it('on a roll that is too short for all at once go on to be bettered, and stay right', () => {
    // As much as 800 mm of the roll: no length of 500 holds it all.
    const problem: NestProblem = { ...roll(box, guillotined(24, 2, 600, 800)), length: 500 };
    const [begun, gone] = [after(problem, 4), after(problem, 400)];
    right(problem, gone.best);
    const sum = (nester: Nester) => nester.best.lengths.reduce((all, length) => all + length, 0);
    expect(Math.max(...gone.best.lengths)).toBeLessThanOrEqual(500 + 1e-6);
    expect(sum(gone)).toBeLessThan(sum(begun));
  });
  it('on sheets keep to their length, and none is lost', () => {
    const problem: NestProblem = { ...roll(box, guillotined(40, 9, 600, 800)), kind: 'cut', length: 420 };
    const { best } = after(problem, 120);
    right(problem, best);
    expect(best.lengths.length).toBeLessThanOrEqual(3);
  });
});

describe('shapes that interlock', () => {
  const rollOf = (room: Polygon, count: number, width: number): NestProblem => ({
    shapes: [{ room, turns: [0, 180] }],
    things: Array.from({ length: count }, () => 0),
    width,
    length: 4000,
    kind: 'roll',
  });
  it('lie in pairs: triangles as close as rows of them that alternate, by the closed form', () => {
    // n triangles 90 wide that alternate in a row take 45 (n + 1): twelve in 600, five rows of 120 for sixty.
    const triangle = [{ x: 0, y: 120 }, { x: 45, y: 0 }, { x: 90, y: 120 }]; // prettier-ignore
    const problem = rollOf(triangle, 60, 600);
    const { best } = after(problem, 12);
    right(problem, best);
    expect(best.lengths[0]).toBeLessThanOrEqual(5 * 120 + 6);
  });
  it('come apart again each to its own place, an odd one alone', () => {
    const problem = rollOf(polygonOf(shapeOutline('heart', { width: 90, height: 85 })), 13, 400);
    const { best } = after(problem, 12);
    right(problem, best);
    expect(best.spots.every(({ sheet }) => sheet === 0)).toBe(true);
    expect(new Set(best.spots.map(({ x, y }) => `${x} ${y}`)).size).toBe(13);
  });
});

describe('bounds', () => {
  // Martello and Vigo 1998.
  it('is the area over the sheet’s, rounded up, and never above what is reached', () => {
    const problem = boxes(
      Array.from({ length: 9 }, () => [90, 130] as const),
      {
        shapes: [{ room: offsetPolygon(box(90, 130), 2), turns: [0, 90] }],
        things: Array.from({ length: 9 }, () => 0),
      },
    );
    expect(boundOf(problem)).toBe(Math.ceil((9 * 94 * 134) / (200 * 280)));
    expect(after(problem, 10).best.lengths.length).toBeGreaterThanOrEqual(boundOf(problem));
  });
  it('of a roll is no deeper than a thing lies in the best of its turns, or in the turn it is pinned in', () => {
    const thin = { room: box(100, 10), turns: [0, 45, 90] };
    const problem: NestProblem = { shapes: [thin], things: [0], width: 500, length: 500, kind: 'roll' };
    const slanted = (100 + 10) / Math.SQRT2;
    expect(boundOf(problem)).toBeCloseTo(10, 9);
    expect(boundOf({ ...problem, shapes: [{ ...thin, turns: [45] }] })).toBeCloseTo(slanted, 9);
    expect(boundOf({ ...problem, pinned: [{ sheet: 0, x: 50, y: 0, turn: 45 }] })).toBeCloseTo(slanted, 9);
  });
  it('L2 sees that large things never share a sheet, where the area alone does not', () => {
    const sheet = { width: 10, height: 10 };
    const six = Array.from({ length: 4 }, () => ({ width: 6, height: 6 }));
    expect(martelloVigoL2(six, sheet)).toBe(4);
    expect(Math.ceil((4 * 36) / 100)).toBe(2);
    // Strips of the full width, 6 high, lie one above another: one a sheet; and 4 × 10 beside nothing.
    expect(martelloVigoL2(Array.from({ length: 3 }, () => ({ width: 10, height: 6 })), sheet)).toBe(3); // prettier-ignore
    expect(martelloVigoL2([{ width: 10, height: 10 }, { width: 1, height: 1 }], sheet)).toBe(2); // prettier-ignore
  });
  it('L2 never lies above a packing that is known: cut sheets cut into pieces again', () => {
    const cut = fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 })), {
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(cut, (cuts) => {
        const pieces = cuts.flatMap(([x, y]) => [
          { width: x, height: y },
          { width: 10 - x, height: y },
          { width: 10, height: 10 - y },
        ]);
        const bound = martelloVigoL2(pieces, { width: 10, height: 10 });
        expect(bound).toBe(cuts.length);
      }),
    );
  });
});

describe('polygonsOverlap', () => {
  const square = box(10, 10);
  const at = (x: number, y: number, polygon: Polygon = square) => polygon.map((p) => ({ x: p.x + x, y: p.y + y }));
  it.each([
    ['beside, touching', at(10, 0), false],
    ['a hair apart', at(10.01, 3), false],
    ['across a corner', at(9, 9), true],
    ['wholly inside', at(3, 3, box(2, 2)), true],
    ['the same', square, true],
    ['a cross with no corner in either', at(3, -5, box(4, 20)), true],
  ])('%s', (_, other, overlap) => {
    expect(polygonsOverlap(square, other)).toBe(overlap);
    expect(polygonsOverlap(other, square)).toBe(overlap);
  });
  it('says who leaves the ground', () => {
    expect(clashesOf([at(0, 0), at(95, 5)], { width: 100, length: 50 })).toEqual({ pairs: [], outside: [1] });
  });
});
