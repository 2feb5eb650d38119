export { type BookEntry, bookOf, IN_A_ROW, type Recipe, withRecipes } from './recipe.js';
