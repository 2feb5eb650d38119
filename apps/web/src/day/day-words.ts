import type { DayRow, DayView } from '@kanga/core/day';
import { formatCount, formatDuration, momentAfter, timeIn } from '@kanga/core/units';

/** A moment of a plan on the shop's clock, `10:35`. */
export const clockOf = (from: string, seconds: number, zone: string): string =>
  timeIn(zone, momentAfter(from, seconds));

/** What a plan comes to, in one sentence. */
export function headline({ promises, left }: DayView): string {
  const waited = promises.filter(({ due }) => due !== null);
  const late = waited.filter(({ due, end }) => due !== null && end > due);
  if (waited.length === 0 && left.length === 0)
    return promises.length === 0 ? 'Nothing is to be done' : 'Nothing is due';
  if (late.length === 0) return waited.length === 1 ? 'The due day is kept' : `All ${waited.length} due days are kept`;
  const names = late.slice(0, 2).map(({ number, name }) => `${number} ${name}`);
  return `${formatCount(late.length, 'job')} of ${waited.length} too late: ${names.join(', ')}${late.length > 2 ? ` and ${late.length - 2} more` : ''}`;
}

/** What else is worth a word: what the order of temperatures saves, and what is at its limit. */
export function asides({ heatSaved, busy, promises }: DayView, pressNames: ReadonlyMap<string, string>): string[] {
  const said: string[] = [];
  if (heatSaved >= 60) said.push(`Going by temperatures saves ${formatDuration(heatSaved)} of warming and cooling.`);
  const most = busy.reduce<DayView['busy'][number] | null>((a, b) => (a === null || b.share > a.share ? b : a), null);
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
