import { tidyNumber } from './length.js';

/**
 * Quantities in the texts that Kanga writes and keeps. A plan is kept for years and may be read in other units than it was made in: its texts hold what they say of
 * lengths and heat in the core's own units, joined by a no-break space, and `inShopUnits` puts them in the shop's when they are shown. What people typed has
 * common spaces and stays as it is.
 */
const JOIN = '\u00a0';
const written = (value: number, unit: string): string => `${tidyNumber(value, 1)}${JOIN}${unit}`;

/** A length in a text, mm. */
export const lengthText = (mm: number): string => written(mm, 'mm');
/** A temperature in a text, °C; to a tenth, so that a whole figure in °F is that figure again. */
export const temperatureText = (celsius: number): string => written(celsius, '°C');
/** A difference of temperatures in a text, °C given. */
export const degreesText = (celsius: number): string => written(celsius, 'K');

/** The day of a moment in a text, ISO 8601 in UTC: which day that is, the zone of the shop says when it is shown. */
export const dayText = (moment: string): string =>
  moment.length === 10 ? `${moment}${JOIN}` : `${moment.slice(0, 16)}Z${JOIN}`;

const QUANTITY = new RegExp(`(\\d+(?:\\.\\d+)?)${JOIN}(mm|°C|K)`, 'g');
const MOMENT = new RegExp(`(\\d{4}-\\d{2}-\\d{2}(?:T\\d{2}:\\d{2}Z)?)${JOIN}`, 'g');

/** How a shop prints what texts hold: mm, °C, a difference in °C, and the day of a moment. */
interface Printing {
  length(mm: number): string;
  temperature(celsius: number): string;
  degrees(celsius: number): string;
  day(moment: string): string;
}

/** A text with its quantities in the units of a shop, and its days as that writes them. O(its letters). */
export const inShopUnits = (text: string, print: Printing): string =>
  text
    .replace(QUANTITY, (_, value: string, unit: string) => {
      const said = { mm: print.length, '°C': print.temperature, K: print.degrees }[unit];
      return said ? said(Number(value)) : value;
    })
    .replace(MOMENT, (_, moment: string) => print.day(moment));
