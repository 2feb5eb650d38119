/** Reads what strangers made (pictures, drawings, pages, profiles, tickets) in processes that may be ended at any time. What is read in them is the business of their rooms. */
export { Ended, LIMITS, TooMuch } from './limits.js';
export { ForeignReader } from './foreign-reader.js';
export { task } from './task.js';
export { ForeignModule } from './foreign.module.js';
