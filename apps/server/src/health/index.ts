export * from './health.module.js';
