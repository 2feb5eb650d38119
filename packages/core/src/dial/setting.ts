import { PRESSURES, type PressureLevel } from '../blank/index.js';
import { GAS_CONSTANT, KELVIN, USUAL_ENERGY } from '../heat/index.js';
import { clamped } from '../units/index.js';

/** What one swatch is pressed with: °C at the cloth, s, a level of the press, s. */
export interface DialSetting {
  temperature: number;
  dwell: number;
  pressure: PressureLevel;
  prePress: number;
}

interface Span {
  least: number;
  most: number;
}

/** Between what a study varies its settings; what is not varied has one value. */
export interface DialLimits {
  temperature: Span;
  dwell: Span;
  /** Levels that may be pressed with, from light to firm. */
  pressures: PressureLevel[];
  prePresses: number[];
}

/** Temperature about which rates are stated, °C. */
const REFERENCE_HEAT = 195;

/** 1/(R·T) against that of the reference, mol/J: times an activation energy it is the logarithm of a rate. Rises with heat. */
export const heatStep = (celsius: number): number =>
  (1 / (REFERENCE_HEAT + KELVIN) - 1 / (celsius + KELVIN)) / GAS_CONSTANT;

/** By how much `heatStep` rises with one °C, mol/(J·K): 1/(R·T²). */
export const heatSlope = (celsius: number): number => 1 / (GAS_CONSTANT * (celsius + KELVIN) ** 2);

/** Light 0, medium 1, firm 2. */
export const pressureStep = (level: PressureLevel): number => PRESSURES.indexOf(level);

/** How much of an axis lies between two levels of pressure, and in a pre-press of `PRE_PRESS_STEP` s. */
const PRESSURE_STEP = 0.4;
const PRE_PRESS_STEP = 12;

/** A place on the axes of a study: heat, time, pressure, pre-press. */
export type Place = readonly [number, number, number, number];

/** The place of a setting on axes where like work lies on straight lines: heat as 1/T, scaled by the usual energy so that one step is a factor e of work, time as its logarithm, then pressure and pre-press. */
export const placeOf = ({ temperature, dwell, pressure, prePress }: DialSetting): Place => [
  USUAL_ENERGY * heatStep(temperature),
  Math.log(dwell / 60),
  PRESSURE_STEP * pressureStep(pressure),
  prePress / PRE_PRESS_STEP,
];

/** Whether a setting keeps within the limits; a hair beyond counts as within. */
export const isWithin = (setting: DialSetting, limits: DialLimits): boolean =>
  setting.temperature >= limits.temperature.least - 1e-6 &&
  setting.temperature <= limits.temperature.most + 1e-6 &&
  setting.dwell >= limits.dwell.least - 1e-6 &&
  setting.dwell <= limits.dwell.most + 1e-6 &&
  limits.pressures.includes(setting.pressure) &&
  limits.prePresses.some((one) => Math.abs(one - setting.prePress) < 0.5);

/** How far two settings may differ and be one: °C, seconds of dwell or a share of it, and seconds of pre-press. */
export interface Nearness {
  temperature: number;
  dwell: { seconds: number } | { share: number };
  prePress: number;
}

/** Whether two settings are one, as near as that. */
export const isSame = (a: DialSetting, b: DialSetting, { temperature, dwell, prePress }: Nearness): boolean =>
  Math.abs(a.temperature - b.temperature) < temperature &&
  ('share' in dwell
    ? Math.abs(Math.log(a.dwell / b.dwell)) < dwell.share
    : Math.abs(a.dwell - b.dwell) < dwell.seconds) &&
  a.pressure === b.pressure &&
  Math.abs(a.prePress - b.prePress) < prePress;

/** The nearest setting in whole degrees and seconds that keeps within the limits. */
export const wholeWithin = (setting: DialSetting, { temperature, dwell }: DialLimits): DialSetting => {
  const whole = (value: number, { least, most }: Span) => clamped(Math.round(value), { least, most });
  return { ...setting, temperature: whole(setting.temperature, temperature), dwell: whole(setting.dwell, dwell) };
};
