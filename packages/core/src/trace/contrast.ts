import type { Point } from '../geometry/index.js';
import type { Picture, Weights } from './picture.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { abs, max, min, round } = Math;

/** How two sides of an edge differ: weights of the channels that make the inside high and the outside low, and by how many levels they are apart. */
export interface Contrast {
  weights: Weights;
  step: number;
  /** Inside less outside, by channel. */
  apart: readonly [number, number, number];
}

/** The contrast of two mean colours. */
export function contrastOf(inside: readonly number[], outside: readonly number[]): Contrast {
  const apart = [0, 1, 2].map((c) => (inside[c] ?? 0) - (outside[c] ?? 0)) as unknown as [number, number, number];
  const size = apart.reduce((sum, d) => sum + abs(d), 0) || 1;
  return {
    apart,
    weights: [apart[0] / size, apart[1] / size, apart[2] / size],
    step: apart.reduce((sum, d) => sum + (d * d) / size, 0),
  };
}

/** The mean colour of the pixels about a line from `from` to `to` along `normal`, `wide` to either side. */
function meanAt({ data, width, height }: Picture, at: Point, normal: Point, from: number, to: number, wide: number) {
  const mean = [0, 0, 0];
  const count = 4;
  for (let i = 0; i < count; i++) {
    const d = from + ((to - from) * (i + 0.5)) / count;
    for (let side = -1; side <= 1; side++) {
      const x = min(width - 1, max(0, round(at.x + normal.x * d - normal.y * side * wide - 0.5)));
      const y = min(height - 1, max(0, round(at.y + normal.y * d + normal.x * side * wide - 0.5)));
      for (let c = 0; c < 3; c++) mean[c] = (mean[c] ?? 0) + (data[(y * width + x) * 4 + c] ?? 0) / (count * 3);
    }
  }
  return mean;
}

/** The contrast at one place of an edge: what lies from `near` to `far` pixels inside of it against what lies as far outside. `normal` points outward. */
export const contrastAt = (picture: Picture, at: Point, normal: Point, near: number, far: number): Contrast =>
  contrastOf(meanAt(picture, at, normal, -far, -near, 0.5 * far), meanAt(picture, at, normal, near, far, 0.5 * far));
