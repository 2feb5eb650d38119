export * from './live.module.js';
export * from './live.service.js';
