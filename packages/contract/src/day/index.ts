/** The day, as it crosses the wire. */
export {
  dayBookSchema,
  type DayFile,
  dayFileSchema,
  doneBedSchema,
  doneQuerySchema,
  type MeasuredRates,
} from './day.js';
