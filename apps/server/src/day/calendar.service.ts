import { Injectable } from '@nestjs/common';
import { shiftsOf, workDays } from '@kanga/core/day';
import { amountText } from '@kanga/core/stock';
import { dayIn, momentIn, unitPrinter } from '@kanga/core/units';
import ical from 'ical-generator';
import { OrderService } from '../order/index.js';
import { JobService } from '../job/index.js';
import { PurchaseService } from '../purchase/index.js';
import { ShopService } from '../shop/index.js';
import { DayRepository } from './day.repository.js';

@Injectable()
export class CalendarService {
  constructor(
    private readonly days: DayRepository,
    private readonly jobs: JobService,
    private readonly orders: OrderService,
    private readonly purchases: PurchaseService,
    private readonly shop: ShopService,
  ) {}

  /** Due days, deliveries and shifts, as RFC 5545 has them: days without a time of day, shifts in UTC. The same thing keeps its UID. */
  async feed(): Promise<string> {
    const [book, files, items, jobs, { settings }] = await Promise.all([
      this.days.book(),
      this.orders.allOpen(),
      this.purchases.items(),
      this.jobs.every({ list: 'open', alone: 'true' }),
      this.shop.read(),
    ]);
    const { timeZone, people, shopName } = settings;
    const print = unitPrinter(settings.units, settings);
    const feed = ical({ name: shopName, prodId: { company: 'Kanga', product: 'Day', language: 'EN' } });
    const allDay = (uid: string, day: string, summary: string, description = '') => {
      // A day of the calendar, wherever it is read: the generator prints the local parts of a date.
      const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
      feed.createEvent({ id: uid, start: new Date(year, month - 1, date), allDay: true, summary, description });
    };
    for (const { order } of files)
      if (order.due !== null)
        allDay(`order-${order.id}`, order.due, `Due: order ${order.number}, ${order.name}`, order.customer.name);
    for (const job of jobs)
      if (job.due !== null) allDay(`job-${job.id}`, job.due, `Due: job ${job.number}, ${job.name}`, job.customer);
    for (const { id, name, unit, coming, supplier } of items)
      if (coming)
        allDay(`stock-${id}`, coming.day, `Comes: ${amountText(coming.amount, unit, print)} of ${name}`, supplier);
    const today = dayIn(timeZone, new Date().toISOString());
    for (const shift of shiftsOf(people, book.shifts))
      for (const day of workDays(shift, today)) {
        const at = (clock: string) => new Date(momentIn(timeZone, day, clock));
        feed.createEvent({
          id: `shift-${shift.name}-${day}`,
          start: at(shift.from),
          end: at(shift.to),
          summary: `${shift.name} works`,
        });
      }
    return feed.toString();
  }
}
