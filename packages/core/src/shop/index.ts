export * from './shop.js';
export * from './dates.js';
export * from './school.js';
