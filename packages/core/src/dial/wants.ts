import type { Channel } from './physics.js';

/** How much each aim counts, said in words. */
export const WEIGHTS = ['no matter', 'matters', 'matters most'] as const;
export type Weight = (typeof WEIGHTS)[number];
const WEIGHT_OF: Record<Weight, number> = { 'no matter': 0, matters: 0.5, 'matters most': 1 };

/** What a study is after: strong colour, a white ground, sharp edges; and, instead of as strong as can be, as a target is. */
export interface Wants {
  colour: Weight;
  white: Weight;
  sharp: Weight;
  /** Strength and yellowing of what is to be matched; null: as strong as can be. */
  target: { strength: number; yellowing: number } | null;
}
export const USUAL_WANTS: Wants = { colour: 'matters most', white: 'matters most', sharp: 'matters', target: null };

/** Weights of the channels in what counts as better; the first is what strength adds. */
export function weightsOf({ colour, white, sharp }: Wants): Record<Channel, number> {
  return { strength: WEIGHT_OF[colour], yellowing: -WEIGHT_OF[white], spread: -WEIGHT_OF[sharp] };
}

/** How good a swatch is for what is wanted, by its strength, yellowing and spread: in steps as the eye sees them (ΔE); more is better. */
export function meritBy(wants: Wants): (strength: number, yellowing: number, spread: number) => number {
  const { strength: byStrength, yellowing: byYellowing, spread: bySpread } = weightsOf(wants);
  const { target } = wants;
  if (!target)
    return (strength, yellowing, spread) => byStrength * strength + byYellowing * yellowing + bySpread * spread;
  return (strength, yellowing, spread) =>
    byYellowing * Math.abs(yellowing - target.yellowing) -
    byStrength * Math.abs(strength - target.strength) +
    bySpread * spread;
}

/** As `meritBy`, of one swatch. */
export const meritOf = ({ strength, yellowing, spread }: Record<Channel, number>, wants: Wants): number =>
  meritBy(wants)(strength, yellowing, spread);
