import { isSizeColumn } from '../art/index.js';
import { sizeName } from '../blank/index.js';
import { ORDER_LIMITS } from './order.js';

/** Sizes with their counts as they were read, and what could not be. */
export interface ReadSizes {
  sizes: { size: string; count: number }[];
  wrong: string[];
}

/** Words beside the sizes of a spreadsheet that are no sizes. */
const COUNTS = /^(count|qty|quantity|pieces|number|how many)$/i;
const isHeading = (cell: string): boolean => isSizeColumn(cell) || COUNTS.test(cell);
/** A sum of money: a sign before or after it, or a currency's code of ISO 4217 (as `Intl` knows them: XXL is none). */
const MONEY = /^(?:\p{Sc}|(?<before>[A-Z]{3})\s)\s*\d[\d.,’']*$|^\d[\d.,’']*\s*(?:\p{Sc}|(?<after>[A-Z]{3}))$/u;
const CODES = new Set(Intl.supportedValuesOf('currency'));
function isMoney(cell: string): boolean {
  const found = MONEY.exec(cell);
  if (!found) return false;
  const code = found.groups?.['before'] ?? found.groups?.['after'];
  return code === undefined || CODES.has(code);
}
const TOTALS = /^(total|sum|all|together)$/i;

/**
 * Reads sizes and counts as they are pasted from a spreadsheet or typed: two columns, two rows (sizes above counts), or in a line: `S 5, M 12, 2XL 3`, `5 × M`. The same size twice is added up. What does not read,
 * and a total that is not the sum, is named and spoils nothing else. Prices beside the counts, of whatever currency, are left out and said. O(text).
 */
export function readSizes(text: string): ReadSizes {
  const wrong: string[] = [];
  const prices: string[] = [];
  const rows = text
    .replace(/^\ufeff/, '')
    .split(/\r?\n/)
    // A comma parts nothing where tabs do: it may be in a number.
    .map((row) => row.split(row.includes('\t') ? '\t' : /;|,(?!\d{3}\b)/).map((cell) => cell.trim()))
    .map((row) => row.filter((cell) => cell !== ''))
    .map((row) =>
      row.filter((cell) => {
        const isPrice = isMoney(cell);
        if (isPrice) prices.push(cell);
        return !isPrice;
      }),
    )
    .filter((row) => row.length > 0);
  if (prices.length > 0)
    wrong.push(
      `${prices.slice(0, 3).join(', ')}${prices.length > 3 ? ` and ${prices.length - 3} more` : ''}: prices are left out here; they are made under Price, in the shop’s currency.`,
    );
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
    const counts = second.filter((cell) => !isHeading(cell));
    const sizes = first.filter((cell) => !isHeading(cell));
    if (counts.length !== sizes.length)
      wrong.push(`${sizes.length} sizes stand above ${counts.length} counts: give each size one.`);
    else sizes.forEach((size, i) => pairs.push([size, counts[i] ?? '']));
  } else
    for (const row of rows) {
      if (row.every(isHeading)) continue;
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
