import { Injectable } from '@nestjs/common';
import type { RunRow } from '@kanga/core/art';
import type { Blank } from '@kanga/core/blank';
import { addressOf, careOf, packingOf, piecesEach, sizesByLine } from '@kanga/core/order';
import { formatCount, formatDay } from '@kanga/core/units';
import { BlankService } from '../blank/index.js';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import { OrderService } from './order.service.js';
import type { slipPdf, SlipRow } from './slip-pdf.js';

const SLIP = task<typeof slipPdf>(new URL('./slip-pdf.js', import.meta.url), 'slipPdf');

/** What the rows of a run are called on a slip: all that they say, and how often where that is not once. */
const namesOf = (run: readonly RunRow[] | null, each: number): string[] =>
  (run ?? []).map(({ values, count }) => {
    const words = Object.values(values).filter((value) => value !== '');
    const times = count / each;
    return `${words.join(' ')}${times === 1 ? '' : ` (${times})`}`;
  });

@Injectable()
export class SlipService {
  constructor(
    private readonly orders: OrderService,
    private readonly jobs: JobService,
    private readonly blanks: BlankService,
    private readonly shop: ShopService,
    private readonly documents: DocumentMaker,
  ) {}

  /** The packing slip of an order: what goes into its parcel and how, and how it is looked after; nothing of money. */
  async pdf(id: string): Promise<{ name: string; data: Buffer }> {
    const file = await this.orders.order(id);
    const { order, jobs } = file;
    if (jobs.length === 0)
      throw refuse(409, 'slip.nothing', `Order ${order.number} has nothing to pack yet`, 'Add what is ordered first.');
    const [{ settings }, blanks] = await Promise.all([this.shop.read(), this.blanks.all()]);
    const rows: SlipRow[] = [];
    const goods = new Map<string, Blank>();
    for (const { job, blank, what } of sizesByLine(file, blanks)) {
      goods.set(blank.family, blank);
      const each = piecesEach(blank);
      const { run } = await this.jobs.job(job.id);
      rows.push({
        what,
        count: formatCount(job.pieces / each, each === 2 ? 'pair' : 'piece'),
        names: namesOf(run, each),
        how: packingOf(blank),
      });
    }
    const data = await this.documents.make(SLIP, {
      shop: settings.shopName,
      title: `Packing slip ${order.number}`,
      to: addressOf(order.customer),
      facts: [order.name, ...(order.due ? [`Wanted by ${formatDay(order.due, settings.dates)}`] : [])],
      rows,
      note: careOf([...goods.values()], settings.parcels?.care).join('\n'),
    });
    return { name: `slip-${order.number}.pdf`, data };
  }
}
