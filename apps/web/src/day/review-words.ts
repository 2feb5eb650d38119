import type { Lost, Pace } from '@kanga/core/day';
import { formatCount } from '@kanga/core/units';
import { inMinutes } from './day-words.js';

/** Less than this is nobody's minute, s. */
const WORTH = 60;

/** What minutes of a press went to that no plan had, the most first. */
export function lostWords(lost: Lost): string {
  const said: [number, string][] = [
    [lost.late, 'begun late'],
    [lost.between, 'between pressings: changing, waiting, breaks'],
    [lost.longer, 'closed longer than planned'],
    [lost.spoiled, 'under the plate for what was spoiled'],
  ];
  const worth = said.filter(([seconds]) => seconds >= WORTH).sort(([a], [b]) => b - a);
  return worth.length === 0 ? 'as planned' : worth.map(([seconds, what]) => `${inMinutes(seconds)} ${what}`).join('; ');
}

const times = (factor: number): string => factor.toFixed(2);

/** How fast a shop works against its plans, and how sure that is. */
export function paceWords(pace: Pace | null): string {
  if (!pace)
    return 'How long loads really take is not known yet: plans reckon with what the steps say until twenty pressings in a row on three days tell.';
  const { factor, low, high, pressings, days } = pace;
  return `From one closing to the next takes ${times(factor)} times what the steps say (${times(low)} to ${times(high)} with a surety of 95 %, from ${formatCount(pressings, 'pressing')} on ${formatCount(days, 'day')}). Plans and promises reckon with it.`;
}
