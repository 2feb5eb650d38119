import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Art } from '@kanga/core/art';
import { BUILT_IN_BLANKS } from '@kanga/core/blank';
import { changeOf } from '@kanga/core/job';
import { leadOf, piecesEach } from '@kanga/core/order';
import { JobService } from '../job/index.js';
import { OrderService } from '../order/index.js';
import { PackService } from '../pack/index.js';
import { DEMO_ORDERS, type DemoOrder } from './orders-data.js';
import { DemoPress } from './demo-press.js';
import { pictureItem } from './picture-item.js';
import type { PictureName } from './pictures/index.js';

const DAY = 24 * 3_600_000;

const TERMS = 'Half on order, half when it is fetched. Colours as on the proof, as cloth and press give them.';

/** Fills the demo shop with orders. */
@Injectable()
export class DemoOrders {
  constructor(
    private readonly orders: OrderService,
    private readonly jobs: JobService,
    private readonly press: DemoPress,
    private readonly packs: PackService,
  ) {}

  async load(pictures: ReadonlyMap<PictureName, Art>): Promise<void> {
    for (const order of DEMO_ORDERS) await this.open(order, pictures);
  }

  private async open(demo: DemoOrder, pictures: ReadonlyMap<PictureName, Art>): Promise<void> {
    const { name, customer, note, dueIn, lines, prices } = demo;
    const id = randomUUID();
    const dayIn = (days: number) => new Date(Date.now() + days * DAY).toISOString().slice(0, 10);
    let file = await this.orders.open({ id, name, customer, note, due: dueIn === null ? null : dayIn(dueIn) });
    for (const { what, goods, counts, picture, set } of lines) {
      const sizes = BUILT_IN_BLANKS.filter((blank) => (blank.range ?? blank.name) === goods).flatMap((blank) => {
        const count = counts[blank.size ?? ''];
        return count === undefined ? [] : [{ blankId: blank.id, count }];
      });
      const line = randomUUID();
      file = await this.orders.setLine(id, line, {
        version: file.order.version,
        what,
        sizes,
        ...(set === undefined ? {} : { set }),
      });
      const lead = leadOf(file.jobs, line);
      const art = picture === null ? undefined : pictures.get(picture);
      if (!lead || !art) continue;
      const { job } = await this.jobs.file(lead.id);
      await this.jobs.save(lead.id, {
        ...changeOf(job),
        reached: 'sheet',
        design: [{ fill: 'own', items: [pictureItem(art.id)] }],
      });
    }
    file = await this.orders.order(id);
    if (prices) {
      const sizes = file.jobs.flatMap(({ line, blankId, pieces }) => {
        const at = file.order.lines.findIndex((one) => one.id === line);
        const blank = BUILT_IN_BLANKS.find((one) => one.id === blankId);
        const each = blank ? piecesEach(blank) : 1;
        return blank
          ? [
              {
                line,
                what: file.order.lines[at]?.what ?? '',
                blankId: blank.id,
                blankName: blank.name,
                count: pieces / each,
                price: prices[at] ?? 0,
              },
            ]
          : [];
      });
      await this.orders.quote(id, { until: dayIn(30), currency: 'EUR', sizes, shipping: 0, tax: null, terms: TERMS });
    }
    if (demo.taken) await this.orders.accept(id, customer.name);
    if (demo.made) await this.make(id, demo.made);
    if (demo.cancelled) await this.orders.setState(id, 'cancelled');
  }

  /** Presses an order, judges it, and packs some of it. */
  private async make(
    id: string,
    { spoiled, jobsClosed, packed, closed }: NonNullable<DemoOrder['made']>,
  ): Promise<void> {
    const { jobs } = await this.orders.order(id);
    for (const job of jobs) await this.press.job(job.id, { began: Date.now() - DAY, spoiled, close: jobsClosed });
    const { pieces } = await this.packs.order(id);
    const good = pieces.filter(({ verdict }) => verdict === 'good').slice(0, packed);
    if (good.length > 0)
      await this.packs.packOrder(
        id,
        good.map(({ jobId, piece, what }) => ({
          id: randomUUID(),
          jobId,
          piece,
          kind: 'in' as const,
          bag: what,
          by: 'Juniper',
        })),
      );
    if (closed) await this.orders.setState(id, 'closed');
  }
}
