import type { Settings } from './shop.js';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Prints a calendar day given as ISO 8601 (`2026-12-03`): as it is, or in words. No locale of the machine comes into it. */
export function formatDay(isoDay: string, style: Settings['dates']): string {
  if (style === 'iso') return isoDay;
  const [year, month, day] = isoDay.split('-').map(Number) as [number, number, number];
  const weekday = new Date(Date.UTC(year, month - 1, day)).getUTCDay();
  return `${DAYS[weekday]} ${day} ${MONTHS[month - 1]} ${year}`;
}
