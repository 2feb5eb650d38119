export * from './job-context.js';
