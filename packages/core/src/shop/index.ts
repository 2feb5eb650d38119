export * from './shop.js';
export * from './dates.js';
