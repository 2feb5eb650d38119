import { Body, Controller } from '@nestjs/common';
import type { Recipe } from '@kanga/core/recipe';
import {
  newRecipeSchema,
  recipeFileSchema,
  type NewRecipe,
  type RecipeFile,
  type RecipesTaken,
} from '@kanga/contract/recipe';
import { Route, Valid } from '../http/index.js';
import { RecipeRepository } from './recipe.repository.js';
import { RecipeService } from './recipe.service.js';

@Controller()
export class RecipeController {
  constructor(
    private readonly recipes: RecipeRepository,
    private readonly book: RecipeService,
  ) {}

  @Route('recipes')
  held(): Promise<Recipe[]> {
    return this.recipes.held();
  }

  /** Accepts settings as the recipe; the same id again changes nothing. */
  @Route('addRecipe')
  async accept(@Body(new Valid(newRecipeSchema)) sent: NewRecipe): Promise<Recipe[]> {
    await this.recipes.add([{ ...sent, settings: { ...sent.settings, accepted: true }, at: new Date().toISOString() }]);
    return this.recipes.held();
  }

  @Route('exportRecipes')
  export(): Promise<RecipeFile> {
    return this.book.export();
  }

  @Route('importRecipes')
  import(@Body(new Valid(recipeFileSchema)) file: RecipeFile): Promise<RecipesTaken> {
    return this.book.import(file);
  }
}
