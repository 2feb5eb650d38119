import { rectPolygon, type Polygon } from '../geometry/index.js';
import { boxesToNest, faultsOfLayout, guillotined, nestedAfter, SQUARED_RECTANGLE, SQUARED_SQUARE } from '../testing/index.js'; // prettier-ignore
import type { Nester, NestProblem } from './index.js';

const box = (width: number, height: number): Polygon => rectPolygon({ x: 0, y: 0, width, height });
describe('published packings', () => {
  it.each([
    ['the squared square of order 21, side 112 (Duijvestijn 1978)', SQUARED_SQUARE, 112, 112],
    ['the squared rectangle of order 9, along its long side (Moroń 1925)', SQUARED_RECTANGLE, 32, 33],
    ['the squared rectangle of order 9, along its short side (Moroń 1925)', SQUARED_RECTANGLE, 33, 32],
  ])('reaches the optimum of %s', (_, sides, width, length) => {
    const problem = boxesToNest(
      sides.map((side) => [side, side]),
      { kind: 'roll', width, length: 1000 },
    );
    expect(sides.reduce((sum, side) => sum + side * side, 0)).toBe(width * length);
    const { best } = nestedAfter(problem, 200);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths).toEqual([expect.closeTo(length, 6)]);
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
  it.each([20, 30, 45])('%s that were cut from a sheet fill it again', (count) => {
    const problem = roll(box, guillotined(count, count, 600, 800));
    const { best } = nestedAfter(problem, 800);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths).toEqual([expect.closeTo(800, 6)]);
  });
  it.each([60, 120])('%s that fill a sheet exactly come near it', (count) => {
    const problem = roll(box, guillotined(count, count, 600, 800));
    const { best } = nestedAfter(problem, 800);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths[0]).toBeGreaterThanOrEqual(800 - 1e-6);
    expect(best.lengths[0]).toBeLessThan(800 * 1.045);
  });
  it('that were cut where no line goes from edge to edge fill their sheet, too', () => {
    // Four round a fifth, like a pinwheel, each of them cut in two; no two of the five make a box.
    const pinwheel = [[410, 93], [410, 107], [83, 600], [107, 600], [223, 200], [187, 200], [190, 251], [190, 349], [220, 400]] as const; // prettier-ignore
    const problem: NestProblem = boxesToNest(pinwheel, { width: 600, length: 2000, kind: 'roll' });
    expect(pinwheel.reduce((sum, [w, h]) => sum + w * h, 0)).toBe(600 * 800);
    const { best } = nestedAfter(problem, 400);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths).toEqual([expect.closeTo(800, 6)]);
  });
  it('with a corner cut off by a hair, or with a label beside them, take the same way', () => {
    const sizes = guillotined(36, 5, 592, 800);
    const nicked = roll((w, h) => [{ x: 0, y: 0 }, { x: w - 0.02, y: 0 }, { x: w, y: 0.02 }, { x: w, y: h }, { x: 0, y: h }], sizes); // prettier-ignore
    const plain = roll(box, sizes);
    expect(nestedAfter(nicked, 200).best.lengths[0]).toBeCloseTo(nestedAfter(plain, 200).best.lengths[0] ?? 0, 6);
    const labelled = roll((w, h) => [{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: Math.min(w, 20), y: h }, { x: Math.min(w, 20), y: h + 5 }, { x: 0, y: h + 5 }], sizes); // prettier-ignore
    const { best } = nestedAfter(labelled, 200);
    expect(faultsOfLayout(labelled, best)).toEqual([]);
    const boxed = roll((w, h) => box(w, h + 5), sizes);
    expect(best.lengths[0]).toBeLessThan((nestedAfter(boxed, 200).best.lengths[0] ?? 0) * 1.03);
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
      const { best } = nestedAfter(problem, 30);
      expect(faultsOfLayout(problem, best)).toEqual([]);
      expect(best.lengths[0]).toBeLessThanOrEqual(240);
    }
  });
  it('on a roll that is too short for all at once go on to be bettered, and stay right', () => {
    // As much as 800 mm of the roll: no length of 500 holds it all.
    const problem: NestProblem = { ...roll(box, guillotined(24, 2, 600, 800)), length: 500 };
    const [begun, gone] = [nestedAfter(problem, 4), nestedAfter(problem, 400)];
    expect(faultsOfLayout(problem, gone.best)).toEqual([]);
    const sum = (nester: Nester) => nester.best.lengths.reduce((all, length) => all + length, 0);
    expect(Math.max(...gone.best.lengths)).toBeLessThanOrEqual(500 + 1e-6);
    expect(sum(gone)).toBeLessThan(sum(begun));
  });
  it('on sheets keep to their length, and none is lost', () => {
    const problem: NestProblem = { ...roll(box, guillotined(40, 9, 600, 800)), kind: 'cut', length: 420 };
    const { best } = nestedAfter(problem, 120);
    expect(faultsOfLayout(problem, best)).toEqual([]);
    expect(best.lengths.length).toBeLessThanOrEqual(3);
  });
});
