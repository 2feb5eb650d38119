import { FIGURE, readFigure, tidied, type Parsed } from './amount.js';
import { formatLength, formatSize, type LengthUnit } from './length.js';
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

/** A figure that was found in a text, by what makes a value of it; where it can be read in two ways that is asked, and where there is none the text is refused in the words given. */
function valued(figure: string | undefined, valueOf: (figure: number) => number, refused: string): Parsed<number> {
  const read = readFigure(figure ?? '');
  if (!read.ok) return read;
  return Number.isFinite(read.value) ? { ok: true, value: valueOf(read.value) } : { ok: false, problem: refused };
}

/** Reads a bare number, with a point or a comma. */
export const parseNumber = (text: string): Parsed<number> =>
  valued(text, (value) => value, `“${text.trim()}” does not read as a number.`);

const TEMPERATURE = new RegExp(
  String.raw`^(-?(?:${FIGURE})) ?(?:°|degrees?|degs?\.?)? ?(c|f|celsius|centigrade|fahrenheit)?\.?$`,
  'i',
);

/** Reads `199`, `199 C`, `390 °F`, `390 deg F`, `199 celsius`; a bare number is taken in the shop's unit. The value is in °C. */
export function parseTemperature(text: string, bare: TemperatureUnit): Parsed<number> {
  const [, figure, unit] = TEMPERATURE.exec(tidied(text)) ?? [];
  const isF = (unit ?? bare).toUpperCase().startsWith('F');
  return valued(
    figure,
    (value) => (isF ? celsiusOf(value) : value),
    `“${text.trim()}” does not read as a temperature. Write it like 199 °C or 390 °F.`,
  );
}

const DURATION = new RegExp(
  String.raw`^(?:(?<minutes>${FIGURE}) ?(?:m|mins?|minutes?)\.?,?)? ?(?:(?<seconds>${FIGURE}) ?(?:s|secs?|seconds?)?\.?)?$`,
  'i',
);

/** Reads `45`, `45 s`, `45 secs`, `1:30`, `3 min`, `3 minutes`, `3 min 30 s`, `1 min 30`. The value is in seconds. */
export function parseDuration(text: string): Parsed<number> {
  const clean = tidied(text);
  const clock = /^(\d+):([0-5]\d)$/.exec(clean);
  if (clock) return { ok: true, value: Number(clock[1]) * 60 + Number(clock[2]) };
  const { minutes, seconds } = DURATION.exec(clean)?.groups ?? {};
  const refused = `“${text.trim()}” does not read as a time. Write it like 45 s, 1:30 or 3 min 30 s.`;
  if (minutes === undefined) return valued(seconds, (value) => value, refused);
  const whole = valued(minutes, (value) => value * 60, refused);
  return whole.ok ? valued(seconds ?? '0', (value) => whole.value + value, refused) : whole;
}

const PRESSURE = new RegExp(String.raw`^(${FIGURE}) ?(psi|bars?|kpa)?\.?$`, 'i');
const KPA_PER: Record<PressureUnit, number> = { psi: KPA_PER_PSI, bar: 100, kPa: 1 };

/** Reads `276 kPa`, `40 psi`, `2.8 bar`; a bare number is taken in the shop's unit. The value is in kPa. */
export function parsePressure(text: string, bare: PressureUnit): Parsed<number> {
  const [, figure, unit = bare] = PRESSURE.exec(tidied(text)) ?? [];
  const named = unit.toLowerCase();
  const per = named === 'psi' ? KPA_PER.psi : named.startsWith('bar') ? KPA_PER.bar : KPA_PER.kPa;
  return valued(
    figure,
    (value) => value * per,
    `“${text.trim()}” does not read as a pressure. Write it like 40 psi, 2.8 bar or 276 kPa.`,
  );
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
