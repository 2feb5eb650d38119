export * from './blank.js';
export * from './template.js';
export * from './shapes.js';
export * from './base.js';
export * from './build.js';
export * from './fitness.js';
export * from './bleed.js';
export * from './built-in/index.js';
