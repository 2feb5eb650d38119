import { isHardGoods, type Blank } from '../blank/index.js';
import type { HouseRules } from '../shop/index.js';

export type Hold = HouseRules['hold'];

/** How the transfer of these goods is held: hard goods are taped whatever soft goods get, for nothing else holds on them. */
export const holdOf = (blank: Blank, house: HouseRules): Hold =>
  isHardGoods(blank.family) && (house.hold === 'spray' || house.hold === 'nothing') ? 'tape' : house.hold;

/** How a transfer is held, in a word or two beside its layer. */
export const HELD_IN_SHORT: Record<Hold, string> = {
  spray: 'sprayed',
  tape: 'taped',
  'tacky paper': 'tacky',
  nothing: 'not held',
  'painter’s tape': 'painter’s tape',
  'household tape': 'household tape',
};
