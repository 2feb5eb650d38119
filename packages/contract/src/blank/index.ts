export * from './blank.js';
