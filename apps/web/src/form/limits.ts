import type { UnitPrinter } from '@kanga/core/units';
import { showQuantity, type Quantity } from './quantity.js';

/** What a schema tells of one of its values, as Joi describes it. */
export interface Described {
  keys?: Record<string, Described>;
  items?: Described[];
  rules?: { name: string; args?: { limit?: unknown } }[];
  allow?: unknown[];
}

/** What a schema says of the value at a path; a number in a path is a place in a list. */
export function describedAt(schema: Described, path: string): Described | undefined {
  return path
    .split('.')
    .reduce<Described | undefined>((one, name) => (/^\d+$/.test(name) ? one?.items?.[0] : one?.keys?.[name]), schema);
}

const NAMES = {
  length: 'A length',
  temperature: 'A temperature',
  duration: 'A time',
  number: 'A number',
  words: 'A word',
};

/** What a field expects, in the shop's units: the limits are those of the schema that checks it at the server. */
export function expected(described: Described | undefined, as: Quantity, print: UnitPrinter): string {
  const limit = (name: string): number | null => {
    const found = described?.rules?.find((rule) => rule.name === name)?.args?.limit;
    return typeof found === 'number' ? found : null;
  };
  const shown = (value: number) => showQuantity(value, as, print);
  const above = limit('greater');
  const [least, most] = [limit('min'), limit('max')];
  const range =
    above !== null && above > 0
      ? `More than ${shown(above)}${most === null ? '' : `, up to ${shown(most)}`}`
      : least !== null && most !== null
        ? least === 0
          ? `Up to ${shown(most)}`
          : `From ${shown(least)} to ${shown(most)}`
        : most !== null
          ? `Up to ${shown(most)}`
          : NAMES[as];
  return `${range}${described?.allow?.includes(null) ? ', or nothing' : ''}.`;
}
