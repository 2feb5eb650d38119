import { comesInPairs, isHardGoods, type Blank, type Family } from '../blank/index.js';

/** How goods are packed, in a sentence. Common practice, no published source. */
export function packingOf({ family, construction }: Pick<Blank, 'family' | 'construction'>): string {
  if (family === 'mat') return 'Rolled face out, cold, never folded over its rubber border; in a long bag.';
  if (family === 'mug' || family === 'tumbler') return 'Each in a sleeve of its own, upright, when it is cool.';
  if (isHardGoods(family)) return 'Wrapped one by one, faces apart, when they are cool.';
  if (comesInPairs({ family })) return 'Left and right together, flat, when they are cool.';
  return construction.pileHeight > 0 || construction.foamCore
    ? 'Flat and loose, so that nothing is pressed into it.'
    : 'Folded print inward, when it is cool.';
}

/** Goods that are not washed. */
const UNWASHED: ReadonlySet<Family> = new Set(['mat', 'mouse pad', 'burlap', 'faux leather']);

/** How goods are looked after, in a sentence. Common practice, no published source; what the maker of the blank says comes first. */
export function careOf({ family }: Pick<Blank, 'family'>): string {
  if (family === 'mat') return 'Mats: out of the sun, or under a UV spray; shaken out, not washed hot.';
  if (isHardGoods(family)) return 'Mugs, tiles and metal: as their maker says; a soft cloth, nothing that scours.';
  if (UNWASHED.has(family)) return 'Pads and covers: wiped with a damp cloth.';
  return 'Garments and covers: washed inside out, mild, without bleach; not ironed on the print.';
}
