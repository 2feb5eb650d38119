export * from './art.js';
export * from './design.js';
export * from './placement.js';
export * from './compose.js';
export * from './coverage.js';
export * from './check/index.js';
export * from './sizes.js';
export * from './trim.js';
