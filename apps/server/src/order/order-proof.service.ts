import { Injectable } from '@nestjs/common';
import { sizesByLine } from '@kanga/core/order';
import { formatDay } from '@kanga/core/units';
import { BlankService } from '../blank/index.js';
import { ProofService } from '../proof/index.js';
import { ShopService } from '../shop/index.js';
import { OrderService } from './order.service.js';

@Injectable()
export class OrderProofService {
  constructor(
    private readonly orders: OrderService,
    private readonly blanks: BlankService,
    private readonly proofs: ProofService,
    private readonly shop: ShopService,
  ) {}

  /** One proof of the whole order for its customer's word: every line, every size, nothing of money. */
  async pdf(id: string): Promise<{ name: string; data: Uint8Array }> {
    const file = await this.orders.order(id);
    const { number, name, customer, due, accepted } = file.order;
    const [{ settings }, blanks] = await Promise.all([this.shop.read(), this.blanks.all()]);
    const day = (iso: string) => formatDay(iso.slice(0, 10), settings.dates);
    const parts = sizesByLine(file, blanks).map(({ job, what }) => ({ id: job.id, heading: what }));
    const data = await this.proofs.pdfOf(
      {
        title: `Proof of order ${number} · ${name}`,
        lines: [...(customer.name ? [`For ${customer.name}`] : []), ...(due ? [`Wanted by ${day(due)}`] : [])],
        approval: accepted ? `Approved by ${accepted.by} on ${day(accepted.at)}` : null,
      },
      parts,
    );
    return { name: `proof-${number}.pdf`, data };
  }
}
