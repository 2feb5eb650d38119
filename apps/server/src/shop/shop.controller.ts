import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import type { Media, Press, Printer, Settings } from '@kanga/core/shop';
import { idSchema } from '@kanga/contract/finding';
import {
  mediaWordsSchema,
  pressWordsSchema,
  printerWordsSchema,
  settingsSchema,
  type MediaWords,
  type PressWords,
  type PrinterWords,
  type Shop,
} from '@kanga/contract/shop';
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

  @Put('printers/:id')
  savePrinter(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(printerWordsSchema)) words: PrinterWords,
  ): Promise<Printer> {
    return this.shop.savePrinter(id, words);
  }

  @Delete('printers/:id')
  takePrinter(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('printer', id);
  }

  @Put('presses/:id')
  savePress(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(pressWordsSchema)) words: PressWords,
  ): Promise<Press> {
    return this.shop.savePress(id, words);
  }

  @Delete('presses/:id')
  takePress(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('press', id);
  }

  @Put('media/:id')
  saveMedia(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(mediaWordsSchema)) words: MediaWords,
  ): Promise<Media> {
    return this.shop.saveMedia(id, words);
  }

  @Delete('media/:id')
  takeMedia(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('media', id);
  }
}
