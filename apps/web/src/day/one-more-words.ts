import type { OneMoreTold } from '@kanga/core/day';
import { formatCount, formatDuration } from '@kanga/core/units';

/** Less is what a search finds or does not find, s. */
const WORTH = 300;

const wholeMinutes = (seconds: number): number => Math.round(seconds / 60) * 60;

/** What one more of something would bring, in a sentence; `name`: of what it would be like. */
export function oneMoreWords({ kind, saved, sooner, lessLate }: OneMoreTold, name: string): string {
  const what =
    kind === 'press'
      ? `A second press like ${name}`
      : kind === 'person'
        ? `One more person with the hours of ${name}`
        : `One more set of ${name}`;
  const brings = [
    saved > 0 ? `${formatCount(saved, 'job')} fewer late` : '',
    saved <= 0 && lessLate >= WORTH ? `${formatDuration(wholeMinutes(lessLate))} less late` : '',
    sooner >= WORTH ? `the last load off ${formatDuration(wholeMinutes(sooner))} sooner` : '',
  ].filter(Boolean);
  return `${what}: ${brings.length === 0 ? 'nothing that counts' : brings.join(', ')}.`;
}
