import { rectPolygon } from '../geometry/index.js';
import { clashesOf, Nester, roomAt, type NestProblem, type NestResult } from '../nest/index.js';

/** Boxes of these sizes that may be turned a quarter, to be laid on sheets of 200 × 280 mm unless it is said otherwise. */
export const boxesToNest = (
  sizes: readonly (readonly [number, number])[],
  more: Partial<NestProblem> = {},
): NestProblem => ({
  shapes: sizes.map(([width, height]) => ({ room: rectPolygon({ x: 0, y: 0, width, height }), turns: [0, 90] })),
  things: sizes.map((_, i) => i),
  width: 200,
  length: 280,
  kind: 'cut',
  ...more,
});

/** Nests for so many steps, or until nothing can be better. */
export function nestedAfter(problem: NestProblem, steps: number): Nester {
  const nester = new Nester(problem, { seed: 3 });
  for (let i = 0; i < steps && !nester.proved; i++) nester.step();
  return nester;
}

/** What lies in something else or outside, by sheet, by the polygon test that knows nothing of how a layout came about. */
export const faultsOfLayout = (problem: NestProblem, { spots }: NestResult): unknown[] =>
  [...new Set(spots.map((spot) => spot.sheet))].flatMap((sheet) => {
    const rooms = spots.flatMap((spot, thing) => (spot.sheet === sheet ? [roomAt(problem, thing, spot)] : []));
    const { pairs, outside } = clashesOf(rooms, { width: problem.width, length: problem.length });
    return [...pairs, ...outside].map((what) => ({ sheet, what }));
  });
