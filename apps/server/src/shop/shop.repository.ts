import { Inject, Injectable } from '@nestjs/common';
import type { Media, Press, Printer, Settings } from '@kanga/core/shop';
import type { Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import { DB } from '../db/index.js';

interface PrinterRow {
  id: string;
  name: string;
  mirrored_by: Printer['mirroredBy'];
}

@Injectable()
export class ShopRepository {
  constructor(@Inject(DB) private readonly db: Knex) {}

  async settings(): Promise<Settings | null> {
    const row = await this.db('settings').first<{ body: Settings } | undefined>('body');
    return row?.body ?? null;
  }

  async saveSettings(settings: Settings): Promise<void> {
    await this.db('settings')
      .insert({ id: 1, body: JSON.stringify(settings) })
      .onConflict('id')
      .merge();
  }

  async floor(): Promise<Omit<Shop, 'settings'>> {
    const [presses, printers, media] = await Promise.all([
      this.db('press').orderBy('position').select<{ body: Press }[]>('body'),
      this.db('printer').orderBy('position').select<PrinterRow[]>('id', 'name', 'mirrored_by'),
      this.db('media').orderBy('position').select<{ body: Media }[]>('body'),
    ]);
    return {
      presses: presses.map((row) => row.body),
      printers: printers.map((row) => ({ id: row.id, name: row.name, mirroredBy: row.mirrored_by })),
      media: media.map((row) => row.body),
    };
  }

  async saveMirror(printerId: string, mirroredBy: Printer['mirroredBy']): Promise<Printer | null> {
    const [row] = await this.db('printer')
      .where({ id: printerId })
      .update({ mirrored_by: mirroredBy })
      .returning<PrinterRow[]>(['id', 'name', 'mirrored_by']);
    return row ? { id: row.id, name: row.name, mirroredBy: row.mirrored_by } : null;
  }

  async addFloor({ presses, printers, media }: Omit<Shop, 'settings'>): Promise<void> {
    await this.db('press').insert(
      presses.map((press, position) => ({ id: press.id, position, body: JSON.stringify(press) })),
    );
    await this.db('printer').insert(
      printers.map(({ id, name, mirroredBy }, position) => ({ id, name, mirrored_by: mirroredBy, position })),
    );
    await this.db('media').insert(
      media.map((one, position) => ({ id: one.id, printer_id: one.printerId, position, body: JSON.stringify(one) })),
    );
  }
}
