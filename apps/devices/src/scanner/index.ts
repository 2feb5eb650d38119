export * from './glass.js';
export * from './scanner.js';
