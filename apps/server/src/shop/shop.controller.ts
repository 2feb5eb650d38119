import { Body, Controller, Param } from '@nestjs/common';
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
import { Route, Valid } from '../http/index.js';
import { ShopService } from './shop.service.js';

@Controller()
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Route('shop')
  read(): Promise<Shop> {
    return this.shop.read();
  }

  @Route('changeSettings')
  saveSettings(@Body(new Valid(settingsSchema)) settings: Settings): Promise<Settings> {
    return this.shop.saveSettings(settings);
  }

  @Route('setPrinter')
  savePrinter(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(printerWordsSchema)) words: PrinterWords,
  ): Promise<Printer> {
    return this.shop.savePrinter(id, words);
  }

  @Route('removePrinter')
  takePrinter(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('printer', id);
  }

  @Route('setPress')
  savePress(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(pressWordsSchema)) words: PressWords,
  ): Promise<Press> {
    return this.shop.savePress(id, words);
  }

  @Route('removePress')
  takePress(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('press', id);
  }

  @Route('setMedia')
  saveMedia(
    @Param('id', new Valid(idSchema)) id: string,
    @Body(new Valid(mediaWordsSchema)) words: MediaWords,
  ): Promise<Media> {
    return this.shop.saveMedia(id, words);
  }

  @Route('removeMedia')
  takeMedia(@Param('id', new Valid(idSchema)) id: string): Promise<Shop> {
    return this.shop.take('media', id);
  }
}
