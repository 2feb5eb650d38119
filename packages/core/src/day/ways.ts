import type { Task } from './model.js';
import { int, real, type GraphShape } from './shape.js';

/** The shortest that a task can last, s: by the quickest of its choices. */
export const shortestOf = ({ needs }: Task): number =>
  Math.min(...(needs[0]?.choices.map(({ lasts }) => lasts) ?? [0]));

/** All tasks, each after those that it is linked to. O(tasks + links). */
export function sortedByLinks({ tasks, inAt, outAt, outTask }: GraphShape): Int32Array {
  const waits = Int32Array.from({ length: tasks }, (_, t) => int(inAt, t + 1) - int(inAt, t));
  const sorted = new Int32Array(tasks);
  let filled = 0;
  for (let t = 0; t < tasks; t++) if (waits[t] === 0) sorted[filled++] = t;
  for (let i = 0; i < filled; i++) {
    const t = int(sorted, i);
    for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
      const other = int(outTask, k);
      if ((waits[other] = int(waits, other) - 1) === 0) sorted[filled++] = other;
    }
  }
  return sorted;
}

/** The earliest moment at which each task can begin if nothing but its links holds it up, and the longest way from its end to the end of its job, s. O(tasks + links). */
export function waysOf(graph: GraphShape): { heads: Float64Array; tails: Float64Array } {
  const { model, tasks, outAt, outTask, outWait } = graph;
  const heads = graph.release.slice();
  const tails = new Float64Array(tasks);
  const lasts = Float64Array.from(model.tasks, shortestOf);
  const sorted = sortedByLinks(graph);
  for (const t of sorted)
    for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
      const other = int(outTask, k);
      heads[other] = Math.max(real(heads, other), real(heads, t) + real(lasts, t) + real(outWait, k));
    }
  for (const t of sorted.reverse())
    for (let k = int(outAt, t), to = int(outAt, t + 1); k < to; k++) {
      const other = int(outTask, k);
      tails[t] = Math.max(real(tails, t), real(outWait, k) + real(lasts, other) + real(tails, other));
    }
  return { heads, tails };
}
