export {
  type NewRecipe,
  newRecipeSchema,
  type RecipeFile,
  recipeFileSchema,
  recipeSchema,
  type RecipesTaken,
  recipesTakenSchema,
  type SharedRecipe,
} from './recipe.js';
