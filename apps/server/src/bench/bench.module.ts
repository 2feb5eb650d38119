import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { RunModule } from '../run/index.js';
import { ShopModule } from '../shop/index.js';
import { BenchController } from './bench.controller.js';
import { ClockController } from './clock.controller.js';
import { EventController } from './event.controller.js';
import { PressOrders } from './press-orders.service.js';
import { PressWatch } from './press-watch.service.js';
import { Recount } from './recount.js';
import { RunBook } from './run-book.js';
import { RunService } from './run.service.js';

@Module({
  imports: [JobModule, LiveModule, RunModule, ShopModule],
  controllers: [EventController, ClockController, BenchController],
  providers: [RunBook, RunService, PressWatch, PressOrders, Recount],
})
export class BenchModule {}
