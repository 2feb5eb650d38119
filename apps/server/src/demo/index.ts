export * from './demo.module.js';
export * from './demo.service.js';
