import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { BenchController } from './bench.controller.js';
import { ClockController } from './clock.controller.js';
import { EventController } from './event.controller.js';
import { PressWatch } from './press-watch.service.js';
import { RunBook } from './run-book.js';

@Module({
  imports: [JobModule, LiveModule, ShopModule],
  controllers: [EventController, ClockController, BenchController],
  providers: [RunBook, PressWatch],
})
export class BenchModule {}
