import { addDays } from '../units/index.js';
import type { Window } from './model.js';

/** When somebody works: hours of the shop's clock, on these days of the week (1: Monday … 7: Sunday). */
export interface Shift {
  name: string;
  /** `08:00`, of the shop's clock. */
  from: string;
  to: string;
  /** A break within it; null: none. */
  rest: { from: string; to: string } | null;
  days: readonly number[];
}

/** The hours that are taken where nobody has said any. Common practice, no published source. */
export const USUAL_SHIFT: Omit<Shift, 'name'> = {
  from: '08:00',
  to: '16:30',
  rest: { from: '12:00', to: '12:30' },
  days: [1, 2, 3, 4, 5],
};
/** How long somebody may stay on at most, s. Common practice, no published source; local law may say less. */
const OVERTIME = 7200;

/** The shift of each person: their own, or the usual one; a shop without names has one pair of hands. */
export function shiftsOf(people: readonly string[], shifts: readonly Shift[] = []): Shift[] {
  const names = people.length > 0 ? people : ['Hands'];
  return names.map((name) => shifts.find((shift) => shift.name === name) ?? { name, ...USUAL_SHIFT });
}

/** Minutes after midnight of `08:30`; not a number: it is none. */
export function minutesOf(clock: string): number {
  const said = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(clock);
  return said ? Number(said[1]) * 60 + Number(said[2]) : NaN;
}

/** 1 for Monday … 7 for Sunday, of an ISO 8601 day. */
export function weekdayOf(day: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return ((new Date(Date.UTC(year, month - 1, date)).getUTCDay() + 6) % 7) + 1;
}

/** How long a plan looks ahead, days. */
export const AHEAD = 14;

/**
 * The windows in which a shift works, s from a moment on: `today` is the day of that moment on the shop's clock, and `midnight(day)` gives the seconds from the moment to the beginning of a day
 * (a day on which clocks are set is 23 or 25 h long). What is past is left out; a break parts a window, and overtime follows the last of a day.
 */
export function windowsOf(shift: Shift, today: string, midnight: (day: string) => number): Window[] {
  const [from, to] = [minutesOf(shift.from), minutesOf(shift.to)];
  if (!(from < to)) return [];
  const rest = shift.rest ? ([minutesOf(shift.rest.from), minutesOf(shift.rest.to)] as const) : null;
  const parts: [number, number, boolean][] =
    rest && from < rest[0] && rest[0] < rest[1] && rest[1] < to
      ? [
          [from, rest[0], false],
          [rest[1], to, true],
        ]
      : [[from, to, true]];
  const windows: Window[] = [];
  for (let ahead = 0; ahead < AHEAD; ahead++) {
    const day = addDays(today, ahead);
    if (!shift.days.includes(weekdayOf(day))) continue;
    const start = midnight(day);
    for (const [a, b, isLast] of parts) {
      const window = { from: start + a * 60, to: start + b * 60, over: start + b * 60 + (isLast ? OVERTIME : 0) };
      if (window.to > 0) windows.push({ ...window, from: Math.max(0, window.from) });
    }
  }
  return windows;
}
