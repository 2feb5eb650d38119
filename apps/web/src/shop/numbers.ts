import { parseLength, type LengthUnit } from '@kanga/core/units';

/** A number that may be missing, as it stands in a field. */
export const numberIn = (value: number | null): string => (value === null ? '' : String(value));

/** A number typed with a point or a comma, within its limits; null when it does not read. */
export function readNumber(text: string, least: number, most: number): number | null {
  if (!/^\s*\d+([.,]\d+)?\s*$/.test(text)) return null;
  const value = Number(text.trim().replace(',', '.'));
  return value >= least && value <= most ? value : null;
}

/** A length typed in any unit, mm; null when it does not read. */
export function readLength(text: string, unit: LengthUnit): number | null {
  const read = parseLength(text, unit);
  return read.ok ? read.value : null;
}
