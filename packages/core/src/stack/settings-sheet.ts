import type { Blank } from '../blank/index.js';
import type { HouseRules, Press } from '../shop/index.js';
import type { Proven } from './proven.js';
import { proposeSettings, type PressSettings } from './settings.js';
import { unsuited } from './suits.js';

/** One row of the sheet on the wall: what is pressed with on one press, and which source won. */
export interface SettingsRow {
  blank: Blank;
  press: Press;
  settings: PressSettings;
}

/**
 * All materials on all presses that take them, each with the settings that a plan would start from today: the recipe or what is proven there, the maker's sheet, the rule of the house, or the
 * chart. By goods, then by press. O(blanks · presses · proven).
 */
export function settingsRows(
  blanks: readonly Blank[],
  presses: readonly Press[],
  known: { house?: HouseRules; proven: readonly Proven[]; energy?: number },
): SettingsRow[] {
  return blanks
    .filter(({ archived }) => !archived)
    .flatMap((blank) =>
      presses
        .filter((press) => unsuited(blank, press) === null)
        .map((press) => ({
          blank,
          press,
          settings: proposeSettings(blank, {}, { ...known, pressId: press.id, mediaId: null, reach: press.heatLimit }),
        })),
    );
}
