export * from './bench.module.js';
