export * from './picture.js';
export * from './problem.js';
export * from './scan.js';
