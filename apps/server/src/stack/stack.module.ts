import { Module } from '@nestjs/common';
import { JobModule } from '../job/index.js';
import { ShopModule } from '../shop/index.js';
import { CardService } from './card.service.js';
import { PlanController, ProvenController } from './plan.controller.js';
import { PlanService } from './plan.service.js';

@Module({
  imports: [JobModule, ShopModule],
  controllers: [PlanController, ProvenController],
  providers: [PlanService, CardService],
})
export class StackModule {}
