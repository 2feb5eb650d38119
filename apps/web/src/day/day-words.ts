import { lateIn, mostTaken, type DayRow, type DayView } from '@kanga/core/day';
import { formatCount, formatDuration, momentAfter, timeIn } from '@kanga/core/units';

/** A moment of a plan on the shop's clock, `10:35`. */
export const clockOf = (from: string, seconds: number, zone: string): string =>
  timeIn(zone, momentAfter(from, seconds));

/** A time in whole minutes: no day is known to the second. */
export const inMinutes = (seconds: number): string => formatDuration(Math.round(seconds / 60) * 60);

/** What a plan comes to, in one sentence. */
export function headline(view: DayView): string {
  const { promises, left } = view;
  const waited = promises.filter(({ due }) => due !== null);
  const late = lateIn(view);
  if (waited.length === 0 && left.length === 0)
    return promises.length === 0 ? 'Nothing is to be done' : 'Nothing is due';
  if (late.length === 0) return waited.length === 1 ? 'The due day is kept' : `All ${waited.length} due days are kept`;
  const names = late.slice(0, 2).map(({ number, name }) => `${number} ${name}`);
  return `${formatCount(late.length, 'job')} of ${waited.length} too late: ${names.join(', ')}${late.length > 2 ? ` and ${late.length - 2} more` : ''}`;
}

/** What else is worth a word: what the order of temperatures saves, and what is at its limit. */
export function asides(view: DayView, pressNames: ReadonlyMap<string, string>): string[] {
  const { heatSaved, promises } = view;
  const said: string[] = [];
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
