import { Injectable } from '@nestjs/common';
import { workOf, type DayBook, type DayWork, type Ready } from '@kanga/core/day';
import { wantedOf, type OrderFile } from '@kanga/core/order';
import type { DayFile } from '@kanga/contract/day';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { OrderService } from '../order/index.js';
import { PurchaseService } from '../purchase/index.js';
import { ShopService } from '../shop/index.js';
import { DayRepository } from './day.repository.js';

/** So many open jobs are planned at most, by due day: a plan of more says nothing of the day. Ours. */
const MOST = 150;

@Injectable()
export class DayService {
  /** What was worked out of a job stays good while neither it nor the shop changes. */
  private readonly known = new Map<string, { key: string; work: DayWork }>();

  constructor(
    private readonly days: DayRepository,
    private readonly jobs: JobService,
    private readonly orders: OrderService,
    private readonly purchases: PurchaseService,
    private readonly shop: ShopService,
  ) {}

  async file(): Promise<DayFile> {
    const [book, open, files, items, { settings, ...floor }] = await Promise.all([
      this.days.book(),
      this.days.open(MOST),
      this.orders.list(),
      this.purchases.items(),
      this.shop.read(),
    ]);
    const floorKey = JSON.stringify([floor, settings.house, settings.energy]);
    const works: DayWork[] = [];
    const kept = new Set<string>();
    for (const { id, version, events } of open) {
      const file = files.find(({ jobs }) => jobs.some((job) => job.id === id));
      const { order, ready } = placed(id, file, items);
      const key = JSON.stringify([version, events, order, ready, floorKey]);
      let known = this.known.get(id);
      if (known?.key !== key) {
        known = { key, work: workOf(await this.jobs.view(id), floor.presses, order, ready) };
        this.known.set(id, known);
        // A view takes its time: whoever asks something small meanwhile is answered.
        await new Promise((done) => setImmediate(done));
      }
      kept.add(id);
      works.push(known.work);
    }
    for (const id of this.known.keys()) if (!kept.has(id)) this.known.delete(id);
    return { works, book };
  }

  async keep(book: DayBook): Promise<DayBook> {
    if (!(await this.days.save(book)))
      throw refuse(
        409,
        'day.changed',
        'Somebody else changed the plan of the day meanwhile',
        'Look at how it stands now, and make your change again if it is still wanted.',
      );
    return this.days.book();
  }
}

/** The order that a job is part of, and when its blanks are there. */
function placed(
  id: string,
  file: OrderFile | undefined,
  items: Parameters<typeof wantedOf>[1],
): { order: DayWork['order']; ready: Ready } {
  if (!file) return { order: null, ready: null };
  const order = { id: file.order.id, number: file.order.number };
  const blankId = file.jobs.find((job) => job.id === id)?.blankId;
  const want = wantedOf(file, items).find((one) => one.blankId === blankId);
  if (!want || want.have >= want.wanted) return { order, ready: null };
  return { order, ready: want.item.coming?.day ?? 'never' };
}
