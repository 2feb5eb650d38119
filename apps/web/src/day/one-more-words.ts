import type { OneMoreTold } from '@kanga/core/day';
import { formatCount } from '@kanga/core/units';
import { inMinutes } from './day-words.js';

/** Less is what a search finds or does not find, s. */
const WORTH = 300;

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
    saved <= 0 && lessLate >= WORTH ? `${inMinutes(lessLate)} less late` : '',
    sooner >= WORTH ? `the last load off ${inMinutes(sooner)} sooner` : '',
  ].filter(Boolean);
  return `${what}: ${brings.length === 0 ? 'nothing that counts' : brings.join(', ')}.`;
}
