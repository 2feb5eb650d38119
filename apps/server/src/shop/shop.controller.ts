import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import type { Printer, Settings } from '@kanga/core/shop';
import { idSchema } from '@kanga/contract/finding';
import { mirrorChoiceSchema, settingsSchema, type Shop } from '@kanga/contract/shop';
import { Valid } from '../http/index.js';
import { ShopService } from './shop.service.js';

@Controller('api/shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  read(): Promise<Shop> {
    return this.shop.read();
  }

  @Put('settings')
  saveSettings(@Body(new Valid(settingsSchema)) settings: Settings): Promise<Settings> {
    return this.shop.saveSettings(settings);
  }

  @Put('printers/:id/mirror')
  saveMirror(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(mirrorChoiceSchema)) choice: Pick<Printer, 'mirroredBy'>,
  ): Promise<Printer> {
    return this.shop.saveMirror(id, choice.mirroredBy);
  }
}
