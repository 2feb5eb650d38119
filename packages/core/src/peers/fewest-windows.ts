import { differenceD, FillRule } from 'clipper2-ts';
import highs from 'highs';
import { areaOf, boundsOf, rectPolygon, type Point, type Polygon, type Rect } from '../geometry/index.js';

/** What is used of the solver: how its own types are read depends on who builds. */
interface Solver {
  solve: (
    program: string,
    options: { time_limit: number },
  ) => { Status: string; Columns: Record<string, { Primal?: number }> };
}
const loadHighs = highs as unknown as () => Promise<Solver>;
/** Less than this is not bare, mm²; and rounding, mm. */
const BARE = 1;
const HAIR = 1e-6;

/** What an integer program says of the fewest windows over an outline: their number, or that it took too long. */
export type Fewest = { windows: Rect[] } | 'too long';

/** Every place of a window that matters for some points: its left edge and its upper one at points; none that holds less than another. */
function placesFor(
  points: readonly Point[],
  sizes: readonly (readonly [number, number])[],
): { at: Rect; holds: Set<number> }[] {
  const xs = [...new Set(points.map(({ x }) => x))];
  const ys = [...new Set(points.map(({ y }) => y))];
  const made = new Map<string, { at: Rect; holds: number[] }>();
  for (const [width, height] of sizes)
    for (const x of xs)
      for (const y of ys) {
        const holds = points.flatMap((p, i) =>
          p.x >= x - HAIR && p.x <= x + width + HAIR && p.y >= y - HAIR && p.y <= y + height + HAIR ? [i] : [],
        );
        if (holds.length > 0) made.set(holds.join(), { at: { x, y, width, height }, holds });
      }
  const kept: { at: Rect; holds: Set<number> }[] = [];
  for (const { at, holds } of [...made.values()].sort((a, b) => b.holds.length - a.holds.length))
    if (!kept.some((other) => holds.every((i) => other.holds.has(i)))) kept.push({ at, holds: new Set(holds) });
  return kept;
}

/**
 * The fewest windows of a size, as it is or across, that cover an outline: an integer program (HiGHS) over points of it, to which is added what its answer leaves bare (clipper2), until nothing is. Knows nothing
 * of how Kanga does it. Neighbours overlap: each window holds what lies half an overlap within its edges, and all to the edges of the outline's box.
 */
export async function fewestWindows(
  outline: Polygon,
  zone: { width: number; height: number },
  overlap: number,
  { rounds = 40, seconds = 10 } = {},
): Promise<Fewest> {
  const solver = await loadHighs();
  const box = boundsOf(outline);
  const half = overlap / 2;
  const within = outline.map(({ x, y }) => ({
    x: Math.min(Math.max(x, box.x + half), box.x + box.width - half),
    y: Math.min(Math.max(y, box.y + half), box.y + box.height - half),
  }));
  const [width, height] = [zone.width - overlap, zone.height - overlap];
  const points = [...within];
  for (let round = 0; round < rounds; round++) {
    const places = placesFor(points, [[width, height], [height, width]]); // prettier-ignore
    const names = places.map((_, i) => `w${i}`);
    const held = points.map((_, p) => places.flatMap(({ holds }, i) => (holds.has(p) ? [`w${i}`] : [])).join(' + '));
    const program = [
      'Minimize',
      ` all: ${names.join(' + ')}`,
      'Subject To',
      ...held.map((sum, p) => ` p${p}: ${sum} >= 1`),
      'Binary',
      ` ${names.join(' ')}`,
      'End',
      '',
    ].join('\n');
    const { Status, Columns } = solver.solve(program, { time_limit: seconds });
    if (Status !== 'Optimal') return 'too long';
    const windows = places.filter((_, i) => (Columns[`w${i}`]?.Primal ?? 0) > 0.5).map(({ at }) => at);
    const bare = differenceD([within], windows.map((one) => [...rectPolygon(one)]), FillRule.NonZero, 4) // prettier-ignore
      .filter((part) => Math.abs(areaOf(part)) > BARE);
    if (bare.length === 0) return { windows };
    for (const part of bare) {
      const { x, y, width: w, height: h } = boundsOf(part);
      const middle = { x: x + w / 2, y: y + h / 2 };
      for (const p of part) points.push({ x: p.x + (middle.x - p.x) * 0.02, y: p.y + (middle.y - p.y) * 0.02 });
    }
  }
  return 'too long';
}
