export * from './hash.js';
export * from './trace.js';
