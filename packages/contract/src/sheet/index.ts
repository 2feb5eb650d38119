export * from './gap.js';
