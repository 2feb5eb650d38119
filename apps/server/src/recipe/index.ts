export * from './recipe.module.js';
export * from './recipe.repository.js';
export * from './recipe.service.js';
