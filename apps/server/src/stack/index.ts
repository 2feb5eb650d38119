export * from './stack.module.js';
export * from './recipe.service.js';
