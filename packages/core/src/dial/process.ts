import { nth } from '../numbers/index.js';
import { Factor } from './factor.js';

/** A Gaussian process after some readings: what it expects at a place, and its variance there. */
export interface Expected {
  mean: number;
  variance: number;
}

/**
 * A plain Gaussian process: mean and variance at places after readings with independent noise (Rasmussen and Williams 2006, algorithm 2.1). `kernel` tells how alike two places are;
 * at one and the same place it is the variance before any reading. O(n³ + places · n²).
 */
export function processAfter<Place>(
  kernel: (a: Place, b: Place) => number,
  readings: readonly { at: Place; value: number; variance: number }[],
): (at: Place) => Expected {
  const n = readings.length;
  const covariance = new Float64Array(n * n);
  readings.forEach((one, i) => {
    readings.forEach((other, j) => {
      covariance[i * n + j] = kernel(one.at, other.at) + (i === j ? one.variance : 0);
    });
  });
  const factor = Factor.of(covariance, n);
  const pull = factor.solve(readings.map(({ value }) => value));
  return (at) => {
    const near = readings.map((one) => kernel(at, one.at));
    const whitened = factor.forward(near);
    return {
      mean: near.reduce((sum, value, i) => sum + value * nth(pull, i), 0),
      variance: kernel(at, at) - whitened.reduce((sum, value) => sum + value * value, 0),
    };
  };
}
