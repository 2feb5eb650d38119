import { nth } from '../numbers/index.js';
import { readGrid } from './robust.js';
import type { DialSetting } from './setting.js';
import type { Surface } from './surface.js';

/** A setting that looks as another one does elsewhere, and how far apart the two still are, ΔE. */
export interface EqualSetting {
  setting: DialSetting;
  apart: number;
}

/**
 * The setting of one surface that looks as a setting of another does: nearest in strength, yellowing and spread; of those as near, the shortest. Another press, paper or ink with the
 * same cloth. O(grid).
 */
export function equalSetting(from: Surface, setting: DialSetting, to: Surface): EqualSetting {
  const { grid } = from;
  const slice =
    Math.max(
      0,
      grid.prePresses.findIndex((one) => Math.abs(one - setting.prePress) < 0.5),
    ) *
      grid.pressures.length +
    Math.max(0, grid.pressures.indexOf(setting.pressure));
  const looks = (['strength', 'yellowing', 'spread'] as const).map((channel) => ({
    wanted: readGrid(grid, from.channels[channel], slice, setting.temperature, setting.dwell),
    found: to.channels[channel],
  }));
  const apart = (g: number) => Math.hypot(...looks.map(({ wanted, found }) => nth(found, g) - wanted));
  let best = 0;
  let least = Infinity;
  to.settings.forEach(({ dwell }, g) => {
    if (to.able[g] !== 1) return;
    // A second more has to be worth something: a hundredth of what the eye sees.
    const cost = apart(g) + dwell * 0.004;
    if (cost < least) [best, least] = [g, cost];
  });
  return { setting: to.settings[best] as DialSetting, apart: apart(best) };
}
