import { fitnessOf, type Blank } from '@kanga/core/blank';
import { areaOf, polygonOf } from '@kanga/core/geometry';
import { FAMILY_NAMES } from './families.js';

export type ShelfColumn = 'name' | 'kind' | 'size' | 'surface' | 'stock' | 'fitness';

const VALUE: Record<ShelfColumn, (blank: Blank) => string | number> = {
  name: ({ name }) => name,
  kind: ({ family }) => FAMILY_NAMES[family],
  size: ({ sides: [side] }) => (side ? areaOf(polygonOf(side.outline)) : 0),
  surface: ({ surface }) => surface,
  // What nobody counts comes before what is out of stock.
  stock: ({ stock }) => stock ?? -1,
  fitness: (blank) => fitnessOf(blank).verdict,
};

/** Blanks by a column, those that are alike in it by name. */
export function sortShelf(blanks: readonly Blank[], by: ShelfColumn, down: boolean): Blank[] {
  const value = VALUE[by];
  const compare = (a: Blank, b: Blank): number => {
    const [one, other] = [value(a), value(b)];
    return typeof one === 'number' && typeof other === 'number'
      ? one - other
      : String(one).localeCompare(String(other));
  };
  return [...blanks].sort((a, b) => (down ? -1 : 1) * compare(a, b) || a.name.localeCompare(b.name));
}
