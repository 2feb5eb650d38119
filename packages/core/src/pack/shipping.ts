import type { ShippingRate } from '../shop/index.js';
import type { Packed } from './boxes.js';

/** The longest side of a box, and that with the girth about it. */
export function girthOf([a, b, c]: [number, number, number]): { longest: number; girth: number } {
  const [longest = 0, wide = 0, tall = 0] = [a, b, c].sort((one, other) => other - one);
  return { longest, girth: longest + 2 * (wide + tall) };
}

/** The cheapest row that takes a box; null: none does, or nobody knows what it weighs. Walls are not counted. */
export function shippingFor(
  { box, weight }: Pick<Packed, 'box' | 'weight'>,
  rates: readonly ShippingRate[],
): ShippingRate | null {
  if (weight === null) return null;
  const { longest, girth } = girthOf(box.inside);
  return rates
    .filter(
      (rate) =>
        weight <= rate.weight &&
        (rate.longest === null || longest <= rate.longest) &&
        (rate.girth === null || girth <= rate.girth),
    )
    .reduce<ShippingRate | null>((best, rate) => (best === null || rate.price < best.price ? rate : best), null);
}
