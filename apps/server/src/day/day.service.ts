import { Injectable } from '@nestjs/common';
import { workOf, type DayBook, type DayWork, type Ready } from '@kanga/core/day';
import { wantedOf, type OrderFile } from '@kanga/core/order';
import type { StockItem } from '@kanga/core/stock';
import type { DayFile } from '@kanga/contract/day';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { OrderRepository } from '../order/index.js';
import { PurchaseService } from '../purchase/index.js';
import { PlateRatesRepository, ResultRepository } from '../run/index.js';
import { ShopService } from '../shop/index.js';
import { DayPastService } from './day-past.service.js';
import { DayRepository } from './day.repository.js';

/** So many open jobs are planned at most, by due day: a plan of more says nothing of the day. Ours. */
const MOST = 150;

@Injectable()
export class DayService {
  /** What was worked out of jobs stays good while neither they nor the shop change. */
  private known = { shop: '', works: new Map<string, { key: string; work: DayWork }>() };

  constructor(
    private readonly days: DayRepository,
    private readonly jobs: JobService,
    private readonly orders: OrderRepository,
    private readonly results: ResultRepository,
    private readonly purchases: PurchaseService,
    private readonly shop: ShopService,
    private readonly past: DayPastService,
    private readonly plates: PlateRatesRepository,
  ) {}

  async file(): Promise<DayFile> {
    const open = await this.days.open(MOST);
    const [book, files, items, proven, pace, rates, { settings, ...floor }] = await Promise.all([
      this.days.book(),
      this.orders.ofJobs(open.map(({ id }) => id)),
      this.purchases.items(),
      this.results.proven(),
      this.past.pace(),
      this.plates.all(),
      this.shop.read(),
    ]);
    const places = new Map(files.flatMap((file) => placesIn(file, items)));
    const shopKey = JSON.stringify([floor, settings.house, settings.energy, proven]);
    const known = this.known.shop === shopKey ? this.known.works : new Map<string, { key: string; work: DayWork }>();
    const works: typeof known = new Map();
    for (const job of open) {
      const { order, ready } = places.get(job.id) ?? { order: null, ready: null };
      const key = JSON.stringify([job, order, ready]);
      let one = known.get(job.id);
      if (one?.key !== key) {
        one = { key, work: workOf(await this.jobs.view(job.id), floor.presses, order, ready) };
        // A view takes its time: whoever asks something small meanwhile is answered.
        await new Promise((done) => setImmediate(done));
      }
      works.set(job.id, one);
    }
    this.known = { shop: shopKey, works };
    return { works: [...works.values()].map(({ work }) => work), book, pace, rates };
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

/** Of each job of an order, that order, and when the blanks for it are there. */
function placesIn(file: OrderFile, items: readonly StockItem[]): [string, { order: DayWork['order']; ready: Ready }][] {
  const order = { id: file.order.id, number: file.order.number };
  const wants = wantedOf(file, items);
  return file.jobs.map(({ id, blankId }) => {
    const want = wants.find((one) => one.blankId === blankId);
    const isShort = want !== undefined && want.have < want.wanted;
    return [id, { order, ready: isShort ? (want.item.coming?.day ?? 'never') : null }];
  });
}
