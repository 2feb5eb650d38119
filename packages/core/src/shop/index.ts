export * from './shop.js';
export * from './school.js';
