import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  type Buying,
  changeBy,
  type DayUse,
  type StockEvent,
  type StockReport,
  type SupplyWords,
  USUAL_BUYING,
} from '@kanga/core/stock';
import type { StockFile } from '@kanga/contract/stock';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

interface EventRow {
  id: string;
  item: string;
  kind: StockEvent['kind'];
  change: string;
  counted: string | null;
  at: Date;
  who: string | null;
  reason: string;
  batch: string;
  measured: StockEvent['measured'];
}

const eventOf = ({ who, at, change, counted, ...row }: EventRow): StockEvent => ({
  ...row,
  by: who,
  at: at.toISOString(),
  change: Number(change),
  counted: counted === null ? null : Number(counted),
});
const COLUMNS = ['id', 'item', 'kind', 'change', 'counted', 'at', 'who', 'reason', 'batch', 'measured'];

/** How a thing is bought, and what it is where nothing else says so. */
export type ItemBody = Buying & { supply: SupplyWords | null };

/** What a thing has, and the batch that came last. */
export interface Level {
  level: number;
  batch: string;
}

/** What used a thing. */
export interface Use {
  reason: string;
  jobId?: string;
  by?: string | null;
}

/** The book of what is in stock: entries are only ever added, and the database sums them up. */
@Injectable()
export class StockLedger {
  constructor(@Inject(DB) private readonly db: Knex) {}

  /** What there is of each thing that somebody counts, by its id. */
  async levels(db: Knex = this.db): Promise<Map<string, Level>> {
    const rows = await db('stock_level')
      .where({ kept: true })
      .select<{ item: string; level: string; batch: string }[]>('item', 'level', 'batch');
    return new Map(rows.map(({ item, level, batch }) => [item, { level: Number(level), batch }]));
  }

  /** The sum of a thing and whether somebody counts it, nobody changing it before the transaction ends. */
  private async locked(item: string, trx: Knex.Transaction): Promise<{ level: number; kept: boolean }> {
    await trx.raw('SELECT pg_advisory_xact_lock(hashtext(?))', [item]);
    const row = await trx('stock_level')
      .where({ item })
      .first<{ level: string; kept: boolean } | undefined>('level', 'kept');
    return { level: Number(row?.level ?? 0), kept: row?.kept ?? false };
  }

  /** Writes down what somebody reports; what was no longer counted goes on from its sum. The same id again changes nothing; false then. */
  async report(
    { id, item, kind, amount, by, reason, batch, measured }: StockReport,
    trx: Knex.Transaction,
  ): Promise<boolean> {
    const { level } = await this.locked(item, trx);
    const added = await trx('stock_event')
      .insert({
        id,
        item,
        kind,
        change: changeBy({ kind, amount }, level),
        counted: kind === 'count' ? amount : null,
        who: by,
        reason,
        batch,
        measured: measured === null ? null : JSON.stringify(measured),
      })
      .onConflict('id')
      .ignore()
      .returning<{ id: string }[]>('id');
    return added.length > 0;
  }

  /** What was used of a thing that somebody counts; less than nothing: it was not used after all. */
  async use(item: string, amount: number, { reason, jobId, by = null }: Use, trx: Knex.Transaction): Promise<void> {
    if (amount === 0 || !(await this.locked(item, trx)).kept) return;
    await trx('stock_event').insert({
      id: randomUUID(),
      item,
      kind: 'use',
      change: -amount,
      who: by,
      reason,
      job_id: jobId ?? null,
    });
  }

  /** Says what there is of a thing, as a form has it (null: it is not counted). What is as it was leaves no entry. */
  async restate(item: string, amount: number | null, reason: string, trx: Knex.Transaction): Promise<void> {
    const { level, kept } = await this.locked(item, trx);
    if ((kept ? Math.max(0, level) : null) === amount) return;
    const kind = amount === null ? 'stopped' : 'count';
    await this.report({ id: randomUUID(), item, kind, amount, by: null, reason, batch: '', measured: null }, trx);
  }

  /** What pressings take beside the blank. */
  async supplies(db: Knex = this.db): Promise<{ id: string; takes: SupplyWords['takes'] }[]> {
    const rows = await db('stock_item')
      .where({ gone: false })
      .whereLike('id', 'supply:%')
      .select<{ id: string; body: ItemBody }[]>('id', 'body');
    return rows.flatMap(({ id, body }) => (body.supply ? [{ id, takes: body.supply.takes }] : []));
  }

  /** How each thing is bought, and what a supply is, as far as anybody said. */
  async bodies(db: Knex = this.db): Promise<Map<string, ItemBody>> {
    const rows = await db('stock_item').where({ gone: false }).select<{ id: string; body: ItemBody }[]>('id', 'body');
    return new Map(rows.map(({ id, body }) => [id, body]));
  }

  /** Says how a thing is bought, or what a supply is; what is left out stays. */
  async describe(id: string, body: Partial<ItemBody>, trx: Knex.Transaction): Promise<void> {
    await trx('stock_item')
      .insert({ id, body: JSON.stringify({ ...USUAL_BUYING, supply: null, ...body }) })
      .onConflict('id')
      .merge({ body: trx.raw('stock_item.body || ?', [JSON.stringify(body)]), gone: false });
  }

  /** Takes a supply off the list; its entries stay. False when there is none. */
  async take(id: string): Promise<boolean> {
    return (await this.db('stock_item').where({ id, gone: false }).update({ gone: true })) > 0;
  }

  /** What happened to a thing, the newest first. */
  async events(item: string, limit: number): Promise<StockEvent[]> {
    const rows = await this.db('stock_event')
      .where({ item })
      .orderBy('seq', 'desc')
      .limit(limit)
      .select<EventRow[]>(COLUMNS);
    return rows.map(eventOf);
  }

  /** The last receipt of each thing that was measured. */
  async measured(): Promise<StockEvent[]> {
    const rows = await this.db('stock_event')
      .distinctOn('item')
      .where({ kind: 'receipt' })
      .orderBy([{ column: 'item' }, { column: 'seq', order: 'desc' }])
      .select<EventRow[]>(COLUMNS);
    return rows.filter(({ measured }) => measured !== null).map(eventOf);
  }

  /** What was used of each thing by day in a zone, since a day; in no order. */
  async used(since: string, zone: string): Promise<Map<string, DayUse[]>> {
    const { rows } = await this.db.raw<{ rows: { item: string; day: string; amount: string }[] }>(
      `SELECT item, day::text, amount FROM (
         SELECT item, (at AT TIME ZONE ?)::date AS day, -sum(change) AS amount FROM stock_event
         WHERE kind = 'use' AND at >= ? GROUP BY 1, 2
       ) used WHERE amount > 0`,
      [zone, since],
    );
    const byItem = new Map<string, DayUse[]>();
    for (const { item, day, amount } of rows) {
      const days = byItem.get(item) ?? [];
      days.push({ day, amount: Number(amount) });
      byItem.set(item, days);
    }
    return byItem;
  }

  /** The whole book, oldest entry first, and how each thing is bought. */
  async carry(): Promise<StockFile> {
    const events = (await this.db('stock_event').orderBy('seq').select<EventRow[]>(COLUMNS)).map(eventOf);
    return { items: [...(await this.bodies())].map(([id, body]) => ({ id, ...body })), events };
  }

  /** Takes a book in: things that have a book here keep their own. Before the shelf, whose figures then are what the book says. */
  async takeIn({ items, events }: StockFile): Promise<void> {
    await this.db.transaction(async (trx) => {
      const own = new Set(await trx('stock_level').pluck<string[]>('item'));
      for (const { id, ...body } of items) if (!own.has(id)) await this.describe(id, body, trx);
      await this.ensure(
        events.filter(({ item }) => !own.has(item)),
        trx,
      );
    });
  }

  /** Puts entries in as they were, those that are not there yet. */
  async ensure(events: readonly StockEvent[], trx: Knex.Transaction): Promise<void> {
    for (const { by, measured, ...event } of events)
      await trx('stock_event')
        .insert({ ...event, who: by, measured: measured === null ? null : JSON.stringify(measured) })
        .onConflict('id')
        .ignore();
  }
}
