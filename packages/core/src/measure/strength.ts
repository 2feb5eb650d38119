import type { Lab } from '../colour/index.js';

/** The solid patches of a target. */
export const SOLIDS = ['cyan', 'magenta', 'yellow', 'black'] as const;
export type Solid = (typeof SOLIDS)[number];

/** C*ab. */
export const chromaOf = ({ a, b }: Lab): number => Math.hypot(a, b);

/**
 * Chroma as the eye counts it, ΔE00: the difference formula weighs a step of chroma by 1/(1 + 0.045 C) (Sharma, Wu and Dalal 2005), and this is the sum of the steps from grey on.
 */
const chromaSteps = (lab: Lab): number => Math.log(1 + 0.045 * chromaOf(lab)) / 0.045;

/** A step of lightness weighs 1/S_L in the same formula. */
const lightStep = (l: number): number => 1 / (1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2));

/** Steps of lightness, as the eye counts them, from one L* down to another: Simpson's rule over 20 strips. */
export function lightSteps(from: number, to: number): number {
  const [strips, h] = [20, (from - to) / 20];
  let sum = lightStep(to) + lightStep(from);
  for (let i = 1; i < strips; i++) sum += (i % 2 === 1 ? 4 : 2) * lightStep(to + i * h);
  return (sum * h) / 3;
}

/** Colour strength, in steps as the eye sees them: the mean of how far the inks are from grey and black from white. */
export const strengthOf = (patches: Record<Solid, Lab>): number =>
  (chromaSteps(patches.cyan) +
    chromaSteps(patches.magenta) +
    chromaSteps(patches.yellow) +
    lightSteps(100, patches.black.l)) /
  SOLIDS.length;

/** How much yellower a ground has become, in the same steps; less than nothing where it is bluer. `before`: b* of the cloth as it came. */
export const yellowingOf = (ground: Lab, before: number): number => {
  const steps = (b: number) => (Math.sign(b) * Math.log(1 + 0.045 * Math.abs(b))) / 0.045;
  return steps(ground.b) - steps(before);
};
