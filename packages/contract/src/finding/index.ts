export * from './problem.js';
export * from './waiver.js';
