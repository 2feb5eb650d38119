import type { Blank } from '../blank/index.js';
import { isCurved, type Press } from '../shop/index.js';

/** Goods that are pressed round, in an element that is bent about them. */
const isRound = ({ family }: Blank): boolean => family === 'mug' || family === 'tumbler';

/** Why a kind of press cannot take a blank at all; null: it can. */
export function unsuited(blank: Blank, { kind }: Press): { why: string; remedy: string } | null {
  if (isRound(blank) && kind !== 'mug press')
    return {
      why: 'Round goods need an element that is bent round them: between flat plates they crack, and print along one line.',
      remedy: 'Take a mug and tumbler press.',
    };
  if (!isRound(blank) && isCurved(kind))
    return {
      why: `A ${kind} is bent: flat goods take no pressure in it.`,
      remedy: 'Take a press with flat plates.',
    };
  return null;
}
