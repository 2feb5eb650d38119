import type { Blank } from '../blank/index.js';
import { formatCount, formatMoney, type Minor, wholeMinor } from '../units/index.js';
import { eachOf, sizesOf, type OrderFile, type QuotedSize } from './order.js';

/** A size as it is wanted now: so many, in pieces or pairs. */
export interface WantedSize {
  blankId: string;
  count: number;
}

/** What a job of a size costs beside hands: what is lost with a transfer that was printed for nothing. */
export interface PrintedCost {
  jobId: string;
  /** Paper and ink of a piece, not rounded. */
  each: number;
}

/**
 * What changing a line costs, a sentence each: what the customer took at a price and takes no more or takes more of, and what was printed for nothing. Nothing where nobody has taken the order and nothing is
 * printed. O(sizes).
 */
export function changeSays(
  { order, jobs }: OrderFile,
  line: string,
  wanted: readonly WantedSize[],
  blanks: readonly Pick<Blank, 'id' | 'family'>[],
  costs: readonly PrintedCost[],
): string[] {
  const said: string[] = [];
  const { quote, accepted } = order;
  const currency = quote?.currency ?? 'EUR';
  const own = sizesOf(jobs).filter((job) => job.line === line);
  const countOf = (blankId: string) => wanted.find((one) => one.blankId === blankId)?.count ?? 0;
  if (quote && accepted) {
    const changed = quote.sizes.filter((size) => size.line === line && countOf(size.blankId) !== size.count);
    const added = wanted.filter(
      ({ blankId, count }) => count > 0 && !quote.sizes.some((size) => size.line === line && size.blankId === blankId),
    );
    const difference = changed.reduce((sum, size) => sum + (countOf(size.blankId) - size.count) * size.price, 0);
    if (changed.length > 0)
      said.push(
        `${accepted.by} took this at ${formatMoney(sumOf(quote.sizes, line), currency)}: at the same prices it is ${formatMoney(Math.abs(difference), currency)} ${difference < 0 ? 'less' : 'more'}. It wants their word again.`,
      );
    if (added.length > 0)
      said.push(
        `${formatCount(added.length, 'size')} of it ${added.length === 1 ? 'was' : 'were'} never quoted: quote again.`,
      );
  }
  for (const job of own) {
    if (!job.printed || job.blankId === null) continue;
    const pieces = countOf(job.blankId) * eachOf(job.blankId, blanks);
    const lost = job.pieces - pieces;
    const cost = costs.find(({ jobId }) => jobId === job.id);
    if (lost > 0)
      said.push(
        `Job ${job.number} is printed: ${formatCount(lost, 'transfer')} are for nothing${cost ? `, ${formatMoney(wholeMinor(lost * cost.each), currency)} of paper and ink` : ''}.`,
      );
    if (lost < 0)
      said.push(
        `Job ${job.number} is printed: ${formatCount(-lost, 'more transfer')} ${lost === -1 ? 'has' : 'have'} to be printed.`,
      );
  }
  return said;
}

const sumOf = (sizes: readonly QuotedSize[], line: string): Minor =>
  sizes.filter((size) => size.line === line).reduce((sum, { count, price }) => sum + count * price, 0);
