export * from './job.js';
export * from './run-plan.js';
export * from './ticket.js';
export * from './log.js';
export * from './upgrade.js';
