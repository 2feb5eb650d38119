import { deltaE00 } from '../colour/index.js';
import type { CheckSwatch } from '../dial/index.js';
import { PATCH_NAMES, type TargetReading } from '../measure/index.js';
import { BLUR_STEP, type Study } from './study.js';

/** The swatch that the recipe was accepted by: the last one that confirmed it. */
const acceptedOf = (study: Study): TargetReading | null =>
  study.swatches.filter(({ aim, reading }) => aim === 'confirm' && reading !== null).at(-1)?.reading ?? null;

/** What the check swatches of a study show against the accepted one. */
export function checksOf(study: Study): CheckSwatch[] {
  const accepted = acceptedOf(study);
  if (!accepted) return [];
  return study.swatches.flatMap(({ aim, reading, pressedAt, since }): CheckSwatch[] => {
    if (aim !== 'check' || !reading || pressedAt === null) return [];
    const names = [...PATCH_NAMES, 'ground'] as const;
    const apart =
      names.reduce((sum, name) => sum + deltaE00(accepted.patches[name], reading.patches[name]), 0) / names.length;
    const moved = {
      strength: reading.strength.value - accepted.strength.value,
      yellowing: reading.yellowing.value - accepted.yellowing.value,
      spread: (reading.blur.value - accepted.blur.value) / BLUR_STEP,
    };
    return [{ at: pressedAt, apart, moved, since }];
  });
}
