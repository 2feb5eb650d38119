import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { RunModule } from '../run/index.js';
import { StockModule } from '../stock/index.js';
import { ShopModule } from '../shop/index.js';
import { CardService } from './card.service.js';
import { PlanController, ProvenController } from './plan.controller.js';
import { PlanService } from './plan.service.js';
import { SettingsSheetController } from './settings-sheet.controller.js';

@Module({
  imports: [StockModule, BlankModule, JobModule, LiveModule, RunModule, ShopModule],
  controllers: [PlanController, ProvenController, SettingsSheetController],
  providers: [PlanService, CardService],
})
export class StackModule {}
