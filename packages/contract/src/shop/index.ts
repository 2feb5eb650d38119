export * from './shop.js';
