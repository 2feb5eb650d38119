export * from './run.module.js';
export * from './actual.repository.js';
export * from './event.repository.js';
export * from './pressing.repository.js';
export * from './result.repository.js';
export * from './run-store.js';
