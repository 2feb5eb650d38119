import type { Point } from '../geometry/index.js';

/**
 * The smooth part of a plate beforehand: a level, a tilt, a bend and a twist of so many °C (standard deviations, places scaled to −1 to 1). Ours; sized so that a
 * back that is hotter by 15 °C is nothing unusual.
 */
const SMOOTH = { level: 30, tilt: 6, bend: 4, twist: 2.5 };

/** What no such surface follows: by its size, °C, its reach in shares of the longer side, and how likely it is beforehand. Ours. */
const ROUGHNESS = [
  { size: 0.25, reach: 0.5, weight: 0.6 },
  { size: 1, reach: 0.6, weight: 0.25 },
  { size: 2.5, reach: 0.6, weight: 0.1 },
  { size: 1, reach: 0.3, weight: 0.05 },
];

/** How far a thermometer's readings stray, °C, and how likely that is beforehand: 1.5 °C is usual. Common practice, no published source. */
export const NOISES = [
  { noise: 0.8, weight: 0.25 },
  { noise: 1.5, weight: 0.5 },
  { noise: 2.6, weight: 0.25 },
];

/** Matérn's correlation of smoothness 5/2 (Rasmussen and Williams, Gaussian Processes for Machine Learning, 2006, equation 4.17). */
function matern(distance: number): number {
  const s = Math.sqrt(5) * distance;
  return (1 + s + (s * s) / 3) * Math.exp(-s);
}

/** How the temperatures of two places of a plate without faults go together, °C². */
export type Covariance = (a: Point, b: Point) => number;

/** The smooth plates that are thought of, each with how likely it is beforehand. */
export function smoothPlates({
  width,
  depth,
}: {
  width: number;
  depth: number;
}): { covariance: Covariance; weight: number }[] {
  const { level, tilt, bend, twist } = SMOOTH;
  return ROUGHNESS.map(({ size, reach, weight }) => {
    const far = reach * Math.max(width, depth);
    const covariance: Covariance = (a, b) => {
      const [au, av] = [(2 * a.x) / width - 1, (2 * a.y) / depth - 1];
      const [bu, bv] = [(2 * b.x) / width - 1, (2 * b.y) / depth - 1];
      return (
        level * level +
        tilt * tilt * (au * bu + av * bv) +
        bend * bend * (au * au * bu * bu + av * av * bv * bv) +
        twist * twist * au * av * bu * bv +
        size * size * matern(Math.hypot(a.x - b.x, a.y - b.y) / far)
      );
    };
    return { covariance, weight };
  });
}
