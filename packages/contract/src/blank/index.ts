export * from './blank.js';
export * from './scanner.js';
