export * from './scanner.module.js';
