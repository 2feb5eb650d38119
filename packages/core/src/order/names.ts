import { calledBy, isSizeColumn, sizeIn, type RunRow } from '../art/index.js';
import { blankOfSize, type Blank } from '../blank/index.js';
import { formatCount } from '../units/index.js';

/** A table of names told apart by size. */
export interface NamesBySize {
  /** The rows of each blank, by its id, in their order. */
  rows: Map<string, RunRow[]>;
  /** Sizes that are not on the shelf, and rows without one, with whom they are for. */
  wrong: string[];
}

/** Names that a message has room for. */
const MOST_NAMED = 3;
const listed = (names: readonly string[]): string =>
  `${names.slice(0, MOST_NAMED).join(', ')}${names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : ''}`;

/** Whether a table has a column of sizes at all. */
export const hasSizes = (columns: readonly string[]): boolean => columns.some(isSizeColumn);

/** Puts each row of a run of names with the blank of its size. O(rows · sizes). */
export function namesBySize(run: readonly RunRow[], range: readonly Blank[]): NamesBySize {
  const rows = new Map<string, RunRow[]>();
  const strange = new Map<string, string[]>();
  const append = <T>(lists: Map<string, T[]>, key: string, one: T) => {
    const list = lists.get(key);
    if (list) list.push(one);
    else lists.set(key, [one]);
  };
  const sizeless: string[] = [];
  run.forEach((row, i) => {
    const size = sizeIn(row.values);
    const name = calledBy(row.values) ?? `row ${i + 1}`;
    if (size === '') {
      sizeless.push(name);
      return;
    }
    const blank = blankOfSize(range, size);
    if (blank) append(rows, blank.id, row);
    else append(strange, size, name);
  });
  return {
    rows,
    wrong: [
      ...[...strange].map(([size, names]) => `${size} is not on the shelf: ${listed(names)}.`),
      ...(sizeless.length > 0
        ? [`${formatCount(sizeless.length, 'row')} without a size: ${listed(sizeless)}. Write one for each.`]
        : []),
    ],
  };
}
