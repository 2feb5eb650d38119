import type { Minor } from '../units/index.js';

/** How a price is rounded, always up: to the coin, to a half, to a whole, or to what ends in 9 (a whole less one coin). */
export const ROUNDINGS = ['coin', 'half', 'whole', 'nine'] as const;
export type Rounding = (typeof ROUNDINGS)[number];

/** What a price is made of beside the cost. */
export type Pricing = { by: 'margin'; share: number } | { by: 'profit'; each: Minor };

/** The shop's own figures, from which every cost and price follows. */
export interface Rates {
  /** ISO 4217. */
  currency: string;
  /** An hour of hands, at the table and at the press. */
  hands: Minor;
  /** An hour that a press is taken: power and wear. */
  press: Minor;
  /** A metre of the roll of protective paper. */
  protective: Minor;
  /** Tape or spray for one pressing. */
  tape: Minor;
  /** Bag and label of a piece. */
  packing: Minor;
  /** Minutes for the file, the print and the warming up of one job, however many pieces it has. */
  setUp: number;
  /** The share that is spoiled, while the log is too thin to say. */
  fallout: number;
  pricing: Pricing;
  rounding: Rounding;
  /** Tax on a price, as the shop states it; null: it charges none. */
  tax: { name: string; share: number } | null;
  /** What a price is multiplied by where each piece has a name of its own. */
  personalised: number;
  /** What a price is multiplied by where the picture has all colours; left out: by nothing. */
  fullColour?: number;
  /** What hands take against what plans say, as the shop has found; left out: as plans say. */
  pace?: number;
}

/** What a shop that said nothing takes. Common practice, no published source, but for figures that every shop has of its own: an hour, a press, a price of paper. */
export const USUAL_RATES: Rates = {
  currency: 'EUR',
  hands: 18_00,
  press: 1_50,
  protective: 25,
  tape: 2,
  packing: 20,
  setUp: 15,
  fallout: 0.03,
  pricing: { by: 'margin', share: 0.5 },
  rounding: 'half',
  tax: null,
  personalised: 1.15,
};
