export * from './art.js';
export * from './placement.js';
export * from './coverage.js';
export * from './check.js';
