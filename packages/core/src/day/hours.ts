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

/** Seconds from now to the moment at which the shop's clock shows a time of a day; days on which clocks are set are 23 or 25 h long. */
export type MomentOf = (day: string, clock: string) => number;

/** The windows in which a shift works on the days from `today` on, s from now. What is past is left out; a break parts a window, and overtime follows the last of a day. */
export function windowsOf({ from, to, rest, days }: Shift, today: string, moment: MomentOf): Window[] {
  if (!(minutesOf(from) < minutesOf(to))) return [];
  const rests =
    rest !== null &&
    [from, rest.from, rest.to, to].map(minutesOf).every((one, i, all) => i === 0 || one > (all[i - 1] ?? 0));
  const parts: [string, string, boolean][] = rests
    ? [
        [from, rest.from, false],
        [rest.to, to, true],
      ]
    : [[from, to, true]];
  const windows: Window[] = [];
  for (let ahead = 0; ahead < AHEAD; ahead++) {
    const day = addDays(today, ahead);
    if (!days.includes(weekdayOf(day))) continue;
    for (const [begins, ends, isLast] of parts) {
      const end = moment(day, ends);
      if (end > 0)
        windows.push({ from: Math.max(0, moment(day, begins)), to: end, over: end + (isLast ? OVERTIME : 0) });
    }
  }
  return windows;
}
