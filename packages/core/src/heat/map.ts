import { inverse, Matrix, QrDecomposition } from 'ml-matrix';
import { CURVED_CORRECTION, READING_LIMITS, type HeatReading, type PressCheck } from './reading.js';
import { temperatureText } from '../units/index.js';
import { nth } from '../numbers/index.js';

/** The terms of a surface, in places scaled to −1 to 1 across the plate. */
const TERMS: ((u: number, v: number) => number)[] = [
  () => 1,
  (u) => u,
  (_u, v) => v,
  (u) => u * u,
  (u, v) => u * v,
  (_u, v) => v * v,
];
/** Readings that a flat, a tilted and a curved surface need before they are fitted. */
const NEEDS = { tilted: 4, curved: 9 };
/** A plate's own unevenness that no fit of so few readings can see, °C: the spread is never said to be less. */
const LEAST_SPREAD = 0.5;

/** A smooth surface of a plate's temperature, with how sure it is. Plain data: read it with `heatAt`. */
export interface HeatMap {
  platen: { width: number; depth: number };
  /** What the dial was set to, °C. */
  dial: number;
  /** Of the terms 1, u, v, u², uv, v², °C; as many as the readings let fit. */
  coefficients: number[];
  /** Inverse of the normal matrix, by rows: for the spread of a value read off. */
  inverse: number[];
  /** How far readings lie from the surface, °C (standard deviation). */
  spread: number;
  used: HeatReading[];
  /** Readings that were not believed, with the reason. */
  refused: { reading: HeatReading; why: string }[];
}

/** A surface as it was fitted: the places as rows of its terms, what they are weighed by, and how far readings lie from it. */
interface Fit {
  rows: Matrix;
  coefficients: number[];
  spread: number;
}

/** Columns of which one is this small beside the largest are not told apart by the readings. */
const SETTLED = 1e-5;

/** Least squares over `terms` terms (Householder's QR); null when the readings do not settle them: all on one line, say. O(n × terms²). */
function fitted(readings: readonly HeatReading[], platen: HeatMap['platen'], terms: number): Fit | null {
  if (readings.length < terms) return null;
  const rows = new Matrix(readings.map(({ x, y }) => rowAt(x, y, platen, terms)));
  const celsius = Matrix.columnVector(readings.map((reading) => reading.celsius));
  const split = new QrDecomposition(rows);
  const sizes = split.upperTriangularMatrix.diagonal().map(Math.abs);
  if (Math.min(...sizes) <= SETTLED * Math.max(...sizes)) return null;
  const coefficients = split.solve(celsius);
  const left = Matrix.sub(celsius, rows.mmul(coefficients));
  const free = readings.length - terms;
  return {
    rows,
    coefficients: coefficients.to1DArray(),
    spread: free > 0 ? left.norm() / Math.sqrt(free) : 0,
  };
}

const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, i) => sum + value * nth(b, i), 0);
const rowAt = (x: number, y: number, { width, depth }: HeatMap['platen'], terms: number): number[] =>
  TERMS.slice(0, terms).map((term) => term((2 * x) / width - 1, (2 * y) / depth - 1));

const termsFor = (readings: number): number => (readings >= NEEDS.curved ? 6 : readings >= NEEDS.tilted ? 3 : 1);

/** A reading this far from what the others say is a slip, °C and in times their own spread. */
const SLIP = { least: 8, times: 5 };

/** The reading that stands furthest out from what all the others say of its place; null when none is a slip. O(n × n × terms²). */
function slipIn(
  readings: readonly HeatReading[],
  platen: HeatMap['platen'],
  terms: number,
): { reading: HeatReading; said: number } | null {
  let worst: { reading: HeatReading; said: number; out: number } | null = null;
  for (const reading of readings) {
    const others = fitted(
      readings.filter((one) => one !== reading),
      platen,
      terms,
    );
    if (!others) continue;
    const said = dot(rowAt(reading.x, reading.y, platen, terms), others.coefficients);
    const out = Math.abs(reading.celsius - said) / Math.max(SLIP.least, SLIP.times * others.spread);
    if (out > 1 && (!worst || out > worst.out)) worst = { reading, said, out };
  }
  return worst;
}

/**
 * Fits the plate's temperature: a quadratic surface from nine readings on, a tilted one from four, the mean of fewer (least squares).
 * Readings beyond belief are left out and named, as are those that stand far from what their neighbours say. Null without a reading.
 */
export function fitHeat(
  check: Pick<PressCheck, 'readings' | 'dial' | 'curved'>,
  platen: HeatMap['platen'],
): HeatMap | null {
  const refused: HeatMap['refused'] = [];
  const { least, most } = READING_LIMITS;
  let used = check.readings.flatMap((reading) => {
    const inside = reading.x >= 0 && reading.y >= 0 && reading.x <= platen.width && reading.y <= platen.depth;
    if (!(reading.celsius >= least && reading.celsius <= most)) {
      refused.push({
        reading,
        why: `no plate is at ${temperatureText(reading.celsius)}: from ${temperatureText(least)} to ${temperatureText(most)}`,
      });
      return [];
    }
    if (!inside) {
      refused.push({ reading, why: 'it lies beside the plate' });
      return [];
    }
    return [check.curved ? { ...reading, celsius: reading.celsius + CURVED_CORRECTION } : reading];
  });
  for (;;) {
    if (used.length === 0) return null;
    let terms = termsFor(used.length);
    let fit = fitted(used, platen, terms);
    while (!fit && terms > 1) {
      terms = terms === 6 ? 3 : 1;
      fit = fitted(used, platen, terms);
    }
    if (!fit) return null;
    const slip = used.length > terms + 2 ? slipIn(used, platen, terms) : null;
    if (slip) {
      refused.push({ reading: slip.reading, why: `its neighbours say ${temperatureText(slip.said)}` });
      used = used.filter((one) => one !== slip.reading);
      continue;
    }
    const { rows, coefficients, spread } = fit;
    const normal = inverse(rows.transpose().mmul(rows)).to1DArray();
    return { platen, dial: check.dial, coefficients, inverse: normal, spread, used, refused };
  }
}

/** The plate's temperature at a place, °C. Asked thousands of times for a picture or a zone: the terms are written out. */
export function celsiusAt({ platen, coefficients }: HeatMap, x: number, y: number): number {
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = coefficients;
  const [u, v] = [(2 * x) / platen.width - 1, (2 * y) / platen.depth - 1];
  return a + b * u + c * v + d * u * u + e * u * v + f * v * v;
}

/** The plate's temperature at a place and its standard deviation, °C. */
export function heatAt(
  { platen, coefficients, inverse, spread }: HeatMap,
  x: number,
  y: number,
): { celsius: number; spread: number } {
  const n = coefficients.length;
  const row = rowAt(x, y, platen, n);
  let leverage = 0;
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) leverage += nth(row, i) * nth(inverse, i * n + j) * nth(row, j);
  return {
    celsius: dot(row, coefficients),
    spread: Math.max(LEAST_SPREAD, spread * Math.sqrt(1 + Math.max(0, leverage))),
  };
}
