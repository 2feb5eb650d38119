import { addDays, weekdayOf } from '../units/index.js';
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

/** How long a plan looks ahead, days. */
export const AHEAD = 14;

/** Seconds from now to the moment at which the shop's clock shows a time of a day; days on which clocks are set are 23 or 25 h long. */
export type MomentOf = (day: string, clock: string) => number;

/** The days from `today` on, as far as a plan looks, on which a shift works. */
export const workDays = ({ days }: Pick<Shift, 'days'>, today: string): string[] =>
  Array.from({ length: AHEAD }, (_, ahead) => addDays(today, ahead)).filter((day) => days.includes(weekdayOf(day)));

/** Whether the break of a shift lies within it. */
export function restFits({ from, rest, to }: Pick<Shift, 'from' | 'rest' | 'to'>): boolean {
  if (rest === null) return false;
  const clocks = [from, rest.from, rest.to, to].map(minutesOf);
  return clocks.every((one, i) => i === 0 || one > (clocks[i - 1] ?? 0));
}

/** The windows in which a shift works on the days from `today` on, s from now. What is past is left out; a break parts a window, and overtime follows the last of a day. */
export function windowsOf(shift: Shift, today: string, moment: MomentOf): Window[] {
  const { from, to, rest } = shift;
  if (!(minutesOf(from) < minutesOf(to))) return [];
  const parts: [string, string, boolean][] =
    rest !== null && restFits(shift)
      ? [
          [from, rest.from, false],
          [rest.to, to, true],
        ]
      : [[from, to, true]];
  return workDays(shift, today).flatMap((day) =>
    parts.flatMap(([begins, ends, isLast]) => {
      const end = moment(day, ends);
      if (end <= 0) return [];
      return [{ from: Math.max(0, moment(day, begins)), to: end, over: end + (isLast ? OVERTIME : 0) }];
    }),
  );
}
