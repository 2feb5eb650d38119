import type Joi from 'joi';
import type { UnitPrinter } from '@kanga/core/units';
import { showQuantity, type Quantity } from './quantity.js';

/** The schema of the value at a path; a number in a path is a place in a list. Undefined where there is none. */
export const schemaAt = (schema: Joi.Schema, path: string): Joi.Schema | undefined =>
  path.split('.').reduce<Joi.Schema | undefined>((one, name) => {
    if (!one) return undefined;
    if (/^\d+$/.test(name)) return (one.$_terms as { items?: Joi.Schema[] }).items?.[0];
    const keys = (one.$_terms as { keys?: { key: string; schema: Joi.Schema }[] | null }).keys;
    return keys?.find(({ key }) => key === name)?.schema;
  }, schema);

/** Further out than any limit, and still a number that Joi takes for one. */
const FAR = 1e15;

interface Limits {
  /** The least that is taken, and whether it is itself. */
  least: { value: number; taken: boolean } | null;
  most: number | null;
  /** Nothing is taken, too. */
  open: boolean;
}

/** What a schema takes, asked of it by values that it cannot: the Joi of browsers does not describe itself. */
function limitsOf(schema: Joi.Schema): Limits {
  const refusal = (value: number) => schema.validate(value).error?.details[0];
  const limit = (value: number, ...types: string[]): number | null => {
    const refused = refusal(value);
    const found: unknown = refused?.context?.['limit'];
    return refused && types.includes(refused.type) && typeof found === 'number' ? found : null;
  };
  const least = limit(-FAR, 'number.min', 'number.greater');
  return {
    least: least === null ? null : { value: least, taken: refusal(-FAR)?.type === 'number.min' },
    most: limit(FAR, 'number.max'),
    open: !schema.validate(null).error,
  };
}

const NAMES: Record<Quantity, string> = {
  length: 'A length',
  temperature: 'A temperature',
  duration: 'A time',
  number: 'A number',
  words: 'A word',
};

/** What a field expects, in the shop's units: the limits are those of the schema that checks it at the server. */
export function expected(schema: Joi.Schema | undefined, as: Quantity, print: UnitPrinter): string {
  const { least, most, open } = schema ? limitsOf(schema) : { least: null, most: null, open: false };
  const shown = (value: number) => showQuantity(value, as, print);
  const upTo = most === null ? '' : `${least?.value ? ', up to' : 'Up to'} ${shown(most)}`;
  const range =
    least && !least.taken && least.value > 0
      ? `More than ${shown(least.value)}${upTo}`
      : least && most !== null && least.value !== 0
        ? `From ${shown(least.value)} to ${shown(most)}`
        : upTo || NAMES[as];
  return `${range}${open ? ', or nothing' : ''}.`;
}
