import { labOf } from '../colour/index.js';

export type BaseKind = 'white' | 'light' | 'tinted' | 'dark';

/**
 * How the cloth's own colour will treat a transparent dye. Limits are Kanga's reading of common practice, no published source:
 * white from L* 93 with next to no chroma, dark below L* 45, light from L* 80 with chroma under 12, tinted between.
 */
export function baseKindOf(hex: string): BaseKind {
  const { l, a, b } = labOf(hex);
  const chroma = Math.hypot(a, b);
  if (l < 45) return 'dark';
  if (l >= 93 && chroma <= 5) return 'white';
  return l >= 80 && chroma <= 12 ? 'light' : 'tinted';
}
