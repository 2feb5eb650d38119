export * from './art.module.js';
export * from './art.service.js';
export * from './spool.js';
