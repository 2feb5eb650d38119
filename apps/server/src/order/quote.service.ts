import { Injectable, Logger } from '@nestjs/common';
import { addressOf, leadOf, quoteRows, sumsOf, type OrderFile } from '@kanga/core/order';
import { formatDay, formatMoney } from '@kanga/core/units';
import { BlankService } from '../blank/index.js';
import { refuse, Refusal } from '../http/index.js';
import { ProofService } from '../proof/index.js';
import { ShopService } from '../shop/index.js';
import { OrderService } from './order.service.js';
import { quotePdf, type QuotePicture } from './quote-pdf.js';

@Injectable()
export class QuoteService {
  private readonly logger = new Logger(QuoteService.name);

  constructor(
    private readonly orders: OrderService,
    private readonly blanks: BlankService,
    private readonly proofs: ProofService,
    private readonly shop: ShopService,
  ) {}

  /** The quote of an order as its customer gets it: nothing of what it costs the shop. */
  async pdf(id: string): Promise<{ name: string; data: Uint8Array }> {
    const file = await this.orders.order(id);
    const { quote, number, name, customer, due } = file.order;
    if (!quote)
      throw refuse(409, 'quote.none', `Order ${number} was not quoted yet`, 'Make a quote under its price first.');
    const [{ settings }, blanks] = await Promise.all([this.shop.read(), this.blanks.all()]);
    const money = (minor: number) => formatMoney(minor, quote.currency);
    const day = (iso: string) => formatDay(iso, settings.dates);
    const sums = sumsOf(quote);
    const rows = quoteRows(quote, (blankId) => blanks.find((blank) => blank.id === blankId)?.size ?? null);
    const data = await quotePdf({
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
