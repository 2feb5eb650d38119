import { digitsOf, wholeMinor, type Minor } from '../units/index.js';
import type { Pricing, Rates, Rounding } from '../shop/index.js';

/** Rounds a price up by a habit of the shop: never below what it has to be. */
export function roundedUp(price: number, rounding: Rounding, currency: string): Minor {
  const one = 10 ** digitsOf(currency);
  // A hair above a step by how doubles are kept is on it.
  const up = (step: number) => Math.ceil(price / step - 1e-9) * step;
  switch (rounding) {
    case 'coin':
      return up(1);
    case 'half':
      return one === 1 ? up(1) : up(one / 2);
    case 'whole':
      return up(one);
    case 'nine': {
      // 11.99, or 1199 where there is no smaller coin: the next ten less one.
      const step = one === 1 ? 10 : one;
      return Math.ceil((price + 1) / step - 1e-9) * step - 1;
    }
  }
}

/**
 * The price of a piece by its cost: cost ÷ (1 − margin), or the cost with a profit (common practice, no published source), by the shop's factors, rounded up. Throws a RangeError for a margin
 * that no price can reach.
 */
export function priceOf(
  cost: number,
  pricing: Pricing,
  factor: number,
  { rounding, currency }: Pick<Rates, 'rounding' | 'currency'>,
): Minor {
  if (pricing.by === 'margin' && !(pricing.share >= 0 && pricing.share < 1))
    throw new RangeError(`a margin is a share from 0 to below 1, got ${pricing.share}`);
  const plain = pricing.by === 'margin' ? cost / (1 - pricing.share) : cost + pricing.each;
  return Math.max(0, roundedUp(plain * factor, rounding, currency));
}

/** What a run costs: once, and for each good piece. */
export interface RunCost {
  setUp: Minor;
  /** Not rounded. */
  each: number;
}

/** What a piece costs when so many are made. Not rounded. */
export const costAt = ({ setUp, each }: RunCost, pieces: number): number => setUp / pieces + each;

/** From so many pieces on a piece costs so much. */
export interface Break {
  from: number;
  price: Minor;
}

/** Quantities that people ask for; breaks stand at them and at no odd number between. */
const STEPS = [
  1, 2, 3, 5, 6, 10, 12, 15, 20, 24, 25, 30, 40, 50, 60, 75, 100, 150, 200, 250, 300, 400, 500, 750, 1000, 1500, 2000,
  3000, 5000,
];
/** A price that is less than this much below the one before is no break: nobody orders more for it. */
const WORTH = 0.03;

/**
 * Where the price of a piece breaks, from set-up against running cost: at each usual quantity from which it is lower by a share that is worth a line. The first stands at one piece. O(steps).
 */
export function breaksOf(cost: RunCost, price: (cost: number) => Minor): Break[] {
  const breaks: Break[] = [];
  for (const from of STEPS) {
    const now = price(costAt(cost, from));
    const last = breaks.at(-1);
    if (!last || now <= last.price * (1 - WORTH)) breaks.push({ from, price: now });
  }
  return breaks;
}

/** What is earned at a price: a piece, and for all. */
export interface Earned {
  each: number;
  all: Minor;
  /** An hour of hands at the bench; null where no hand is at work. */
  hour: Minor | null;
  /** The fewest pieces at which this price covers set-up and running cost; null: at none. */
  paysFrom: number | null;
}

/** What a price earns: `pieces` good ones at `price`, `seconds` of hands for all of them. Profit an hour is profit over the hours at the bench (common practice, no published source). */
export function earnedAt(cost: RunCost, price: Minor, pieces: number, seconds: number): Earned {
  const all = price * pieces - (cost.setUp + cost.each * pieces);
  const over = price - cost.each;
  return {
    each: all / pieces,
    all: wholeMinor(all),
    hour: seconds > 0 ? wholeMinor(all / (seconds / 3600)) : null,
    paysFrom: over > 0 ? Math.max(1, Math.ceil(cost.setUp / over - 1e-9)) : null,
  };
}

/** Tax on a sum: rounded once, on the whole of it. */
export const taxOn = (sum: Minor, tax: Rates['tax']): Minor => (tax ? wholeMinor(sum * tax.share) : 0);
