import { Inject, Injectable } from '@nestjs/common';
import type { Media, Press, Printer, Settings } from '@kanga/core/shop';
import { paperItem } from '@kanga/core/stock';
import type { Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';
import { StockLedger } from '../stock/index.js';

/** A paper as it is kept: what is left of it has a book of its own. */
const bodyOf = (media: Media): string => JSON.stringify({ ...media, left: null });
const SHOP = 'as it stands in the shop';

@Injectable()
export class ShopRepository {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly stock: StockLedger,
  ) {}

  async settings(): Promise<Settings | null> {
    const row = await this.db('settings').first<{ body: Settings } | undefined>('body');
    return row?.body ?? null;
  }

  /** Where the shop stands; UTC while there is none. */
  async timeZone(): Promise<string> {
    return (await this.settings())?.timeZone ?? 'UTC';
  }

  async saveSettings(settings: Settings): Promise<void> {
    await this.db('settings')
      .insert({ id: 1, body: JSON.stringify(settings) })
      .onConflict('id')
      .merge();
  }

  async presses(): Promise<Press[]> {
    const rows = await this.db('press').where({ gone: false }).orderBy('position').select<{ body: Press }[]>('body');
    return rows.map((row) => row.body);
  }

  async floor(): Promise<Omit<Shop, 'settings'>> {
    const [presses, printers, media] = await Promise.all([
      this.presses(),
      this.db('printer').where({ gone: false }).orderBy('position').select<{ body: Printer }[]>('body'),
      this.db('media')
        .joinRaw(`LEFT JOIN stock_level ON item = 'paper:' || media.id AND kept`)
        .where({ gone: false })
        .orderBy('position')
        .select<{ body: Media; level: string | null }[]>('media.body', 'stock_level.level'),
    ]);
    return {
      presses,
      printers: printers.map((row) => row.body),
      media: media.map(({ body, level }) => ({ ...body, left: level === null ? null : Math.max(0, Number(level)) })),
    };
  }

  /** Saves a printer or a paper as a whole; a new one comes last. */
  async savePrinter(printer: Printer): Promise<void> {
    await this.db('printer')
      .insert({ id: printer.id, body: JSON.stringify(printer), position: this.last('printer') })
      .onConflict('id')
      .merge(['body']);
  }

  /** Saves a press as a whole; a check that is new is also kept for good. */
  async savePress(press: Press): Promise<void> {
    await this.db.transaction(async (trx) => {
      const before = await trx('press').where({ id: press.id }).first<{ body: Press } | undefined>('body');
      await trx('press')
        .insert({ id: press.id, body: JSON.stringify(press), position: this.last('press') })
        .onConflict('id')
        .merge(['body']);
      if (press.check && press.check.at !== before?.body.check?.at)
        await trx('press_check').insert({ press_id: press.id, at: press.check.at, body: JSON.stringify(press.check) });
    });
  }

  /** Adds printers, papers and presses that are not there yet; those that are stay as the shop has them. */
  async ensureFloor({ printers, media, presses }: Omit<Shop, 'settings'>): Promise<void> {
    await this.db.transaction(async (trx) => {
      const missing = async (
        table: 'printer' | 'media' | 'press',
        rows: { id: string; body: string; printer_id?: string }[],
      ) => {
        const added = new Set<string>();
        for (const row of rows) {
          const [fresh] = await trx(table)
            .insert({ ...row, position: this.last(table) })
            .onConflict('id')
            .ignore()
            .returning<{ id: string }[]>('id');
          if (fresh) added.add(fresh.id);
        }
        return added;
      };
      await missing(
        'printer',
        printers.map((one) => ({ id: one.id, body: JSON.stringify(one) })),
      );
      const papers = await missing(
        'media',
        media.map((one) => ({ id: one.id, printer_id: one.printerId, body: bodyOf(one) })),
      );
      for (const { id, left } of media) if (papers.has(id)) await this.stock.restate(paperItem(id), left, SHOP, trx);
      await missing(
        'press',
        presses.map((one) => ({ id: one.id, body: JSON.stringify(one) })),
      );
    });
  }

  async saveMedia(media: Media): Promise<void> {
    const row = { printer_id: media.printerId, body: bodyOf(media) };
    await this.db.transaction(async (trx) => {
      await trx('media')
        .insert({ id: media.id, ...row, position: this.last('media') })
        .onConflict('id')
        .merge(['printer_id', 'body']);
      await this.stock.restate(paperItem(media.id), media.left, SHOP, trx);
    });
  }

  /** Takes a printer with its papers, or a paper, off the floor; what names it keeps it. False when there is none. */
  async take(table: 'printer' | 'media' | 'press', id: string): Promise<boolean> {
    if (table === 'printer') await this.db('media').where({ printer_id: id }).update({ gone: true });
    return (await this.db(table).where({ id, gone: false }).update({ gone: true })) > 0;
  }

  private last(table: 'printer' | 'media' | 'press'): Knex.Raw {
    return this.db.raw('(SELECT coalesce(max(position), -1) + 1 FROM ??)', [table]);
  }

  async addFloor({ presses, printers, media }: Omit<Shop, 'settings'>): Promise<void> {
    await this.db('press').insert(
      presses.map((press, position) => ({ id: press.id, position, body: JSON.stringify(press) })),
    );
    await this.db('printer').insert(
      printers.map((printer, position) => ({ id: printer.id, position, body: JSON.stringify(printer) })),
    );
    await this.db('media').insert(
      media.map((one, position) => ({ id: one.id, printer_id: one.printerId, position, body: bodyOf(one) })),
    );
    await this.db.transaction(async (trx) => {
      for (const { id, left } of media) await this.stock.restate(paperItem(id), left, SHOP, trx);
    });
  }
}
