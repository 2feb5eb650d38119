import { Injectable } from '@nestjs/common';
import type { Printer, Settings } from '@kanga/core/shop';
import type { Shop } from '@kanga/contract/shop';
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

  async saveMirror(printerId: string, mirroredBy: Printer['mirroredBy']): Promise<Printer> {
    const printer = await this.shop.saveMirror(printerId, mirroredBy);
    if (!printer) throw notFound('printer', printerId);
    return printer;
  }
}
