import { Injectable } from '@nestjs/common';
import type { Media, Press, Printer, Settings } from '@kanga/core/shop';
import type { MediaWords, PressWords, PrinterWords, Shop } from '@kanga/contract/shop';
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

  async savePress(id: string, words: PressWords): Promise<Press> {
    const press = { id, ...words };
    await this.shop.savePress(press);
    return press;
  }

  async saveMedia(id: string, words: MediaWords): Promise<Media> {
    const { printers } = await this.shop.floor();
    if (!printers.some((printer) => printer.id === words.printerId)) throw notFound('printer', words.printerId);
    const media = { id, ...words };
    await this.shop.saveMedia(media);
    return media;
  }

  async take(table: 'printer' | 'media' | 'press', id: string): Promise<Shop> {
    const { printers, media, presses } = await this.shop.floor();
    const [name, left] = {
      printer: ['printer', printers.length] as const,
      media: ['paper', media.length] as const,
      press: ['press', presses.length] as const,
    }[table];
    if (left === 1)
      throw refuse(
        409,
        `shop.last-${table}`,
        `This is the only ${name}`,
        'Add another one first: every job needs one.',
      );
    if (!(await this.shop.take(table, id))) throw notFound(name, id);
    return this.read();
  }
}
