import { taxOn } from '../cost/index.js';
import type { Quote, QuotedSize, QuoteSums } from './order.js';

/** What one size of a quote comes to. */
export const amountOf = ({ count, price }: Pick<QuotedSize, 'count' | 'price'>): number => count * price;

/** The sums of a quote: exact, tax rounded once on the whole. */
export function sumsOf({ sizes, shipping, tax }: Pick<Quote, 'sizes' | 'shipping' | 'tax'>): QuoteSums {
  const goods = sizes.reduce((sum, size) => sum + amountOf(size), 0);
  const net = goods + shipping;
  const taxed = taxOn(net, tax);
  return { goods, shipping, net, tax: taxed, gross: net + taxed };
}

/** A row of a quote as a customer reads it: sizes of one line at one price stand together. */
export interface QuoteRow {
  what: string;
  /** `S 5, M 12`; empty where the goods have no sizes. */
  sizes: string;
  count: number;
  price: number;
  amount: number;
}

/** A quote in rows; `sizeOf` names the size of a blank, or nothing. */
export function quoteRows(quote: Pick<Quote, 'sizes'>, sizeOf: (blankId: string) => string | null): QuoteRow[] {
  const rows = new Map<string, { what: string; sizes: string[]; count: number; price: number }>();
  for (const size of quote.sizes) {
    const key = `${size.line} ${size.price}`;
    const row = rows.get(key) ?? { what: size.what, sizes: [], count: 0, price: size.price };
    const name = sizeOf(size.blankId);
    if (name !== null) row.sizes.push(`${name} ${size.count}`);
    row.count += size.count;
    rows.set(key, row);
  }
  return [...rows.values()].map(({ sizes, ...row }) => ({ ...row, sizes: sizes.join(', '), amount: amountOf(row) }));
}
