export * from './inspect.module.js';
export * from './log.repository.js';
export * from './log-table.js';
