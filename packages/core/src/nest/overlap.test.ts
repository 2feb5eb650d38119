import { FillRule, minkowskiDiffD, PointInPolygonResult, pointInPolygonD, unionD } from 'clipper2-ts';
import { shapeOutline } from '../blank/index.js';
import {
  areaOf,
  atOrigin,
  offsetPolygon,
  polygonOf,
  rectPolygon,
  simplified,
  type Polygon,
} from '../geometry/index.js';
import { seeded } from '../numbers/index.js';
import { jigsaw, mixedGoods } from '../testing/index.js';
import { clashesOf, Nester, roomAt, type NestProblem, type NestResult } from './index.js';
import { prepare } from './lay.js';
import { NoFit } from './no-fit.js';
import { OverlapSearch } from './overlap-search.js';
import { rowsOf } from './rows.js';

const heart = polygonOf(shapeOutline('heart', { width: 90, height: 85 }));
const mask = polygonOf(shapeOutline('mask', { width: 190, height: 140 }));
const problemOf = (rooms: Polygon[], things: number[], more: Partial<NestProblem> = {}): NestProblem => ({
  shapes: rooms.map((room) => ({ room, turns: [0, 90, 180, 270] })),
  things,
  width: 320,
  length: 4000,
  kind: 'roll',
  ...more,
});
const many = (count: number) => Array.from({ length: count }, () => 0);

/** Each alone in its row, or on a sheet of its own. */
function spread(problem: NestProblem, pitch: number, ownSheets = false): NestResult {
  const { shapes } = prepare(problem, pitch);
  let y = 0;
  const spots = problem.things.map((shape, thing) => {
    const [{ dx, dy, turn, height } = { dx: 0, dy: 0, turn: 0, height: 0 }] = shapes[shape] ?? [];
    const spot = { sheet: ownSheets ? thing : 0, x: dx, y: y + dy, turn };
    if (!ownSheets) y += Math.ceil(height / pitch) * pitch;
    return spot;
  });
  return { spots, lengths: ownSheets ? spots.map(() => 150) : [y] };
}
/** The best that some passes come to. */
function bettered(problem: NestProblem, start: NestResult, passes: number): NestResult {
  let best = start;
  const search = OverlapSearch.of(prepare(problem, 1), 0, 5)?.closer(() => best);
  for (let i = 0; search && i < passes; i++) {
    const found = search.next();
    if (found.value) best = found.value;
  }
  return best;
}
function right(problem: NestProblem, { spots, lengths }: NestResult): void {
  lengths.forEach((length, sheet) => {
    const rooms = spots.flatMap((spot, thing) => (spot.sheet === sheet ? [roomAt(problem, thing, spot)] : []));
    const size = { width: problem.width, length: problem.kind === 'roll' ? length : problem.length };
    const { pairs, outside } = clashesOf(rooms, size);
    expect([pairs, outside]).toEqual([[], []]);
  });
  expect(spots.every(({ sheet }) => sheet >= 0 && sheet < lengths.length)).toBe(true);
}

describe('NoFit', () => {
  it('is the Minkowski difference of the outlines, within a row (held against clipper2)', () => {
    const pitch = 0.5;
    const random = seeded(4);
    const [sock = []] = mixedGoods().outlines;
    const shapes = [heart, mask, sock, offsetPolygon(heart, -20)].map((shape) => atOrigin(simplified(shape, 1)));
    let [forbidden, free] = [0, 0];
    for (const one of shapes) {
      for (const other of shapes) {
        const fit = NoFit.of(rowsOf(one, pitch, 0), rowsOf(other, pitch, 0), pitch);
        const truth = unionD(minkowskiDiffD([...other], [...one], true), [], FillRule.NonZero, 4);
        // Corners of each on edges of the other leave a hole where one lies wholly inside the other.
        const outer = truth.filter((path) => areaOf(path) === Math.max(...truth.map(areaOf)));
        const within = (x: number, y: number) => outer.some((path) => pointInPolygonD({ x, y }, path) === PointInPolygonResult.IsInside); // prettier-ignore
        for (let i = 0; i < 150; i++) {
          const down = fit.least + Math.floor(random() * fit.count);
          const across = (random() * 2 - 1) * 220;
          const row = down - fit.least;
          const says = [...fit.from.subarray(fit.first[row], fit.first[row + 1])].some((from, k) => across > from && across < (fit.to[(fit.first[row] ?? 0) + k] ?? 0)); // prettier-ignore
          // Rows are a little larger than the shapes, never smaller.
          const near = [-1.2, 0, 1.2].flatMap((dx) =>
            [-1.2, 0, 1.2].map((dy) => within(across + dx, down * pitch + dy)),
          );
          if (within(across, down * pitch)) {
            forbidden++;
            expect(says).toBe(true);
          } else if (!near.includes(true)) {
            free++;
            expect(says).toBe(false);
          }
        }
      }
    }
    expect(Math.min(forbidden, free)).toBeGreaterThan(300);
  });
  it('seen from the other shape is its mirror, and knows how far it is out of it, up or down', () => {
    const [a, b] = [rowsOf(atOrigin(heart), 1, 0), rowsOf(atOrigin(mask), 1, 0)];
    const mirrored = NoFit.of(a, b, 1).mirrored();
    const made = NoFit.of(b, a, 1);
    expect([mirrored.least, mirrored.count, mirrored.first]).toEqual([made.least, made.count, made.first]);
    expect(Math.max(...mirrored.from.map((from, i) => Math.abs(from - (made.from[i] ?? NaN))))).toBeLessThan(1e-9);
    expect(Math.max(...mirrored.to.map((to, i) => Math.abs(to - (made.to[i] ?? NaN))))).toBeLessThan(1e-9);
    // Two boxes, 40 high and 60 high: from level with each other it is 40 down, or 60 up; half way it is less.
    const boxes = NoFit.of(rowsOf(rectPolygon({ x: 0, y: 0, width: 30, height: 40 }), 1, 0), rowsOf(rectPolygon({ x: 0, y: 0, width: 30, height: 60 }), 1, 0), 1); // prettier-ignore
    expect(boxes.depth(0 - boxes.least, 0)).toBeGreaterThanOrEqual(38);
    expect(boxes.depth(0 - boxes.least, 0)).toBeLessThanOrEqual(42);
    expect(boxes.depth(30 - boxes.least, 10)).toBeGreaterThanOrEqual(8);
    expect(boxes.depth(30 - boxes.least, 10)).toBeLessThanOrEqual(12);
  });
});

describe('OverlapSearch', () => {
  it('brings a column of hearts together to less than rows of them take, and none lies in another', () => {
    const problem = problemOf([offsetPolygon(heart, 4)], many(15));
    const start = spread(problem, 1);
    right(problem, start);
    const best = bettered(problem, start, 400);
    right(problem, best);
    // Three in a row of 320, five rows of 93.
    expect(best.lengths[0]).toBeLessThan(5 * 93);
  });
  it('leaves a sheet out where the others take what lies on it', () => {
    const problem = problemOf([offsetPolygon(mask, 2)], many(6), { width: 200, length: 300, kind: 'cut' });
    const best = bettered(problem, spread(problem, 1, true), 200);
    right(problem, best);
    expect(best.lengths).toHaveLength(3);
  });
  it('moves nothing that is pinned, and minds it', () => {
    const pin = { sheet: 0, x: 150, y: 160, turn: 90 };
    const problem = { ...problemOf([heart], many(9)), pinned: [null, pin, ...many(7).map(() => null)] };
    const start = spread(problem, 1);
    const spots = start.spots.map((spot, thing) => (thing === 1 ? pin : { ...spot, y: spot.y + 400 }));
    const best = bettered(problem, { spots, lengths: [(start.lengths[0] ?? 0) + 400] }, 300);
    right(problem, best);
    expect(best.spots[1]).toEqual(pin);
    expect(best.lengths[0]).toBeLessThan(400);
  });
  it('ends where nothing can be shorter, and has nothing to do where nothing may move', () => {
    const single = problemOf([mask], [0]);
    const alone = prepare(single, 1);
    expect(OverlapSearch.of({ ...alone, problem: { ...single, pinned: [{ sheet: 0, x: 0, y: 0, turn: 0 }] } }, 0, 1)).toBeNull(); // prettier-ignore
    const best = spread(single, 1);
    expect(
      OverlapSearch.of(alone, best.lengths[0] ?? 0, 1)
        ?.closer(() => best)
        .next().done,
    ).toBe(true);
  });
});

describe('a search that moves what lies in something else', () => {
  it('comes near the sheet that odd pieces were cut from', () => {
    const rooms = jigsaw(8, 8, 300, 200);
    expect(rooms.reduce((sum, room) => sum + areaOf(room), 0)).toBeCloseTo(300 * 200, 3);
    const problem: NestProblem = {
      shapes: rooms.map((room) => ({ room, turns: [0, 180] })),
      things: rooms.map((_, i) => i),
      width: 300,
      length: 3000,
      kind: 'roll',
    };
    const nester = new Nester(problem, { seed: 3 });
    const first = nester.best.lengths[0] ?? 0;
    for (let i = 0; i < 2500; i++) nester.step();
    right(problem, nester.best);
    expect(nester.best.lengths[0]).toBeLessThan(Math.min(first, 200 * 1.1));
    expect(nester.bound).toBeCloseTo(200, 6);
  });
  it('goes on from what another search found, if that is better', () => {
    const problem = problemOf([heart], many(8));
    const [one, other] = [new Nester(problem, { seed: 1 }), new Nester(problem, { seed: 2 })];
    for (let i = 0; i < 150; i++) one.step();
    expect(one.best.lengths[0]).toBeLessThan(other.best.lengths[0] ?? 0);
    const before = one.best;
    one.offer(other.best);
    expect(one.best).toBe(before);
    other.offer(one.best);
    expect(other.best).toBe(before);
  });
});
