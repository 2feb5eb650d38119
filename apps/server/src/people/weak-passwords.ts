import { Injectable } from '@nestjs/common';
import { ShopRepository } from '../shop/index.js';
import { weakPassword } from './weak-password.js';

/** Keeps passwords out that are guessed first, the shop's own words among them. */
@Injectable()
export class WeakPasswords {
  constructor(private readonly shop: ShopRepository) {}

  async refuse(password: string, name: string): Promise<void> {
    const settings = await this.shop.settings();
    const refusal = weakPassword(password, [name, settings?.shopName ?? '']);
    if (refusal) throw refusal;
  }
}
