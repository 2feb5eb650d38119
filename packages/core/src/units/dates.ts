import { daysBetween, weekdayOf } from './day.js';

/** How a shop writes days: as ISO 8601 has them, or in words. */
export type DateStyle = 'iso' | 'words';

/** Days of the week in short, from Monday. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Prints a calendar day given as ISO 8601 (`2026-12-03`): as it is, or in words. No locale of the machine comes into it. */
export function formatDay(isoDay: string, style: DateStyle): string {
  if (style === 'iso') return isoDay;
  const [year, month, day] = isoDay.split('-').map(Number) as [number, number, number];
  return `${WEEKDAYS[weekdayOf(isoDay) - 1]} ${day} ${MONTHS[month - 1]} ${year}`;
}

/** Further off than this a day is named by its date. */
const NEAR = 14;

/** How far off the day is on which a job is due, as one says it; both ISO 8601 days. Further than a fortnight ahead: its date. */
export function dueText(due: string, today: string, style: DateStyle): string {
  const days = daysBetween(today, due);
  if (days < 0) return `overdue by ${-days} ${days === -1 ? 'day' : 'days'}`;
  if (days === 0) return 'due today';
  if (days === 1) return 'due tomorrow';
  return days <= NEAR ? `due in ${days} days` : `due ${formatDay(due, style)}`;
}
