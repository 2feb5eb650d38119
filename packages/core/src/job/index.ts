export * from './job.js';
export * from './view.js';
export * from './next-action.js';
export * from './log.js';
export * from './approval.js';
export * from './outcome.js';
export * from './pressed.js';
export * from './swap.js';
