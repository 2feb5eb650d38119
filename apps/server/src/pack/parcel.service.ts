import { Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import { addressOf, careOf, sizesOf, type OrderFile } from '@kanga/core/order';
import { packBoxes, parcelled, shippingFor } from '@kanga/core/pack';
import { formatCount } from '@kanga/core/units';
import type { LabelSize, ParcelFacts } from '@kanga/contract/pack';
import { BlankRepository } from '../blank/index.js';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { OrderService } from '../order/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import type { cardPdf, labelPdf } from './cards-pdf.js';

const MODULE = new URL('./cards-pdf.js', import.meta.url);
const CARD = task<typeof cardPdf>(MODULE, 'cardPdf');
const LABEL = task<typeof labelPdf>(MODULE, 'labelPdf');

interface Counted {
  blankId: string | null;
  count: number;
}

/** What a parcel becomes: its boxes, its labels, and the card that lies in it. */
@Injectable()
export class ParcelService {
  constructor(
    private readonly shop: ShopService,
    private readonly orders: OrderService,
    private readonly blanks: BlankRepository,
    private readonly jobs: JobService,
    private readonly documents: DocumentMaker,
  ) {}

  /** The boxes that take some goods; null: the shop has none. */
  private async of(counted: readonly Counted[], blanks: readonly Blank[]): Promise<ParcelFacts | null> {
    const { parcels } = (await this.shop.read()).settings;
    if (!parcels || parcels.boxes.length === 0) return null;
    const things = counted.flatMap(({ blankId, count }) => {
      const blank = blanks.find(({ id }) => id === blankId);
      return blank ? Array.from({ length: count }, () => parcelled(blank)) : [];
    });
    const { boxes, left, bound, proven } = packBoxes(things, parcels.boxes);
    return {
      boxes: boxes.map((one) => {
        const rate = shippingFor(one, parcels.shipping);
        return {
          name: one.box.name,
          inside: one.box.inside,
          pieces: one.placed.length,
          weight: one.weight,
          shipping: rate && { name: rate.name, price: rate.price },
        };
      }),
      left: left.length,
      bound,
      proven,
      unweighed: [...new Set(things.filter(({ weight }) => weight === null).map(({ name }) => name))],
    };
  }

  /** An order with the goods that are in it. */
  private async goods(id: string): Promise<{ file: OrderFile; blanks: Blank[] }> {
    const file = await this.orders.order(id);
    const wanted = new Set(file.jobs.map(({ blankId }) => blankId));
    return { file, blanks: (await this.blanks.all()).filter(({ id: one }) => wanted.has(one)) };
  }

  private async ordered(id: string): Promise<{ file: OrderFile; blanks: Blank[] }> {
    const goods = await this.goods(id);
    if (goods.file.jobs.length === 0)
      throw refuse(
        409,
        'parcel.nothing',
        `Order ${goods.file.order.number} has nothing to pack yet`,
        'Add what is ordered first.',
      );
    return goods;
  }

  /** What is ordered goes into the parcel, as often as it is ordered. */
  private parcelOf({ file, blanks }: { file: OrderFile; blanks: Blank[] }): Promise<ParcelFacts | null> {
    const counted = sizesOf(file.jobs).map(({ blankId, pieces: count }) => ({ blankId, count }));
    return this.of(counted, blanks);
  }

  async ofOrder(id: string): Promise<ParcelFacts | null> {
    return this.parcelOf(await this.goods(id));
  }

  async ofJob(id: string): Promise<ParcelFacts | null> {
    const { blankId, pieces: count } = await this.jobs.job(id);
    const blank = blankId === null ? null : await this.blanks.find(blankId);
    return this.of([{ blankId, count }], blank ? [blank] : []);
  }

  /** How the goods of an order are looked after, on a card. */
  async card(id: string): Promise<{ name: string; data: Buffer }> {
    const { file, blanks } = await this.ordered(id);
    const { settings } = await this.shop.read();
    const data = await this.documents.make(CARD, {
      shop: settings.shopName,
      care: careOf(blanks, settings.parcels?.care),
    });
    return { name: `care-${file.order.number}.pdf`, data };
  }

  /** A label for each box of the parcel of an order; one where nobody knows how many there are. */
  async label(id: string, size: LabelSize): Promise<{ name: string; data: Buffer }> {
    const goods = await this.ordered(id);
    const { order } = goods.file;
    if (addressOf(order.customer).length === 0)
      throw refuse(
        409,
        'parcel.no-address',
        `Order ${order.number} has no customer yet`,
        'Write who it is for, and where they are reached, under Details.',
      );
    const { settings } = await this.shop.read();
    const parcel = await this.parcelOf(goods);
    const boxes = parcel && parcel.boxes.length > 0 ? parcel.boxes : [null];
    const data = await this.documents.make(LABEL, {
      size,
      labels: boxes.map((box, i) => ({
        from: settings.shopName,
        to: addressOf(order.customer),
        order: `Order ${order.number}`,
        name: order.name,
        part: boxes.length > 1 ? `Box ${i + 1} of ${boxes.length}` : '',
        facts: box
          ? [formatCount(box.pieces, 'piece'), box.weight === null ? '' : `${Math.round(box.weight)} g`].filter(Boolean)
          : [],
      })),
    });
    return { name: `label-${order.number}.pdf`, data };
  }
}
