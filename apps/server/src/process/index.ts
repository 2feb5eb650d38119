/** Work that is not done by the process which answers: reading what strangers made (pictures, drawings, pages, profiles, tickets), and making what is printed. What the tasks are is the business of their rooms. */
export { Ended, LIMITS, TooMuch } from './limits.js';
export { DocumentMaker } from './document-maker.js';
export { ForeignReader } from './foreign-reader.js';
export { task } from './task.js';
export { Turns } from './turns.js';
export { ProcessModule } from './process.module.js';
