import { FIGURE, readFigure, tidied, type Parsed } from './amount.js';

/** Exact by definition: NIST SP 811, Appendix B. */
export const MM_PER_INCH = 25.4;

/** PDF's user space is 1/72 in (ISO 32000-1 §8.3.2.3). */
export const POINTS_PER_MM = 72 / MM_PER_INCH;

export type LengthUnit = 'mm' | 'in';

/** The smallest step that a ruler shows, mm, and as one says it. */
export const rulerStep = (unit: LengthUnit): { step: number; said: string } =>
  unit === 'in' ? { step: MM_PER_INCH / 16, said: '1/16 in' } : { step: 1, said: '1 mm' };

const MM_PER: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  ft: 12 * MM_PER_INCH,
};

const UNIT_NAMES: [RegExp, keyof typeof MM_PER][] = [
  [/^(mm|millimet(re|er)s?)$/, 'mm'],
  [/^(cm|centimet(re|er)s?)$/, 'cm'],
  [/^(m|met(re|er)s?)$/, 'm'],
  [/^("|''|in\.?|inch(es)?)$/, 'in'],
  [/^('|ft\.?|foot|feet)$/, 'ft'],
];

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

/** Reads a figure, `1/2`, `7 1/2`, `7-1/2` and `7 - 1/2`; NaN for anything else. */
function readAmount(text: string): Parsed<number> {
  const mixed = /^(?:(\d+) ?[ -] ?)?(\d+)\/(\d+)$/.exec(text);
  if (mixed) return { ok: true, value: Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]) };
  return readFigure(text.replace('+', ''));
}

const AMOUNTS = new RegExp(String.raw`([+-]?(?:\d+ ?[ -] ?\d+/\d+|\d+/\d+|${FIGURE}))\s*([a-z.]+|''|["'])?\s*`, 'g');

/**
 * Reads a length as people write it: `7 1/2 in`, `7-1/2"`, `4.25"`, `190mm`, `19,5 cm`, `1' 2"`, `⅜`, `2½'`.
 * A number without a unit is taken in `bare`. The value is in millimetres and finite; its range is the caller's affair. A comma that can be read in two ways is asked about.
 */
export function parseLength(text: string, bare: LengthUnit): Parsed<number> {
  const clean = tidied(
    text
      .toLowerCase()
      .replace(
        /(\d?)\s*([½¼¾⅛⅜⅝⅞⅓⅔])/g,
        (_, whole: string, glyph: string) => `${whole ? whole + ' ' : ''}${VULGAR[glyph] ?? ''}`,
      ),
  );
  if (clean === '')
    return { ok: false, problem: 'Nothing is written here. Write a length such as 7 1/2 in, 4.25" or 190 mm.' };
  const misread: Parsed<number> = {
    ok: false,
    problem: `“${text.trim()}” does not read as a length. Write it like 7 1/2 in, 4.25" or 190 mm.`,
  };
  const parts = [...clean.matchAll(AMOUNTS)];
  if (parts.length === 0 || parts.map((part) => part[0]).join('') !== clean) return misread;
  let total = 0;
  for (const [, amountText = '', unitText] of parts) {
    const amount = readAmount(amountText);
    if (!amount.ok) return amount;
    const unit = unitText === undefined ? bare : UNIT_NAMES.find(([pattern]) => pattern.test(unitText))?.[1];
    if (unit === undefined) {
      return { ok: false, problem: `“${unitText ?? ''}” is not a unit of length known here. Use mm, cm, m, in or ft.` };
    }
    if (parts.length > 1 && unitText === undefined) return misread;
    total += amount.value * (MM_PER[unit] ?? NaN);
  }
  return Number.isFinite(total) ? { ok: true, value: total } : misread;
}

/** The nearest value within limits. */
export const clamped = (value: number, { least, most }: { least: number; most: number }): number =>
  Math.min(most, Math.max(least, value));

/** A share as per cent with one decimal, `16.7 %`. */
export const formatShare = (share: number): string => `${tidyNumber(share * 100, 1)} %`;

/** Trims trailing zeros: 4.250 → 4.25, 10.0 → 10. */
export function tidyNumber(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const tidy = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return tidy === '-0' ? '0' : tidy;
}

/** What is too small for its usual decimals is told with three significant digits: something is never nothing. */
const small = (value: number): string => String(Number(value.toPrecision(3)));

/** Rulers in inches are divided in sixteenths: those are printed in full, anything else to 0.01. */
function inchesText(inches: number): string {
  if (inches !== 0 && Math.abs(inches) < 0.03) return small(inches);
  const sixteenths = Math.round(inches * 16);
  const isSixteenth = Math.abs(inches * 16 - sixteenths) < 0.005;
  return isSixteenth ? tidyNumber(sixteenths / 16, 4) : tidyNumber(inches, 2);
}

/** Millimetres to 0.1; below ten to 0.01 where that is the whole figure, as somebody typed it; and below one, where a tenth is much. */
function millimetresText(mm: number): string {
  if (Math.abs(mm) < 0.03) return small(mm);
  const hundredths = mm * 100;
  const isWhole = Math.abs(mm) < 10 && Math.abs(hundredths - Math.round(hundredths)) < 1e-6;
  // A length of 3.175 is a little less in the machine: half a tenth goes up as a hand would round it.
  return isWhole || Math.abs(mm) < 1 ? tidyNumber(mm, 2) : tidyNumber(mm + Math.sign(mm) * 1e-9, 1);
}

/** Prints a length in mm for the shop: inches to 0.01 or in full sixteenths, millimetres to 0.1, small ones to 0.01, tiny ones to three significant digits. */
export function formatLength(mm: number, unit: LengthUnit): string {
  // Below a ten-thousandth of a millimetre it is the rounding of sums, not a length.
  if (Math.abs(mm) < 1e-4) return `0 ${unit}`;
  if (unit === 'in') return `${inchesText(mm / MM_PER_INCH)} in`;
  return `${millimetresText(mm)} mm`;
}

/** Prints a width and height together, with one unit at the end: `4.25 × 3 in`. */
export function formatSize(widthMm: number, heightMm: number, unit: LengthUnit): string {
  return `${formatLength(widthMm, unit).replace(/ \w+$/, '')} × ${formatLength(heightMm, unit)}`;
}
