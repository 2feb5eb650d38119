import {
  formatDuration,
  parseDuration,
  parseLength,
  parseNumber,
  parseTemperature,
  type Parsed,
  type UnitPrinter,
} from '@kanga/core/units';

/** What a text in a form stands for: a quantity in the shop's units, a bare number, or words that may be missing. */
export type Quantity = 'length' | 'temperature' | 'duration' | 'number' | 'words';

/** Reads one text, in the shop's units where it names none. */
export function readQuantity(text: string, as: Quantity, { units }: UnitPrinter): Parsed<number | string> {
  switch (as) {
    case 'length':
      return parseLength(text, units.length);
    case 'temperature':
      return parseTemperature(text, units.temperature);
    case 'duration':
      return parseDuration(text);
    case 'number':
      return parseNumber(text);
    case 'words':
      return { ok: true, value: text.trim() };
  }
}

/** A value as it stands in a field; nothing where it is missing. */
export function showQuantity(value: number | string | null, as: Quantity, print: UnitPrinter): string {
  if (value === null) return '';
  if (typeof value === 'string') return value;
  if (as === 'length') return print.length(value);
  if (as === 'temperature') return print.temperature(value);
  if (as === 'duration') return formatDuration(value);
  return String(value);
}
