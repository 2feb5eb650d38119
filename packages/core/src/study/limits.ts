import { isFirmer, PRESSURES, type Blank } from '../blank/index.js';
import type { DialLimits } from '../dial/index.js';
import type { Press } from '../shop/index.js';
import type { PressSettings } from '../stack/index.js';

/** How far about the usual settings a study looks, as a rule: °C to either side, and shares of the dwell. */
const ABOUT = { cooler: 22, hotter: 16, shorter: 0.45, longer: 1.9 };
/** No study goes beyond these, °C and s. */
const WIDEST = { temperature: { least: 150, most: 225 }, dwell: { least: 10, most: 240 } };

/**
 * Between what a study may vary its settings: about what would be pressed today, never hotter, longer or firmer than the maker of the blank or of the press allows. Levels of pressure and
 * pre-presses are as they are proposed until somebody wants them varied.
 */
export function limitsFor(blank: Blank, press: Press, settings: PressSettings): DialLimits {
  const { temperature, dwell, pressure, prePress } = settings;
  const sheet = blank.makersSheet?.limits;
  const most = {
    temperature: Math.min(WIDEST.temperature.most, press.heatLimit, sheet?.temperature ?? Infinity),
    dwell: Math.min(WIDEST.dwell.most, sheet?.dwell ?? Infinity),
  };
  const heat = Math.min(temperature.value, most.temperature);
  const time = Math.min(dwell.value, most.dwell);
  const fives = (value: number) => Math.round(value / 5) * 5;
  return {
    temperature: {
      least: Math.max(WIDEST.temperature.least, fives(heat - ABOUT.cooler)),
      most: Math.min(most.temperature, fives(heat + ABOUT.hotter)),
    },
    dwell: {
      least: Math.max(WIDEST.dwell.least, fives(time * ABOUT.shorter)),
      most: Math.min(most.dwell, fives(time * ABOUT.longer)),
    },
    pressures: [pressure.value],
    prePresses: [prePress.value],
  };
}

/** The levels of pressure that a blank allows. */
export const pressuresFor = ({ makersSheet }: Blank) => {
  const most = makersSheet?.limits.pressure ?? null;
  return PRESSURES.filter((level) => most === null || !isFirmer(level, most));
};
