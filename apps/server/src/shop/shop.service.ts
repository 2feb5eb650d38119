import { Injectable } from '@nestjs/common';
import type { Media, Printer, Settings } from '@kanga/core/shop';
import type { MediaWords, PrinterWords, Shop } from '@kanga/contract/shop';
import type { Knex } from 'knex';
import { notFound, refuse } from '../http/index.js';
import { ShopRepository } from './shop.repository.js';

@Injectable()
export class ShopService {
  constructor(private readonly shop: ShopRepository) {}

  async read(): Promise<Shop> {
    const [settings, floor] = await Promise.all([this.shop.settings(), this.shop.floor()]);
    if (!settings)
      throw refuse(
        503,
        'shop.empty',
        'The shop is not set up yet',
        'Wait a moment while the demo shop loads, then reload.',
      );
    return { settings, ...floor };
  }

  async saveSettings(settings: Settings): Promise<Settings> {
    await this.shop.saveSettings(settings);
    return settings;
  }

  async savePrinter(id: string, words: PrinterWords): Promise<Printer> {
    const printer = { id, ...words };
    await this.shop.savePrinter(printer);
    return printer;
  }

  async saveMedia(id: string, words: MediaWords): Promise<Media> {
    const { printers } = await this.shop.floor();
    if (!printers.some((printer) => printer.id === words.printerId)) throw notFound('printer', words.printerId);
    const media = { id, ...words };
    await this.shop.saveMedia(media);
    return media;
  }

  async take(table: 'printer' | 'media', id: string): Promise<Shop> {
    const { printers, media } = await this.shop.floor();
    const last = table === 'printer' ? printers.length === 1 : media.length === 1;
    if (last)
      throw refuse(
        409,
        `shop.last-${table}`,
        table === 'printer' ? 'This is the only printer' : 'This is the only paper',
        'Add another one first: every job needs one to be laid out for.',
      );
    if (!(await this.shop.take(table, id))) throw notFound(table === 'printer' ? 'printer' : 'paper', id);
    return this.read();
  }

  takePaper(mediaId: string, amount: number, trx: Knex.Transaction): Promise<void> {
    return this.shop.takePaper(mediaId, amount, trx);
  }
}
