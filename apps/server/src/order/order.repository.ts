import { Inject, Injectable } from '@nestjs/common';
import type { Order, OrderFile, OrderJob } from '@kanga/core/order';
import { PAGE } from '@kanga/contract/finding';
import type { OrderPage, OrdersQuery } from '@kanga/contract/order';
import type { Knex } from 'knex';
import { DB, narrowToWords, pageOf, type ListOrder } from '../db/index.js';
import { FIRST_ART } from '../job/index.js';

/** What is kept of an order in one piece; the rest has columns of its own. */
export type OrderBody = Omit<Order, 'id' | 'number' | 'version' | 'due' | 'status' | 'createdAt' | 'updatedAt'>;

interface OrderRow {
  id: string;
  number: number;
  version: number;
  status: Order['status'];
  due: string | null;
  body: OrderBody;
  created_at: Date;
  updated_at: Date;
}
interface JobRow {
  id: string;
  number: number;
  order_id: string;
  line_id: string;
  follows: boolean;
  blank_id: string | null;
  pieces: number;
  status: OrderJob['status'];
  reached: OrderJob['reached'];
  art_id: string | null;
  again: boolean;
  good: string;
  spoiled: string;
  printed: boolean;
  pressed: string;
  packed: string;
  at_press: boolean;
}

const bodyOf = ({ name, customer, note, lines, quote, accepted }: OrderBody): OrderBody => ({
  name,
  customer,
  note,
  lines,
  quote,
  accepted,
});
const orderOf = (row: OrderRow): Order => ({
  id: row.id,
  number: row.number,
  version: row.version,
  status: row.status,
  due: row.due,
  ...bodyOf(row.body),
  createdAt: row.created_at.toISOString(),
  updatedAt: row.updated_at.toISOString(),
});
const jobOf = (row: JobRow): OrderJob => ({
  id: row.id,
  number: row.number,
  line: row.line_id,
  follows: row.follows,
  blankId: row.blank_id,
  pieces: row.pieces,
  status: row.status,
  reached: row.reached,
  artId: row.art_id,
  again: row.again,
  good: Number(row.good),
  spoiled: Number(row.spoiled),
  printed: row.printed,
  pressed: Number(row.pressed),
  packed: Number(row.packed),
  atPress: row.at_press,
});
const COLUMNS = ['id', 'number', 'version', 'status', 'body', 'created_at', 'updated_at'];

const ORDERS: Record<NonNullable<OrdersQuery['list']>, ListOrder> = {
  open: { by: { day: `coalesce(due, 'infinity'::date)` }, number: 'number' },
  past: { by: { moment: 'updated_at' }, number: 'number', falls: true },
};

@Injectable()
export class OrderRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  transaction<T>(work: (trx: Knex.Transaction) => Promise<T>): Promise<T> {
    return this.db.transaction(work);
  }

  private select(db: Knex): Knex.QueryBuilder {
    return db('shop_order').select(...COLUMNS, db.raw('due::text AS due'));
  }

  /** The jobs of some orders, oldest first. */
  private async jobs(ids: readonly string[], db: Knex): Promise<JobRow[]> {
    if (ids.length === 0) return [];
    const { rows } = await db.raw<{ rows: JobRow[] }>(
      `SELECT job.id, job.number, order_id, line_id, follows, again, blank_id, pieces, status, reached,
         ${FIRST_ART} AS art_id,
         coalesce(result.good, 0) AS good, coalesce(result.spoiled, 0) AS spoiled,
         CASE WHEN run_plan.job_id IS NULL THEN 0
           ELSE (SELECT count(DISTINCT piece) FROM pressing WHERE pressing.job_id = job.id) END AS pressed,
         (SELECT count(*) FROM packed WHERE packed.job_id = job.id) AS packed, run_plan.job_id IS NOT NULL AS at_press,
         EXISTS (SELECT FROM print_job JOIN print_event USING (print_id) WHERE print_job.job_id = job.id AND kind = 'printed') AS printed
       FROM unnest(?::uuid[]) wanted JOIN job ON order_id = wanted
       LEFT JOIN LATERAL (SELECT sum(good) AS good, sum(spoiled) AS spoiled FROM run_result WHERE job_id = job.id) result ON true
       LEFT JOIN run_plan ON run_plan.job_id = job.id
       WHERE deleted_at IS NULL ORDER BY job.number`,
      [[...ids]],
    );
    return rows;
  }

  private async whole(rows: OrderRow[], db: Knex): Promise<OrderFile[]> {
    const byOrder = new Map<string, OrderJob[]>(rows.map(({ id }) => [id, []]));
    const ids = rows.map(({ id }) => id);
    for (const row of await this.jobs(ids, db)) byOrder.get(row.order_id)?.push(jobOf(row));
    return rows.map((row) => ({ order: orderOf(row), jobs: byOrder.get(row.id) ?? [] }));
  }

  /** A page of the open ones by due day, or of the others, the last first. */
  async page({ list = 'open', find, after, most = String(PAGE.usual) }: OrdersQuery): Promise<OrderPage> {
    const narrowed = (query: Knex.QueryBuilder): Knex.QueryBuilder => {
      if (list === 'open') void query.where({ status: 'open' });
      else void query.whereNot({ status: 'open' });
      narrowToWords(query, 'words', find);
      return query;
    };
    const [page, [counted]] = await Promise.all([
      pageOf<OrderRow>(narrowed(this.select(this.db)), ORDERS[list], { after, most: Number(most) }, this.db),
      // A size that is made again is no further piece of its order.
      this.db
        .with('listed', narrowed(this.db('shop_order')).select('id'))
        .select<{ total: string; pieces: string | null }[]>(
          this.db.raw('(SELECT count(*) FROM listed) AS total'),
          this.db.raw(
            '(SELECT sum(pieces) FROM listed JOIN job ON order_id = listed.id WHERE deleted_at IS NULL AND NOT again) AS pieces',
          ),
        ),
    ]);
    return {
      orders: await this.whole(page.rows, this.db),
      total: Number(counted?.total ?? 0),
      pieces: Number(counted?.pieces ?? 0),
      next: page.next,
    };
  }

  /** The orders of some jobs, with all of their jobs. */
  async ofJobs(ids: readonly string[]): Promise<OrderFile[]> {
    const orders = this.db('job').whereIn('id', ids).select('order_id');
    return this.whole((await this.select(this.db).whereIn('id', orders)) as OrderRow[], this.db);
  }

  /** The order with its jobs, or null. With `lock` it stays as it is until the transaction ends. */
  async find(id: string, db: Knex = this.db, lock = false): Promise<OrderFile | null> {
    const query = this.select(db).where({ id });
    const rows = (await (lock ? query.forUpdate() : query)) as OrderRow[];
    const [file] = await this.whole(rows, db);
    return file ?? null;
  }

  /** Opened twice with one id it is opened once. */
  async add(id: string, due: string | null, body: OrderBody, trx: Knex.Transaction): Promise<void> {
    await trx('shop_order')
      .insert({ id, due, body: JSON.stringify(body) })
      .onConflict('id')
      .ignore();
  }

  /** Every order, by number. */
  async every(): Promise<Order[]> {
    return ((await this.select(this.db).orderBy('number')) as OrderRow[]).map(orderOf);
  }

  /** Puts orders in as they were, those that are not there yet; each gets a number of this shop. */
  async ensure(orders: readonly Order[]): Promise<void> {
    for (const order of orders)
      await this.db('shop_order')
        .insert({
          id: order.id,
          due: order.due,
          status: order.status,
          version: order.version,
          body: JSON.stringify(bodyOf(order)),
          created_at: order.createdAt,
          updated_at: order.updatedAt,
        })
        .onConflict('id')
        .ignore();
  }

  async save({ id, due, status, ...order }: Order, trx: Knex.Transaction): Promise<void> {
    const body = bodyOf(order);
    await trx('shop_order')
      .where({ id })
      .update({
        due,
        status,
        body: JSON.stringify(body),
        version: trx.raw('version + 1'),
        updated_at: trx.fn.now(3),
      });
  }
}
