import { formatLength, formatSize, type LengthUnit, type Parsed } from './length.js';
import { formatDay, type DateStyle } from './dates.js';
import { dayIn } from './day.js';
import { inShopUnits } from './in-text.js';
import {
  celsiusOf,
  formatPressure,
  formatTemperature,
  formatWeight,
  KPA_PER_PSI,
  type PressureUnit,
  type TemperatureUnit,
} from './quantity.js';

/** The units a shop works in; the core itself knows only mm, °C, s, kPa and g. */
export interface ShopUnits {
  length: LengthUnit;
  temperature: TemperatureUnit;
  pressure: PressureUnit;
}

/** Reads a bare number, with a point or a comma. */
export function parseNumber(text: string): Parsed<number> {
  return /^\s*-?\d+([.,]\d+)?\s*$/.test(text)
    ? { ok: true, value: Number(text.trim().replace(',', '.')) }
    : { ok: false, problem: `“${text.trim()}” does not read as a number.` };
}

/** Reads `199`, `199 C`, `390 °F`; a bare number is taken in the shop's unit. The value is in °C. */
export function parseTemperature(text: string, bare: TemperatureUnit): Parsed<number> {
  const match = /^\s*(-?\d+(?:[.,]\d+)?)\s*°?\s*([cf])?\s*$/i.exec(text);
  if (!match)
    return { ok: false, problem: `“${text.trim()}” does not read as a temperature. Write it like 199 °C or 390 °F.` };
  const value = Number((match[1] ?? '').replace(',', '.'));
  return { ok: true, value: (match[2]?.toUpperCase() ?? bare) === 'F' ? celsiusOf(value) : value };
}

/** Reads `45`, `45 s`, `1:30`, `3 min`, `3 min 30 s`. The value is in seconds. */
export function parseDuration(text: string): Parsed<number> {
  const clock = /^\s*(\d+):([0-5]\d)\s*$/.exec(text);
  if (clock) return { ok: true, value: Number(clock[1]) * 60 + Number(clock[2]) };
  const words = /^\s*(?:(\d+(?:[.,]\d+)?)\s*m(?:in)?)?\s*(?:(\d+(?:[.,]\d+)?)\s*(?:s|sec|seconds?)?)?\s*$/i.exec(text);
  if (words && (words[1] !== undefined || words[2] !== undefined)) {
    const read = (part: string | undefined) => Number((part ?? '0').replace(',', '.'));
    return { ok: true, value: read(words[1]) * 60 + read(words[2]) };
  }
  return { ok: false, problem: `“${text.trim()}” does not read as a time. Write it like 45 s, 1:30 or 3 min 30 s.` };
}

/** Reads `276 kPa`, `40 psi`, `2.8 bar`; a bare number is taken in the shop's unit. The value is in kPa. */
export function parsePressure(text: string, bare: PressureUnit): Parsed<number> {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*(psi|bar|kpa)?\s*$/i.exec(text);
  if (!match)
    return {
      ok: false,
      problem: `“${text.trim()}” does not read as a pressure. Write it like 40 psi, 2.8 bar or 276 kPa.`,
    };
  const value = Number((match[1] ?? '').replace(',', '.'));
  const unit = (match[2] ?? bare).toLowerCase();
  return { ok: true, value: unit === 'psi' ? value * KPA_PER_PSI : unit === 'bar' ? value * 100 : value };
}

/** A printer of lengths, sizes, temperatures and pressures in one shop's units. */
export interface UnitPrinter {
  units: ShopUnits;
  length(mm: number): string;
  size(widthMm: number, heightMm: number): string;
  temperature(celsius: number): string;
  /** A difference of temperatures, °C given. */
  degrees(celsius: number): string;
  pressure(kPa: number): string;
  /** A weight, g given: pounds where lengths are in inches. */
  weight(grams: number): string;
  /** The day of a moment, or a day itself, ISO 8601: as the shop writes days, where it stands. */
  day(moment: string): string;
  /** A text of Kanga's own, with its quantities in these units. */
  text(text: string): string;
}

/** How a shop writes days, and the zone that says which day a moment is of. */
export interface Calendar {
  dates: DateStyle;
  timeZone: string;
}
/** Whether it is a day, and no moment. */
const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Binds the printers of this module to one shop's units and days; without a calendar days are ISO 8601 in UTC. */
export function unitPrinter(
  units: ShopUnits,
  { dates, timeZone }: Calendar = { dates: 'iso', timeZone: 'UTC' },
): UnitPrinter {
  const print: UnitPrinter = {
    units,
    length: (mm) => formatLength(mm, units.length),
    size: (width, height) => formatSize(width, height, units.length),
    temperature: (celsius) => formatTemperature(celsius, units.temperature),
    degrees: (celsius) => `${Math.round(units.temperature === 'F' ? celsius * 1.8 : celsius)} °${units.temperature}`,
    pressure: (kPa) => formatPressure(kPa, units.pressure),
    weight: (grams) => formatWeight(grams, units.length),
    day: (moment) => formatDay(DAY.test(moment) ? moment : dayIn(timeZone, moment), dates),
    text: (text) => inShopUnits(text, print),
  };
  return print;
}
