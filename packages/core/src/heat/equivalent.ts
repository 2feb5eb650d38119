/** Gas constant, J/(mol K) (SI brochure 2019: exact to these digits). */
export const GAS_CONSTANT = 8.314462618;
/** 0 °C in kelvins. */
export const KELVIN = 273.15;

/**
 * Activation energy of dye going into the cloth, J/mol: a fit to common practice (420 °F 25 s, 400 °F 45 to 60 s and 380 °F about
 * 60 s do like work), no published source. The shop may set its own.
 */
export const USUAL_ENERGY = 120_000;

/**
 * The dwell at another temperature that does the same work: t2 = t1 · exp(Ea/R · (1/T2 − 1/T1)), the Arrhenius equation (any
 * physical chemistry text). Temperatures in °C, dwell in s, energy in J/mol. Throws a RangeError on a dwell or an energy not above 0.
 */
export function equivalentDwell(
  from: { temperature: number; dwell: number },
  temperature: number,
  energy: number = USUAL_ENERGY,
): number {
  if (!(from.dwell > 0)) throw new RangeError(`a dwell is more than 0 s, got ${from.dwell}`);
  if (!(energy > 0)) throw new RangeError(`an activation energy is more than 0 J/mol, got ${energy}`);
  const [t1, t2] = [from.temperature + KELVIN, temperature + KELVIN];
  return from.dwell * Math.exp((energy / GAS_CONSTANT) * (1 / t2 - 1 / t1));
}

/** The temperature at which another dwell does the same work, °C; the equation solved for it. */
export function equivalentTemperature(
  from: { temperature: number; dwell: number },
  dwell: number,
  energy: number = USUAL_ENERGY,
): number {
  if (!(dwell > 0)) throw new RangeError(`a dwell is more than 0 s, got ${dwell}`);
  const t1 = from.temperature + KELVIN;
  return 1 / (1 / t1 + (GAS_CONSTANT / energy) * Math.log(dwell / from.dwell)) - KELVIN;
}

/** Points of the curve of like work between two temperatures, for a chart. */
export const equivalentCurve = (
  from: { temperature: number; dwell: number },
  low: number,
  high: number,
  energy: number = USUAL_ENERGY,
  points = 25,
): { temperature: number; dwell: number }[] =>
  Array.from({ length: points }, (_, i) => {
    const temperature = low + ((high - low) * i) / (points - 1);
    return { temperature, dwell: equivalentDwell(from, temperature, energy) };
  });
