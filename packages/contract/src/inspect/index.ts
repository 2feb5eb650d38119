export * from './fault.js';
export * from './outcome.js';
