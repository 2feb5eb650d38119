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

/** Goods that are looked after alike. */
export const CARE_GROUPS = ['garments', 'mats', 'hard goods', 'pads'] as const;
export type CareGroup = (typeof CARE_GROUPS)[number];

/** Goods that are wiped and not washed. */
const WIPED: ReadonlySet<Family> = new Set(['mouse pad', 'burlap', 'faux leather']);

/** How goods of a group are looked after, in a sentence; what the maker of the blank says comes first. Common practice, no published source. */
export const USUAL_CARE: Record<CareGroup, string> = {
  garments: 'Garments and covers: washed inside out, mild, without bleach; not ironed on the print.',
  mats: 'Mats: out of the sun, or under a UV spray; shaken out, not washed hot.',
  'hard goods': 'Mugs, tiles and metal: as their maker says; a soft cloth, nothing that scours.',
  pads: 'Pads and covers: wiped with a damp cloth.',
};

/** The group that goods are looked after in. */
function careGroupOf({ family }: Pick<Blank, 'family'>): CareGroup {
  if (family === 'mat') return 'mats';
  if (isHardGoods(family)) return 'hard goods';
  return WIPED.has(family) ? 'pads' : 'garments';
}

/** How goods are looked after, each group once, in the words of the shop where it has any. */
export const careOf = (
  blanks: readonly Pick<Blank, 'family'>[],
  words: Partial<Record<CareGroup, string>> = {},
): string[] => {
  const groups = new Set(blanks.map(careGroupOf));
  return CARE_GROUPS.filter((group) => groups.has(group)).map((group) => words[group] ?? USUAL_CARE[group]);
};
