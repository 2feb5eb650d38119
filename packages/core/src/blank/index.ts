export * from './blank.js';
export * from './colour.js';
export * from './fitness.js';
export * from './bleed.js';
export * from './built-in.js';
