import type { Blank } from './blank.js';

/** Sizes from the smallest on, as garments are marked: youth before adults. */
const MARKS = ['xxs', 'xs', 's', 'm', 'l', 'xl', '2xl', '3xl', '4xl', '5xl', '6xl'];

/** One name for a size that people write in several ways: `XXL` is `2XL`, `Youth M`, `YM` and `M youth` are one, small and large letters are alike. */
export function sizeName(text: string): string {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[\s._–—-]+/g, ' ');
  const youth = /^(?:(?:youth|kids?|child|y) ?(?<a>.+)|(?<b>.+?) ?(?:youth|kids?|child))$/.exec(plain)?.groups;
  const grown = youth?.['a'] ?? youth?.['b'];
  if (grown !== undefined && MARKS.includes(usual(grown))) return `youth ${usual(grown)}`;
  return usual(plain);
}
function usual(size: string): string {
  const words: Record<string, string> = { small: 's', medium: 'm', large: 'l', 'x large': 'xl', 'x small': 'xs' };
  return /^x{2,6}l$/.test(size) ? `${size.length - 1}xl` : (words[size] ?? size);
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
