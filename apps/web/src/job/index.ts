export * from './job-context.js';
export * from './use-download.js';
