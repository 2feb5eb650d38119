import { Module } from '@nestjs/common';
import { BlankModule } from '../blank/index.js';
import { ShopModule } from '../shop/index.js';
import { RecipeController } from './recipe.controller.js';
import { RecipeRepository } from './recipe.repository.js';
import { RecipeService } from './recipe.service.js';

@Module({
  imports: [BlankModule, ShopModule],
  controllers: [RecipeController],
  providers: [RecipeRepository, RecipeService],
  exports: [RecipeRepository, RecipeService],
})
export class RecipeModule {}
