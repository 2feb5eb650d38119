import { Injectable, Logger } from '@nestjs/common';
import {
  addressOf,
  amountOf,
  leadOf,
  quoteRows,
  sumsOf,
  type Order,
  type OrderFile,
  type Quote,
} from '@kanga/core/order';
import { formatDay, formatMoney, plainMoney } from '@kanga/core/units';
import { csv } from '../document/index.js';
import { BlankService } from '../blank/index.js';
import { refuse, Refusal } from '../http/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ProofService } from '../proof/index.js';
import { ShopService } from '../shop/index.js';
import { OrderService } from './order.service.js';
import type { quotePdf, QuotePicture } from './quote-pdf.js';

const QUOTE = task<typeof quotePdf>(new URL('./quote-pdf.js', import.meta.url), 'quotePdf');

/** The quote of an order; one that has none is refused. */
function quoteOf({ quote, number }: Order): Quote {
  if (!quote)
    throw refuse(409, 'quote.none', `Order ${number} was not quoted yet`, 'Make a quote under its price first.');
  return quote;
}

@Injectable()
export class QuoteService {
  private readonly logger = new Logger(QuoteService.name);

  constructor(
    private readonly orders: OrderService,
    private readonly blanks: BlankService,
    private readonly proofs: ProofService,
    private readonly shop: ShopService,
    private readonly documents: DocumentMaker,
  ) {}

  /** The quote of an order as its customer gets it: nothing of what it costs the shop. */
  async pdf(id: string): Promise<{ name: string; data: Buffer }> {
    const file = await this.orders.order(id);
    const { number, name, customer, due } = file.order;
    const quote = quoteOf(file.order);
    const [{ settings }, blanks] = await Promise.all([this.shop.read(), this.blanks.all()]);
    const money = (minor: number) => formatMoney(minor, quote.currency);
    const day = (iso: string) => formatDay(iso, settings.dates);
    const sums = sumsOf(quote);
    const rows = quoteRows(quote, (blankId) => blanks.find((blank) => blank.id === blankId)?.size ?? null);
    const data = await this.documents.make(QUOTE, {
      shop: settings.shopName,
      title: `Quote ${number}`,
      to: addressOf(customer),
      facts: [
        name,
        `${day(quote.at.slice(0, 10))}, good until ${day(quote.until)}`,
        ...(due ? [`Wanted by ${day(due)}`] : []),
      ],
      rows: rows.map(({ what, sizes, count, price, amount }) => ({
        what,
        sizes,
        count: String(count),
        price: money(price),
        amount: money(amount),
      })),
      sums: [
        ...(sums.shipping > 0 ? [['Shipping', money(sums.shipping)] as const] : []),
        ...(quote.tax
          ? [
              ['Net', money(sums.net)] as const,
              [`${quote.tax.name}, ${Number((quote.tax.share * 100).toFixed(2))} %`, money(sums.tax)] as const,
            ]
          : []),
        ['Total', money(sums.gross)] as const,
      ],
      pictures: await this.pictures(file),
      terms: quote.terms,
    });
    return { name: `quote-${number}.pdf`, data };
  }

  /** The same as a table that other programs read: a row a size, then the sums; money without signs, and its currency beside it. */
  async table(id: string): Promise<{ name: string; data: string }> {
    const { order } = await this.orders.order(id);
    const { number } = order;
    const quote = quoteOf(order);
    const money = (minor: number) => plainMoney(minor, quote.currency);
    const sums = sumsOf(quote);
    const rows = [
      ['what', 'goods', 'count', 'price', 'amount', 'currency'],
      ...quote.sizes.map((size) => [
        size.what,
        size.blankName,
        size.count,
        money(size.price),
        money(amountOf(size)),
        quote.currency,
      ]),
      ['Shipping', '', '', '', money(sums.shipping), quote.currency],
      ['Net', '', '', '', money(sums.net), quote.currency],
      [quote.tax?.name ?? 'Tax', '', '', '', money(sums.tax), quote.currency],
      ['Total', '', '', '', money(sums.gross), quote.currency],
    ];
    return { name: `quote-${number}.csv`, data: csv(rows) };
  }

  /** How each line looks when it is pressed; a line without art has no picture. */
  private async pictures({ order, jobs }: OrderFile): Promise<QuotePicture[]> {
    const pictures: QuotePicture[] = [];
    for (const { id: line, what } of order.lines) {
      const lead = leadOf(jobs, line);
      if (!lead) continue;
      try {
        pictures.push({ caption: what, png: await this.proofs.png(lead.id, 0, 'pressed', 0) });
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        this.logger.debug(`no picture of ${what}: ${error.message}`);
      }
    }
    return pictures;
  }
}
