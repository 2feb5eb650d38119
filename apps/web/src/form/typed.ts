import { get } from 'react-hook-form';
import type { UnitPrinter } from '@kanga/core/units';
import { readQuantity, showQuantity, type Quantity } from './quantity.js';

/** Which values of a thing are typed as text, by their paths; `*` stands for every place in a list. */
export type Quantities = Readonly<Record<string, Quantity>>;

/** A thing while it is typed: every number is a text, and so is a word that may be missing. */
export type Typed<T> = [T] extends [number | null]
  ? string
  : [T] extends [string | null]
    ? Exclude<T, null> | (null extends T ? string : never)
    : T extends readonly (infer One)[]
      ? Typed<One>[]
      : T extends object
        ? { [Key in keyof T]: Typed<T[Key]> }
        : T;

type Node = Record<string, unknown>;
const isNode = (value: unknown): value is Node => typeof value === 'object' && value !== null;

/** What a path is typed as; undefined: it is chosen, not typed. */
const typedAs = (quantities: Quantities, path: string): Quantity | undefined =>
  quantities[path.replace(/(^|\.)\d+(?=\.|$)/g, '$1*')];

/** A copy of a thing with what is typed of it changed. */
function changed(
  thing: unknown,
  quantities: Quantities,
  change: (value: unknown, as: Quantity, path: string) => unknown,
  at = '',
): unknown {
  const as = typedAs(quantities, at);
  if (as) return change(thing, as, at);
  const inside = (one: unknown, name: string | number) =>
    changed(one, quantities, change, at === '' ? String(name) : `${at}.${name}`);
  if (Array.isArray(thing)) return thing.map(inside);
  if (!isNode(thing)) return thing;
  return Object.fromEntries(Object.entries(thing).map(([name, one]) => [name, inside(one, name)]));
}

const trimmed = (value: unknown): unknown =>
  typeof value === 'string'
    ? value.trim()
    : Array.isArray(value)
      ? value.map(trimmed)
      : isNode(value)
        ? Object.fromEntries(Object.entries(value).map(([name, one]) => [name, trimmed(one)]))
        : value;

/** A thing as it stands in the fields of a form, in the shop's units. */
export const typedOf = <T>(thing: T, quantities: Quantities, print: UnitPrinter): Typed<T> =>
  changed(thing, quantities, (value, as) => showQuantity(value as number | string | null, as, print)) as Typed<T>;

/**
 * What was typed, as far as it reads: an empty field is null; texts lose the blanks at their ends. `unread` are the paths that do not.
 * A field whose text is as it was keeps its value to the last digit, which its text rounds.
 */
export function readTyped(
  typed: unknown,
  quantities: Quantities,
  print: UnitPrinter,
  before: { thing: unknown; typed: unknown } = { thing: null, typed: null },
): { value: unknown; unread: string[] } {
  const unread: string[] = [];
  const value = changed(trimmed(typed), quantities, (text, as, path) => {
    if (typeof text !== 'string' || text === '') return null;
    if (text === get(before.typed, path)) return get(before.thing, path) as unknown;
    const read = readQuantity(text, as, print);
    if (!read.ok) unread.push(path);
    return read.ok ? read.value : null;
  });
  return { value, unread };
}

/** What a fault at a path is said as. */
export const quantityAt = (quantities: Quantities, path: string): Quantity => typedAs(quantities, path) ?? 'words';
