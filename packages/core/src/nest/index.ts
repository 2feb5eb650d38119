export * from './problem.js';
export * from './bound.js';
export { roomAt } from './lay.js';
export * from './verify.js';
export * from './search.js';
