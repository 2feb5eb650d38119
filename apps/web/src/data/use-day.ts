import { usePrint } from './queries.js';

/** Prints the day of a moment, ISO 8601, or a day itself, as this shop writes days. */
export const useDay = (): ((moment: string) => string) => usePrint().day;
