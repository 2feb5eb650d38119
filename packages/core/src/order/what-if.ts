import type { CostPart } from '../cost/index.js';
import { wholeMinor, type Minor } from '../units/index.js';
import type { CostedSize } from './offer.js';

/** Something that a shop could do about its costs, and what it would save on one order at the same prices. */
export interface WhatIf {
  name: string;
  saved: Minor;
}

/** Parts of a cost that could be less, by how much, and how that is called. */
const LESS: readonly { name: string; part: CostPart; by: number }[] = [
  { name: 'Blanks a tenth cheaper', part: 'blanks', by: 0.1 },
  { name: 'Paper a fifth cheaper', part: 'paper', by: 0.2 },
  { name: 'Hands a fifth quicker', part: 'hands', by: 0.2 },
];

const partOf = ({ cost }: CostedSize, part: CostPart): number =>
  cost.parts.find((one) => one.part === part)?.amount.value ?? 0;

/**
 * What an order would cost less if something were otherwise, the most first; what saves nothing is left out. What is spoiled costs less with what it is made of. O(sizes).
 */
export function whatIf(sizes: readonly CostedSize[]): WhatIf[] {
  const saved = (each: (size: CostedSize) => number) => wholeMinor(sizes.reduce((sum, size) => sum + each(size), 0));
  const halved = saved((size) => {
    const made = size.cost.made.value;
    const share = 1 - 1 / made;
    // 1 ÷ (1 − p ⁄ 2) are made for a good one then.
    return made > 1 ? partOf(size, 'spoiled') * (1 - (1 / (1 - share / 2) - 1) / (made - 1)) : 0;
  });
  return [
    { name: 'Half as many spoiled', saved: halved },
    ...LESS.map(({ name, part, by }) => ({
      name,
      saved: saved((size) => partOf(size, part) * by * size.cost.made.value),
    })),
  ]
    .filter((one) => one.saved > 0)
    .sort((a, b) => b.saved - a.saved);
}
