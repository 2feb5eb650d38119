import { begin, find, lengthsOf, spotOf, type Found, type Prepared } from './lay.js';
import type { NestResult } from './problem.js';

/** What a search over best fits may vary. All in mm of depth, which is what places are compared by. */
export interface FitGenes {
  /** How much of a thing's own depth counts beside where it begins, 0 to about 1. */
  depth: number;
  /** For each shape, how much deeper it may begin than another and still be preferred. */
  preferred: readonly number[];
  /** The same for each turned shape. */
  turns: readonly number[];
}

/**
 * Lays down, again and again, whichever of the shapes that are left fits best: where it begins least deep, large ones preferred (best fit,
 * after E. Burke, G. Kendall and G. Whitwell, “A new placement heuristic for the orthogonal stock-cutting problem”, 2004, on outlines
 * instead of boxes). Groups are not minded. O(things × turned shapes + turned shapes × rows × intervals).
 */
export function layBest(prepared: Prepared, { depth, preferred, turns }: FitGenes): NestResult {
  const { problem, pitch, shapes, narrow } = prepared;
  const { spots, sheet } = begin(prepared);
  /** Things of each shape that are to be laid down. */
  const left: number[][] = shapes.map(() => []);
  for (let thing = problem.things.length - 1; thing >= 0; thing--)
    if (!problem.pinned?.[thing]) left[problem.things[thing] as number]?.push(thing);
  let rest = left.reduce((sum, list) => sum + list.length, 0);
  for (let at = 0; rest > 0; at++) {
    const on = sheet(at);
    for (;;) {
      let best: (Found & { shape: number; score: number }) | null = null;
      for (let shape = 0; shape < shapes.length; shape++) {
        if ((left[shape] as number[]).length === 0) continue;
        for (const turned of shapes[shape] as Prepared['shapes'][number]) {
          const found = find(on, turned, prepared);
          if (!found) continue;
          const score =
            found.row * pitch + depth * turned.height - (preferred[shape] as number) - (turns[turned.id] as number);
          if (!best || score < best.score - 1e-9 || (score < best.score + 1e-9 && found.x < best.x))
            best = { ...found, shape, score };
        }
      }
      if (!best) break;
      on.rows.take(best.turned.rows, best.row, best.x, narrow);
      const thing = (left[best.shape] as number[]).pop() as number;
      spots[thing] = spotOf(best, at, pitch);
      rest--;
    }
  }
  return { spots, lengths: lengthsOf(problem, spots) };
}
