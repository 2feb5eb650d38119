import { Injectable } from '@nestjs/common';
import { ORDER_LIMITS, type OrderFile, type Quote } from '@kanga/core/order';
import { isDeepStrictEqual } from 'node:util';
import type { SplitOrder } from '@kanga/contract/order';
import { refuse } from '../http/index.js';
import { JobRepository } from '../job/index.js';
import { mustBeOpen } from './must-be-open.js';
import { OrderRepository } from './order.repository.js';
import { OrderService } from './order.service.js';

const OPEN_ONLY = 'Only open orders are split and put together.';

/** Takes lines out of an order into one of their own, and puts two orders together. Jobs move as they are: no piece is lost, and none is there twice. */
@Injectable()
export class SplitService {
  constructor(
    private readonly orders: OrderService,
    private readonly rows: OrderRepository,
    private readonly jobs: JobRepository,
  ) {}

  /** Some lines become an order of their own, for the same customer and day, at the prices that they were quoted at. Sent again it changes nothing. Gives the new one. */
  async split(id: string, { id: fresh, lines: wanted }: SplitOrder): Promise<OrderFile> {
    await this.rows.transaction(async (trx) => {
      const { order } = await this.orders.order(id, trx, true);
      if (await this.rows.find(fresh, trx)) return;
      mustBeOpen(order, OPEN_ONLY);
      const strange = wanted.find((line) => !order.lines.some((one) => one.id === line));
      if (strange !== undefined)
        throw refuse(409, 'order.changed', 'A line is not in this order any more', 'Look at how it stands now.');
      if (wanted.length === order.lines.length)
        throw refuse(422, 'order.split', 'All lines were chosen', 'Leave at least one in the order: it stays with it.');
      const goes = (line: string) => wanted.includes(line);
      const { name, customer, due, note, quote, accepted } = order;
      const part = (own: (line: string) => boolean, shipping: number): Quote | null => {
        const sizes = quote?.sizes.filter(({ line }) => own(line)) ?? [];
        if (!quote || sizes.length === 0) return null;
        // What it was reckoned to cost was that of the whole.
        const { reckoned, ...rest } = quote;
        void reckoned;
        return { ...rest, sizes, shipping };
      };
      const there = part(goes, 0);
      const here = part((line) => !goes(line), quote?.shipping ?? 0);
      await this.rows.add(
        fresh,
        due,
        {
          name,
          customer,
          note,
          lines: order.lines.filter((line) => goes(line.id)),
          quote: there,
          accepted: there && accepted,
        },
        trx,
      );
      await this.jobs.toOrder(id, { id: fresh, customer: customer.name, due }, wanted, trx);
      await this.rows.save(
        { ...order, lines: order.lines.filter((line) => !goes(line.id)), quote: here, accepted: here && accepted },
        trx,
      );
    });
    return this.orders.order(fresh);
  }

  /** The lines of another order come into this one; the other is cancelled, and says where its lines went. */
  async merge(id: string, from: string): Promise<OrderFile> {
    if (id === from)
      throw refuse(422, 'order.merge', 'An order is not put together with itself', 'Choose another one.');
    await this.rows.transaction(async (trx) => {
      // In one order, whoever asks: two tables that do it at once wait for each other.
      const [first, second] = [id, from].sort() as [string, string];
      const found = new Map([
        [first, await this.orders.order(first, trx, true)],
        [second, await this.orders.order(second, trx, true)],
      ]);
      const [into, other] = [found.get(id)?.order, found.get(from)?.order];
      if (!into || !other) return;
      mustBeOpen(into, OPEN_ONLY);
      if (other.status === 'cancelled' && other.lines.length === 0) return;
      mustBeOpen(other, OPEN_ONLY);
      const isAlike =
        into.quote !== null &&
        other.quote !== null &&
        into.quote.currency === other.quote.currency &&
        isDeepStrictEqual(into.quote.tax, other.quote.tax);
      const quote = isAlike && into.quote && other.quote ? together(into.quote, other.quote) : null;
      if (into.lines.length + other.lines.length > ORDER_LIMITS.lines)
        throw refuse(
          422,
          'order.lines',
          `Together they have more than ${ORDER_LIMITS.lines} lines`,
          'Leave them as two orders.',
        );
      const due = earlier(into.due, other.due);
      await this.jobs.toOrder(
        from,
        { id, customer: into.customer.name, due },
        other.lines.map((line) => line.id),
        trx,
      );
      await this.rows.save(
        {
          ...into,
          lines: [...into.lines, ...other.lines],
          due,
          quote,
          accepted: quote && into.accepted && other.accepted,
        },
        trx,
      );
      const note = [other.note, `Put together with order ${into.number}.`].filter(Boolean).join('\n').slice(0, 4000);
      await this.rows.save({ ...other, lines: [], quote: null, accepted: null, status: 'cancelled', note }, trx);
    });
    return this.orders.order(id);
  }
}

const earlier = (a: string | null, b: string | null): string | null =>
  a === null || b === null ? (a ?? b) : a < b ? a : b;

/** Two quotes as one: it holds as long as the shorter of them. */
function together(one: Quote, other: Quote): Quote {
  const { reckoned, ...rest } = one;
  void reckoned;
  return {
    ...rest,
    until: one.until < other.until ? one.until : other.until,
    sizes: [...one.sizes, ...other.sizes],
    shipping: one.shipping + other.shipping,
    terms: one.terms === other.terms ? one.terms : [one.terms, other.terms].filter(Boolean).join('\n').slice(0, 2000),
  };
}
