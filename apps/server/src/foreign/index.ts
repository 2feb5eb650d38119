/** Reads what strangers made (pictures, drawings, pages, profiles, tickets) in processes that may be ended at any time. What is read in them is the business of their rooms. */
export * from './limits.js';
export * from './foreign-reader.js';
export * from './task.js';
export * from './foreign.module.js';
