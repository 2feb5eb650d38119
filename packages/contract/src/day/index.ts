/** The day, as it crosses the wire. */
export { dayBookSchema, type DayFile, dayFileSchema, doneBedSchema, doneQuerySchema } from './day.js';
