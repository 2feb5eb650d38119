import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { OrderModule } from '../order/index.js';
import { PurchaseModule } from '../purchase/index.js';
import { RunModule } from '../run/index.js';
import { ShopModule } from '../shop/index.js';
import { CalendarService } from './calendar.service.js';
import { DayController } from './day.controller.js';
import { DayPastService } from './day-past.service.js';
import { DayRepository } from './day.repository.js';
import { DayService } from './day.service.js';

@Module({
  imports: [JobModule, OrderModule, PurchaseModule, RunModule, ShopModule],
  controllers: [DayController],
  providers: [CalendarService, DayPastService, DayRepository, DayService],
  exports: [DayRepository],
})
export class DayModule {}
