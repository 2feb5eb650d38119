export * from './blank.module.js';
export * from './blank.repository.js';
