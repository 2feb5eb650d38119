import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { JobModule } from '../job/index.js';
import { LiveModule } from '../live/index.js';
import { ShopModule } from '../shop/index.js';
import { CardService } from './card.service.js';
import { PlanController, ProvenController } from './plan.controller.js';
import { PlanService } from './plan.service.js';
import { RecipeController } from './recipe.controller.js';
import { RecipeService } from './recipe.service.js';

@Module({
  imports: [BlankModule, JobModule, LiveModule, ShopModule],
  controllers: [PlanController, ProvenController, RecipeController],
  providers: [PlanService, CardService, RecipeService],
  exports: [RecipeService],
})
export class StackModule {}
