import { formatCount, parseNumber, tidyNumber, type Parsed, type UnitPrinter } from '../units/index.js';
import type { StockUnit } from './item.js';

const MM_PER_FOOT = 304.8;

/** What an amount is written and read in: long lengths in metres, or feet where the shop measures in inches. */
export interface AmountIn {
  name: string;
  /** So many of the unit that stock is kept in. */
  of: number;
}
export function amountIn(unit: StockUnit, { units }: Pick<UnitPrinter, 'units'>): AmountIn {
  if (unit === 'mm') return units.length === 'in' ? { name: 'ft', of: MM_PER_FOOT } : { name: 'm', of: 1000 };
  return { name: unit, of: 1 };
}

/** An amount in words: `14 pieces`, `41.5 m`, `120 ml`; a mean with more `digits`. */
export function amountText(
  amount: number,
  unit: StockUnit,
  print: Pick<UnitPrinter, 'units'>,
  digits = unit === 'mm' ? 1 : 0,
): string {
  const { name, of } = amountIn(unit, print);
  const figure = Number(tidyNumber(amount / of, digits));
  return unit === 'piece' || unit === 'sheet' ? formatCount(figure, unit) : `${figure} ${name}`;
}

/** Reads an amount of 0 or more as it is written in this shop: a bare figure, with its unit or without. */
export function parseAmount(text: string, unit: StockUnit, print: Pick<UnitPrinter, 'units'>): Parsed<number> {
  const { name, of } = amountIn(unit, print);
  const example = unit === 'piece' || unit === 'sheet' ? `24, in whole ${name}s` : `12.5 ${name}`;
  const bare = text.trim().replace(new RegExp(`\\s*${name}s?$`, 'i'), '');
  const read = parseNumber(bare);
  if (!read.ok) return { ok: false, problem: `“${text.trim()}” does not read as an amount. Write it like ${example}.` };
  if (read.value < 0)
    return { ok: false, problem: `“${text.trim()}” is less than nothing. Write what there is, like ${example}.` };
  if ((unit === 'piece' || unit === 'sheet') && !Number.isInteger(read.value))
    return { ok: false, problem: `“${text.trim()}” is no whole number of ${name}s. Write it like ${example}.` };
  return { ok: true, value: Math.round(read.value * of * 1000) / 1000 };
}
