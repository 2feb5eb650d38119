import { Inject, Injectable } from '@nestjs/common';
import type { Media, Press, Printer, Settings } from '@kanga/core/shop';
import type { Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

@Injectable()
export class ShopRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

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
      this.db('media').where({ gone: false }).orderBy('position').select<{ body: Media }[]>('body'),
    ]);
    return {
      presses,
      printers: printers.map((row) => row.body),
      media: media.map((row) => row.body),
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
        for (const row of rows)
          await trx(table)
            .insert({ ...row, position: this.last(table) })
            .onConflict('id')
            .ignore();
      };
      await missing(
        'printer',
        printers.map((one) => ({ id: one.id, body: JSON.stringify(one) })),
      );
      await missing(
        'media',
        media.map((one) => ({ id: one.id, printer_id: one.printerId, body: JSON.stringify(one) })),
      );
      await missing(
        'press',
        presses.map((one) => ({ id: one.id, body: JSON.stringify(one) })),
      );
    });
  }

  async saveMedia(media: Media): Promise<void> {
    const row = { printer_id: media.printerId, body: JSON.stringify(media) };
    await this.db('media')
      .insert({ id: media.id, ...row, position: this.last('media') })
      .onConflict('id')
      .merge(['printer_id', 'body']);
  }

  /** Takes a printer with its papers, or a paper, off the floor; what names it keeps it. False when there is none. */
  async take(table: 'printer' | 'media' | 'press', id: string): Promise<boolean> {
    if (table === 'printer') await this.db('media').where({ printer_id: id }).update({ gone: true });
    return (await this.db(table).where({ id, gone: false }).update({ gone: true })) > 0;
  }

  /** Takes printed paper off what is left of it, where anybody counts; never below nothing. */
  async takePaper(mediaId: string, amount: number, trx: Knex.Transaction): Promise<void> {
    await trx.raw(
      `UPDATE media SET body = jsonb_set(body, '{left}', to_jsonb(greatest(0, (body->>'left')::numeric - ?)))
       WHERE id = ? AND body->'left' <> 'null'`,
      [amount, mediaId],
    );
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
      media.map((one, position) => ({ id: one.id, printer_id: one.printerId, position, body: JSON.stringify(one) })),
    );
  }
}
