export { normalIntegral, normalQuantile } from './normal.js';
export { normals, seeded, shuffled, wholeBelow } from './random.js';

/**
 * The number at a place of an array. Throws a RangeError beyond its ends: what is outside is no nought, and a sum over it would be wrong
 * without a word. Where a border is meant to read as nought, write so; loops over pixels do, for one function that reads every kind of array
 * made tracing a third slower (decision 50).
 */
export function nth(values: ArrayLike<number>, place: number): number {
  const value = values[place];
  if (value === undefined) throw new RangeError(`there is no place ${place} among ${values.length} numbers`);
  return value;
}
export { sumOfProducts } from './products.js';
