import { tidyNumber, type LengthUnit } from './length.js';

export type TemperatureUnit = 'C' | 'F';
export type PressureUnit = 'psi' | 'bar' | 'kPa';

/** NIST SP 811, Appendix B. */
export const KPA_PER_PSI = 6.894757;
const KPA_PER_BAR = 100;

/** Degrees Fahrenheit to Celsius: (°F − 32) / 1.8 (NIST SP 811, Appendix B). */
export const celsiusOf = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;

/** Degrees Celsius to Fahrenheit. */
export const fahrenheitOf = (celsius: number): number => celsius * 1.8 + 32;

/** Prints a temperature given in °C, to whole degrees: no press is set finer. */
export function formatTemperature(celsius: number, unit: TemperatureUnit): string {
  return unit === 'F' ? `${Math.round(fahrenheitOf(celsius))} °F` : `${Math.round(celsius)} °C`;
}

/** The nearest whole degree of a unit, °C: what is worked out is given as a dial shows it. */
export const wholeDegrees = (celsius: number, unit: TemperatureUnit): number =>
  unit === 'F' ? celsiusOf(Math.round(fahrenheitOf(celsius))) : Math.round(celsius);

/** The same temperature in the unit that is not the shop's own, so that both are always visible. */
export const otherTemperature = (celsius: number, unit: TemperatureUnit): string =>
  formatTemperature(celsius, unit === 'F' ? 'C' : 'F');

/** Prints a pressure given in kPa. */
export function formatPressure(kPa: number, unit: PressureUnit): string {
  if (unit === 'psi') return `${Math.round(kPa / KPA_PER_PSI)} psi`;
  return unit === 'bar' ? `${tidyNumber(kPa / KPA_PER_BAR, 1)} bar` : `${Math.round(kPa)} kPa`;
}

/** Exact by definition: NIST SP 811, Appendix B. */
const GRAMS_PER_POUND = 453.59237;

/** Prints a weight given in g, as it goes with a unit of length: `3.1 lb`, `450 g`, `1.4 kg`. */
export function formatWeight(grams: number, unit: LengthUnit): string {
  if (unit === 'in') return `${tidyNumber(grams / GRAMS_PER_POUND, 1)} lb`;
  return grams < 1000 ? `${Math.round(grams)} g` : `${tidyNumber(grams / 1000, 1)} kg`;
}

/** How often something happened, in words: once, twice, 12 times. */
export const formatTimes = (times: number): string => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`);

/** Prints a length of time given in seconds as a person says it: `45 s`, `3 min 30 s`. */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 120) return `${whole} s`;
  return whole % 60 === 0 ? `${whole / 60} min` : `${Math.floor(whole / 60)} min ${whole % 60} s`;
}

/** A clock face for seconds left or gone: `1:24`, `-0:05` when overdue. Whole seconds, rounded away from early. */
export function formatClock(seconds: number): string {
  const whole = Math.ceil(seconds - 1e-6);
  const size = Math.abs(whole);
  return `${whole < 0 ? '−' : ''}${Math.floor(size / 60)}:${String(size % 60).padStart(2, '0')}`;
}
