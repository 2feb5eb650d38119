export * from './layout.js';
export * from './mirror.js';
export * from './check.js';
