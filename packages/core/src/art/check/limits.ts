import { isHardGoods, type Blank } from '../../blank/index.js';

/**
 * Pixels per inch at printed size: 300 is the aim (common practice, no published source); the lower two levels are Kanga's own.
 * Cloth that hides detail forgives a third.
 */
export const RESOLUTION_LEVELS = { aim: 300, fix: 200, stop: 100 };

export const forgivenessOf = (blank: Blank): number => (blank.surface === 'smooth' ? 1 : 2 / 3);

/** What a cloth can still show, mm. */
export interface ClothLimits {
  /** The thinnest line. */
  line: number;
  /** The lowest capital. */
  capital: number;
}

/** The finest detail by surface: Kanga's own reading of common practice, no published source. A weave swallows what pile swallows twice. */
export function clothLimits(blank: Blank): ClothLimits {
  if (isHardGoods(blank.family)) return { line: 0.2, capital: 1.8 };
  return {
    smooth: { line: 0.35, capital: 2.5 },
    textured: { line: 0.7, capital: 4.5 },
    'long pile': { line: 1.6, capital: 12 },
  }[blank.surface];
}
