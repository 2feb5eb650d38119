import type { Minor } from '../units/index.js';

/** A box or bag of the shop: what is free inside, mm, and what it weighs empty, g. */
export interface Box {
  name: string;
  inside: [number, number, number];
  weight: number;
}

/** A row of a shop’s own table of what sending costs. */
export interface ShippingRate {
  name: string;
  /** It takes up to so much, g. */
  weight: number;
  /** Its longest side, and its longest side and the girth about it, mm; null: no limit. */
  longest: number | null;
  girth: number | null;
  price: Minor;
}

/** How a shop sends what it made. */
export interface Parcels {
  boxes: Box[];
  shipping: ShippingRate[];
  /** Its own words on how goods are looked after, by their group; left out: the usual ones. */
  care: Record<string, string>;
}
