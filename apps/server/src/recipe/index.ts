export { RecipeModule } from './recipe.module.js';
export { RecipeRepository } from './recipe.repository.js';
export { RecipeService } from './recipe.service.js';
