import type { RunRow } from '@kanga/core/art';
import { blankOfSize, type Blank } from '@kanga/core/blank';
import { hasSizes, namesBySize, piecesEach, readSizes } from '@kanga/core/order';
import { readRun, type ReadRun } from '../names/index.js';

/** What was pasted into a line: how many of each size, and their names where it was a table of names. */
export interface Pasted {
  /** By blank. */
  counts: Record<string, number>;
  runs: Record<string, RunRow[]>;
  /** What could not be taken, in words. */
  said: string[];
}

/** A table of names with a column of sizes; null: it is none. */
function namesIn(text: string, each: number): ReadRun | null {
  try {
    const run = readRun(text, each);
    return run.columns.length > 1 && hasSizes(run.columns) ? run : null;
  } catch (error) {
    // Sizes alone have no heading, or nothing under it.
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** Reads sizes with counts, or a table of names with a size for each, for goods of some sizes. `called`: what the goods are. */
export function readPaste(text: string, sizes: readonly Blank[], called: string): Pasted {
  const each = sizes[0] ? piecesEach(sizes[0]) : 1;
  const names = namesIn(text, each);
  if (names) {
    const { rows, wrong } = namesBySize(names.rows, sizes);
    const count = (run: readonly RunRow[]) => run.reduce((sum, row) => sum + row.count, 0) / each;
    return {
      counts: Object.fromEntries([...rows].map(([id, run]) => [id, count(run)])),
      runs: Object.fromEntries(rows),
      said: [...names.wrong.map(({ row, why }) => `Row ${row} ${why}.`), ...wrong],
    };
  }
  const read = readSizes(text);
  const counts: Record<string, number> = {};
  const said = [...read.wrong];
  for (const { size, count } of read.sizes) {
    const blank = blankOfSize(sizes, size);
    if (blank) counts[blank.id] = (counts[blank.id] ?? 0) + count;
    else said.push(`${size} (${count}) is not on the shelf for ${called}.`);
  }
  return { counts, runs: {}, said };
}
