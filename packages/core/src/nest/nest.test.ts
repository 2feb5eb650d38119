import { FillRule, intersectD } from 'clipper2-ts';
import fc from 'fast-check';
import { MaxRectsPacker } from 'maxrects-packer';
import { shapeOutline } from '../blank/index.js';
import { areaOf, boundsOf, offsetPolygon, polygonOf, rectPolygon, type Polygon } from '../geometry/index.js';
import { boxesToNest, faultsOfLayout, mixedGoods, nestedAfter } from '../testing/index.js';
import {
  boundOf,
  clashesOf,
  martelloVigoL2,
  Nester,
  polygonsOverlap,
  roomAt,
  TooLarge,
  type NestProblem,
} from './index.js';

const box = (width: number, height: number): Polygon => rectPolygon({ x: 0, y: 0, width, height });
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
    expect(faultsOfLayout(problem, nester.best)).toEqual([]);
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
    expect(faultsOfLayout(problem, nester.best)).toEqual([]);
    const again = new Nester(problem, { pitch: 1, seed: 9 });
    for (let i = 0; i < 25; i++) again.step();
    expect(again.best).toEqual(nester.best);
  });
  it('lays the rest round what is pinned, and leaves that where it is', () => {
    const pin = { sheet: 0, x: 60, y: 90, turn: 90 };
    const problem = boxesToNest(
      [
        [80, 50],
        [100, 60],
        [90, 90],
        [60, 60],
      ],
      { pinned: [null, pin, null, null] },
    );
    const { best } = nestedAfter(problem, 20);
    expect(best.spots[1]).toEqual(pin);
    expect(faultsOfLayout(problem, best)).toEqual([]);
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
    const { best } = nestedAfter(boxesToNest(sizes, { groups }), 30);
    expect(best.spots[2]?.sheet).toBe(best.spots[4]?.sheet);
    expect(best.spots[3]?.sheet).toBe(best.spots[5]?.sheet);
    expect(best.lengths).toHaveLength(2);
  });
  it('lets a group apart that no sheet takes as a whole, rather than lose a thing', () => {
    const sizes: [number, number][] = [
      [190, 200],
      [190, 200],
    ];
    const { best } = nestedAfter(boxesToNest(sizes, { groups: [0, 0] }), 3);
    expect(best.spots.map((spot) => spot.sheet)).toEqual([0, 1]);
  });
  it('names what is larger than the ground in every turn', () => {
    expect(() => new Nester(boxesToNest([[50, 50], [201, 281]]))).toThrow(TooLarge); // prettier-ignore
    expect(() => new Nester(boxesToNest([[270, 190]]))).not.toThrow();
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
        const { best } = nestedAfter(problem, 2);
        expect(faultsOfLayout(problem, best)).toEqual([]);
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
    const { best } = nestedAfter(problem, 12);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths[0]).toBeLessThanOrEqual(5 * 120 + 6);
  });
  it('come apart again each to its own place, an odd one alone', () => {
    const problem = rollOf(polygonOf(shapeOutline('heart', { width: 90, height: 85 })), 13, 400);
    const { best } = nestedAfter(problem, 12);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.spots.every(({ sheet }) => sheet === 0)).toBe(true);
    expect(new Set(best.spots.map(({ x, y }) => `${x} ${y}`)).size).toBe(13);
  });
});

describe('bounds', () => {
  // Martello and Vigo 1998.
  it('is the area over the sheet’s, rounded up, and never above what is reached', () => {
    const problem = boxesToNest(
      Array.from({ length: 9 }, () => [90, 130] as const),
      {
        shapes: [{ room: offsetPolygon(box(90, 130), 2), turns: [0, 90] }],
        things: Array.from({ length: 9 }, () => 0),
      },
    );
    expect(boundOf(problem)).toBe(Math.ceil((9 * 94 * 134) / (200 * 280)));
    expect(nestedAfter(problem, 10).best.lengths.length).toBeGreaterThanOrEqual(boundOf(problem));
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
