import { heatSlope, heatStep, pressureStep, type DialSetting } from './setting.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { exp, log } = Math;

/**
 * What the work of a pressing follows from, as one list of numbers (logarithms where a number must not be negative). Dye goes into the cloth by first-order kinetics with
 * an Arrhenius rate, slower or faster at its end than first order by a power (Weibull's law, which is near to diffusion below 1), and is lost by another; the ground yellows and the edge spreads by their own. Rates are those at the reference heat and medium pressure.
 */
export const CONSTANTS = [
  { name: 'strength at full uptake, ΔE', mean: log(38), spread: 0.35 },
  { name: 'uptake, 1/s', mean: log(0.055), spread: 0.6 },
  { name: 'energy of uptake, J/mol', mean: log(118_000), spread: 0.22 },
  { name: 'warming of the cloth, s', mean: log(6), spread: 0.5 },
  { name: 'loss, 1/s', mean: log(0.00035), spread: 0.9 },
  { name: 'energy of loss, J/mol', mean: log(150_000), spread: 0.3 },
  { name: 'yellowing, ΔE/s', mean: log(0.02), spread: 0.8 },
  { name: 'energy of yellowing, J/mol', mean: log(150_000), spread: 0.3 },
  { name: 'spread of the edge, ΔE/s', mean: log(0.008), spread: 0.8 },
  { name: 'energy of the spread, J/mol', mean: log(90_000), spread: 0.4 },
  { name: 'saturation of pressure', mean: log(1.2), spread: 0.5 },
  { name: 'strength lost to moisture, ΔE', mean: log(0.8), spread: 0.7 },
  { name: 'power of uptake', mean: 0, spread: 0.4 },
  { name: 'what the model misses, ΔE', mean: log(0.7), spread: 0.5 },
  { name: 'reading noise, as a factor', mean: 0, spread: 0.35 },
] as const;
/** Places of the last two among the constants: how much is missed, and how noisy readings are. */
export const MISSED = 13;
export const NOISE = 14;

/** What is told of a swatch, in steps as the eye sees them (ΔE): colour gained, ground yellowed, edges spread. */
export const CHANNELS = ['strength', 'yellowing', 'spread'] as const;
export type Channel = (typeof CHANNELS)[number];

/** Seconds in which a pre-press drives out most of the moisture. */
const DRYING = 6;

/** The part of a setting that a model needs again and again. */
export interface Prepared {
  heat: number;
  /** By how much `heat` rises with one °C. */
  perDegree: number;
  dwell: number;
  pressure: number;
  wet: number;
}
export const prepared = (setting: DialSetting): Prepared => ({
  heat: heatStep(setting.temperature),
  perDegree: heatSlope(setting.temperature),
  dwell: setting.dwell,
  pressure: pressureStep(setting.pressure),
  wet: exp(-setting.prePress / DRYING),
});

/** The constants as they are computed with: no logarithms any more. In the order of `CONSTANTS`. */
export type Natural = Float64Array;
export const natural = (constants: ArrayLike<number>): Natural => {
  const out = new Float64Array(constants.length);
  // The rates stay logarithms: heat is added to them.
  for (let i = 0; i < out.length; i++)
    out[i] = i === 1 || i === 4 || i === 6 || i === 8 ? (constants[i] ?? 0) : exp(constants[i] ?? 0);
  return out;
};

/** The logarithm of contact by pressure, saturating, 0 at medium. */
const contact = (pressure: number, saturation: number): number =>
  pressure === 1 ? 0 : log((1 - exp(-saturation * (pressure + 1))) / (1 - exp(-2 * saturation)));

/** What a model foresees of one setting, by channel: strength, yellowing, spread; written into `into` from `from` on. O(1). */
export function foresee(at: Prepared, c: Natural, into: Float64Array, from = 0): void {
  const warming = c[3] ?? 0;
  // A cloth that warms with a time constant has had that much less than the whole dwell.
  const seconds = at.dwell - warming * (1 - exp(-at.dwell / warming));
  const rate = (c[1] ?? 0) + (c[2] ?? 0) * at.heat + contact(at.pressure, c[10] ?? 0);
  const loss = exp((c[4] ?? 0) + (c[5] ?? 0) * at.heat);
  const taken = 1 - exp(-exp((c[12] ?? 1) * (rate + log(seconds))));
  into[from] = (c[0] ?? 0) * taken * exp(-loss * seconds) - (c[11] ?? 0) * at.wet;
  into[from + 1] = seconds * exp((c[6] ?? 0) + (c[7] ?? 0) * at.heat);
  into[from + 2] = seconds * exp((c[8] ?? 0) + (c[9] ?? 0) * at.heat);
}

/** What a model foresees of one setting, as `foresee`, then by how much it changes with one °C, then with one second: three times three numbers. O(1). */
export function foreseeSlopes(at: Prepared, c: Natural, into: Float64Array, from: number): void {
  const [full, warming, power] = [c[0] ?? 0, c[3] ?? 0, c[12] ?? 1];
  const cold = exp(-at.dwell / warming);
  const seconds = at.dwell - warming * (1 - cold);
  const rate = (c[1] ?? 0) + (c[2] ?? 0) * at.heat + contact(at.pressure, c[10] ?? 0);
  const loss = exp((c[4] ?? 0) + (c[5] ?? 0) * at.heat);
  const work = exp(power * (rate + log(seconds)));
  const left = exp(-work);
  const kept = full * exp(-loss * seconds);
  const yellowing = exp((c[6] ?? 0) + (c[7] ?? 0) * at.heat);
  const spread = exp((c[8] ?? 0) + (c[9] ?? 0) * at.heat);
  // A second more of dwell is this much more of warm cloth.
  const warm = 1 - cold;
  const { perDegree } = at;
  into[from] = kept * (1 - left) - (c[11] ?? 0) * at.wet;
  into[from + 1] = seconds * yellowing;
  into[from + 2] = seconds * spread;
  into[from + 3] = kept * perDegree * (left * power * work * (c[2] ?? 0) - (1 - left) * loss * seconds * (c[5] ?? 0));
  into[from + 4] = seconds * yellowing * (c[7] ?? 0) * perDegree;
  into[from + 5] = seconds * spread * (c[9] ?? 0) * perDegree;
  into[from + 6] = kept * warm * ((left * power * work) / seconds - (1 - left) * loss);
  into[from + 7] = warm * yellowing;
  into[from + 8] = warm * spread;
}
