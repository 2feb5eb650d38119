import { formatDay } from '@kanga/core/shop';
import { shopDay, useShop } from './queries.js';

/** Whether it is a day, and no moment. */
const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Prints the day of a moment, ISO 8601, or a day itself, as this shop writes days. */
export function useDay(): (moment: string) => string {
  const { dates } = useShop().settings;
  return (moment) => formatDay(DAY.test(moment) ? moment : shopDay(moment), dates);
}
