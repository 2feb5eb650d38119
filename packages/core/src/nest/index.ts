export * from './problem.js';
export * from './bound.js';
export * from './lay.js';
export * from './verify.js';
export * from './search.js';
