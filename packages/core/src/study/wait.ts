import { plateTakes, ROOM, usualRates } from '../heat/index.js';

/** How long a plate takes from one temperature to another, s, as far as its warm-up from cold tells; open while it cools. `from` null: from cold. Not below nought. */
export const waitFor = (warmUp: number, from: number | null, to: number): number =>
  plateTakes(usualRates(warmUp), from ?? ROOM, to);
