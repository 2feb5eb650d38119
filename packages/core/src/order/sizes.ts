import type { Blank } from '../blank/index.js';
import { ORDER_LIMITS } from './order.js';

/** Sizes from the smallest on, as garments are marked: youth before adults. */
const MARKS = ['xxs', 'xs', 's', 'm', 'l', 'xl', '2xl', '3xl', '4xl', '5xl', '6xl'];

/** One name for a size that people write in several ways: `XXL` is `2XL`, `Youth M`, `YM` and `M youth` are one, small and large letters are alike. */
export function sizeName(text: string): string {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[\s._-]+/g, ' ')
    .replace(/–/g, '-');
  const youth = /^(?:(?:youth|kids?|child|y) ?(?<a>.+)|(?<b>.+?) ?(?:youth|kids?|child))$/.exec(plain)?.groups;
  const grown = youth?.['a'] ?? youth?.['b'];
  if (grown !== undefined && MARKS.includes(usual(grown))) return `youth ${usual(grown)}`;
  return usual(plain);
}
function usual(size: string): string {
  const words: Record<string, string> = { small: 's', medium: 'm', large: 'l', 'x large': 'xl', 'x small': 'xs' };
  const many = /^(x{2,6})(l|s)$/.exec(size);
  if (many && many[2] === 'l') return `${many[1]?.length ?? 2}xl`;
  return words[size] ?? size;
}

/** The place of a size among others, for sorting: youth first, then garments' marks, then figures by size, then all else by letters. */
function rankOf(size: string): [number, number, string] {
  const name = sizeName(size);
  const youth = name.startsWith('youth ');
  const mark = MARKS.indexOf(name.replace('youth ', ''));
  if (mark >= 0) return [youth ? 0 : 1, mark, name];
  const figure = Number.parseFloat(name);
  return Number.isNaN(figure) ? [3, 0, name] : [2, figure, name];
}
/** Sorts blanks of a range by size, the smallest first. */
export const bySize = (a: Pick<Blank, 'size' | 'name'>, b: Pick<Blank, 'size' | 'name'>): number => {
  const [one, other] = [rankOf(a.size ?? a.name), rankOf(b.size ?? b.name)];
  return one[0] - other[0] || one[1] - other[1] || one[2].localeCompare(other[2]);
};

/** The blanks that differ from one by size alone, itself among them, the smallest first. */
export const rangeOf = (blank: Blank, shelf: readonly Blank[]): Blank[] =>
  blank.range === null
    ? [blank]
    : shelf.filter((other) => other.range === blank.range && (!other.archived || other.id === blank.id)).sort(bySize);

/** The blank of a range that has a size, as people write it; undefined: none. */
export const blankOfSize = (range: readonly Blank[], size: string): Blank | undefined =>
  range.find((blank) => blank.size !== null && sizeName(blank.size) === sizeName(size));

/** Sizes with their counts as they were read, and what could not be. */
export interface ReadSizes {
  sizes: { size: string; count: number }[];
  wrong: string[];
}

/** Words beside the sizes of a spreadsheet that are no sizes. */
const HEADINGS = /^(sizes?|gr(ö|oe|o)(ss|ß)e|count|qty|quantity|pieces|number|how many)$/i;
const TOTALS = /^(total|sum|all|together)$/i;

/**
 * Reads sizes and counts as they are pasted from a spreadsheet or typed: two columns, two rows (sizes above counts), or in a line: `S 5, M 12, 2XL 3`, `5 × M`. The same size twice is added up. What does not read,
 * and a total that is not the sum, is named and spoils nothing else. O(text).
 */
export function readSizes(text: string): ReadSizes {
  const wrong: string[] = [];
  const rows = text
    .replace(/^\ufeff/, '')
    .split(/\r?\n/)
    .map((row) => row.split(/\t|;|,(?!\d{3}\b)/).map((cell) => cell.trim()))
    .map((row) => row.filter((cell) => cell !== ''))
    .filter((row) => row.length > 0);
  const isCount = (cell: string) => /^\d+$/.test(cell);
  const [first, second] = rows;
  // Sizes above counts: as many cells in both rows, and the second row all counts but for its heading.
  const across =
    rows.length === 2 &&
    first !== undefined &&
    second !== undefined &&
    first.length >= 2 &&
    Math.abs(first.length - second.length) <= 1 &&
    second.filter(isCount).length >= second.length - 1 &&
    !first.slice(1).every(isCount);
  const pairs: [string, string][] = [];
  if (across) {
    const counts = second.filter((cell) => !HEADINGS.test(cell));
    const sizes = first.filter((cell) => !HEADINGS.test(cell));
    if (counts.length !== sizes.length)
      wrong.push(`${sizes.length} sizes stand above ${counts.length} counts: give each size one.`);
    else sizes.forEach((size, i) => pairs.push([size, counts[i] ?? '']));
  } else
    for (const row of rows) {
      if (row.every((cell) => HEADINGS.test(cell))) continue;
      const [a = '', b = ''] = row;
      if (row.length === 2 && isCount(b)) pairs.push([a, b]);
      else if (row.length === 2 && isCount(a) && !isCount(b)) pairs.push([b, a]);
      else
        for (const cell of row) {
          const said =
            /^(?<size>.+?)\s*[:=×x*]?\s+(?<count>\d+)$/i.exec(cell)?.groups ??
            /^(?<size>[^\d].*?)[:=](?<count>\d+)$/.exec(cell)?.groups ??
            /^(?<count>\d+)\s*[×x*]?\s+(?<size>.+)$/i.exec(cell)?.groups;
          if (said) pairs.push([said['size'] ?? '', said['count'] ?? '']);
          else wrong.push(`“${cell}” is no size with a count: write it like M 12.`);
        }
    }
  const sizes: ReadSizes['sizes'] = [];
  let total: number | null = null;
  for (const [size, digits] of pairs) {
    const count = Number(digits);
    if (TOTALS.test(size)) {
      total = count;
      continue;
    }
    if (count > ORDER_LIMITS.pieces) {
      wrong.push(`${size}: ${digits} is more than ${ORDER_LIMITS.pieces}, the most of one size.`);
      continue;
    }
    const known = sizes.find((one) => sizeName(one.size) === sizeName(size));
    if (known) known.count += count;
    else sizes.push({ size, count });
  }
  const sum = sizes.reduce((all, { count }) => all + count, 0);
  if (total !== null && total !== sum) wrong.push(`The total says ${total}, and the sizes come to ${sum}.`);
  return { sizes, wrong };
}
