import { Module } from '@nestjs/common';
import { ArtModule } from '../art/index.js';
import { LiveModule } from '../live/index.js';
import { SheetModule } from '../sheet/index.js';
import { ShopModule } from '../shop/index.js';
import { StockModule } from '../stock/index.js';
import { PrintController } from './print.controller.js';
import { PrintRepository } from './print.repository.js';
import { PrintService } from './print.service.js';
import { RenderQueue } from './render.queue.js';
import { Renderer } from './renderer.js';
import { Sender } from './sender.js';

@Module({
  imports: [ArtModule, LiveModule, SheetModule, ShopModule, StockModule],
  controllers: [PrintController],
  providers: [PrintRepository, PrintService, RenderQueue, Renderer, Sender],
  exports: [RenderQueue, Sender],
})
export class PrintModule {}
