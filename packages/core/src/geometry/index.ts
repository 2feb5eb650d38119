export * from './point.js';
export * from './rect.js';
export * from './transform.js';
export * from './polygon.js';
export * from './outline.js';
export * from './crossing.js';
export * from './simplify.js';
