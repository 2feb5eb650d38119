import { lateIn, mostTaken, type DayRow, type DayView } from '@kanga/core/day';
import type { Settings } from '@kanga/core/shop';
import { addDays, dayIn, formatCount, formatDay, formatDuration, momentAfter, timeIn } from '@kanga/core/units';
import type { PlannedDay } from './use-day.js';

/** A moment of a plan on the shop's clock, `10:35`. */
export const clockOf = (from: string, seconds: number, zone: string): string =>
  timeIn(zone, momentAfter(from, seconds));

/** A time in whole minutes, with hours where it is two or more: no day is known to the second. */
export function inMinutes(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (minutes < 120) return formatDuration(minutes * 60);
  return `${Math.floor(minutes / 60)} h${minutes % 60 > 0 ? ` ${minutes % 60} min` : ''}`;
}

/** What a plan comes to, in one sentence; `isDone`: something was pressed today. */
export function headline(view: DayView, isDone = false): string {
  const { promises, left } = view;
  const waited = promises.filter(({ due }) => due !== null);
  const late = lateIn(view);
  if (waited.length === 0 && left.length === 0)
    return promises.length > 0 ? 'Nothing is due' : isDone ? 'All is done' : 'Nothing is to be done';
  const out = left.filter(({ due }) => due !== null).length;
  const butOut =
    out === 0 ? '' : `${waited.length > 0 ? ', but ' : ''}${formatCount(out, 'due job')} cannot be planned`;
  if (waited.length === 0) return butOut || 'Nothing is due';
  if (late.length === 0)
    return `${waited.length === 1 ? 'The due day is kept' : `All ${waited.length} due days are kept`}${butOut}`;
  const names = late.slice(0, 2).map(({ number, name }) => `${number} ${name}`);
  return `${formatCount(late.length, 'job')} of ${waited.length} too late: ${names.join(', ')}${late.length > 2 ? ` and ${late.length - 2} more` : ''}`;
}

/** What a plan has next, said with when, once it is not bettered any more; null: nothing, or it is not known yet. */
export function nextToDo(
  plan: Pick<PlannedDay, 'view' | 'from' | 'today' | 'done'> | null,
  units: readonly { id: string; name: string }[],
  { timeZone, dates }: Pick<Settings, 'timeZone' | 'dates'>,
): { jobId: string; sentence: string } | null {
  if (!plan?.done) return null;
  const { view, from } = plan;
  const next = view.rows.reduce<DayRow | null>((a, b) => (a === null || b.start < a.start ? b : a), null);
  if (!next) return null;
  const unit = units.find(({ id }) => id === next.unitId)?.name ?? '';
  const day = dayIn(timeZone, momentAfter(from, next.start));
  const clock = clockOf(from, next.start, timeZone);
  const when =
    next.start < 60
      ? 'Now'
      : day === plan.today
        ? `At ${clock}`
        : day === addDays(plan.today, 1)
          ? `Tomorrow at ${clock}`
          : `On ${formatDay(day, dates)} at ${clock}`;
  return { jobId: next.jobId, sentence: `${when}: ${doing(next, unit)}.` };
}

/** What else is worth a word: what the order of temperatures saves, and what is at its limit. */
export function asides(view: DayView, pressNames: ReadonlyMap<string, string>): string[] {
  const { heatSaved, promises, scores, lateAtLeast, proven, rows } = view;
  const said: string[] = [];
  if (proven && rows.length > 1) said.push('No order of it is better: all were gone through.');
  else if (scores.late >= 60 && lateAtLeast >= 60)
    said.push(
      `${inMinutes(scores.late)} late in all; no plan is late by less than ${inMinutes(Math.min(lateAtLeast, scores.late))}.`,
    );
  if (heatSaved >= 60) said.push(`Going by temperatures saves ${formatDuration(heatSaved)} of warming and cooling.`);
  const most = mostTaken(view);
  if (most && most.share > 0.6)
    said.push(
      `${most.kind === 'press' ? (pressNames.get(most.id) ?? most.id) : most.id} is what it waits for most: taken ${Math.round(most.share * 100)} % of the time.`,
    );
  const doubtful = promises.filter(({ kept, due, end }) => kept !== null && due !== null && end <= due && kept < 0.9);
  if (doubtful.length > 0)
    said.push(
      `${formatCount(doubtful.length, 'due day')} ${doubtful.length === 1 ? 'is' : 'are'} kept on fewer than nine days in ten.`,
    );
  return said;
}

/** What somebody does, said to them. */
export function doing({ kind, number, name, load, loads, beds, atOnce }: DayRow, unit: string): string {
  const which = loads > 1 ? `, load ${load} of ${loads}` : '';
  switch (kind) {
    case 'print':
      return `print ${number} ${name}${unit ? ` on ${unit}` : ''}`;
    case 'table':
      return `make ${number} ${name} ready${which}`;
    case 'press':
      return `press ${number} ${name}${which}${unit ? ` on ${unit}` : ''}, ${formatCount(beds * atOnce, 'piece')}`;
    case 'inspect':
      return `look at ${number} ${name} and pack it`;
  }
}
