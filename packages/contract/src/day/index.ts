/** The day, as it crosses the wire. */
export { dayBookSchema, type DayFile, dayFileSchema } from './day.js';
