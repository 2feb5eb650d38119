import type { Rgb } from '../colour/index.js';

/** What may be pointed at in a picture to tell the light by. */
export const SPOT_KINDS = ['bare cloth', 'grey card', 'white paper'] as const;
export type SpotKind = (typeof SPOT_KINDS)[number];

/** A grey card reflects 18 %, as it says on it; printing paper some 86 %, which is L* 94 (from memory, no published source). */
const REFLECTS: Record<Exclude<SpotKind, 'bare cloth'>, number> = { 'grey card': 0.18, 'white paper': 0.86 };

/** The linear light of what is pointed at; `cloth` is that of cloth that was never pressed. */
export function spotLight(kind: SpotKind, cloth: Rgb): Rgb {
  if (kind === 'bare cloth') return cloth;
  const light = REFLECTS[kind];
  return [light, light, light];
}
