export * from './hash.js';
export * from './trace.js';
export * from './nest.js';
