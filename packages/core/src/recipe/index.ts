export * from './recipe.js';
