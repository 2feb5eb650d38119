export * from './art.js';
