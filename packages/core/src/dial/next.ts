import { KELVIN } from '../heat/index.js';
import { nth } from '../numbers/index.js';
import { latinHypercube } from './design.js';
import { isSame, wholeWithin, type DialLimits, type DialSetting, type Nearness } from './setting.js';
import { topOf, type Surface } from './surface.js';

/** Why a setting is to be pressed next. */
export type Reason = 'spread out' | 'most promising' | 'most informative';

/** What to press next, and what it may bring. */
export interface Next {
  setting: DialSetting;
  reason: Reason;
  /** How much better than what is taken now it may be, ΔE: the mean over all that is likely. */
  gain: number;
}

/** Swatches that are pressed before anything is computed: four see heat and time apart, and more axes want more. */
export const startCount = ({ pressures, prePresses }: DialLimits): number =>
  4 + (pressures.length > 1 ? 1 : 0) + (prePresses.length > 1 ? 1 : 0);

/** Where the start lies in the span of an axis: its ends are seldom of use to anybody. */
const MARGIN = 0.12;
/** A fixed draw: two studies of the same limits begin alike. */
const START_SEED = 5;

/** The first settings: spread evenly over what may be varied, on the axes of like work, coolest first so that the plate only warms. */
export function startOf(limits: DialLimits): DialSetting[] {
  const { temperature, dwell, pressures, prePresses } = limits;
  // What is not varied takes no part in spreading the rest.
  const varied = [
    temperature.most > temperature.least,
    dwell.most > dwell.least,
    pressures.length > 1,
    prePresses.length > 1,
  ];
  const axes = varied.map((one, i) => (one ? varied.slice(0, i).filter(Boolean).length : -1));
  const design = latinHypercube(Math.max(1, varied.filter(Boolean).length), startCount(limits), START_SEED);
  const share = (coded: number) => MARGIN + (1 - 2 * MARGIN) * ((coded + 1) / 2);
  const heatAt = (s: number) => {
    const [a, b] = [1 / (temperature.least + KELVIN), 1 / (temperature.most + KELVIN)];
    return 1 / (a + (b - a) * s) - KELVIN;
  };
  const level = <T>(list: readonly T[], coded: number): T => {
    const at = Math.min(list.length - 1, Math.floor(((coded + 1) / 2) * list.length));
    return list[at] as T;
  };
  return design
    .map((run) => axes.map((axis) => run[axis] ?? 0) as [number, number, number, number])
    .map(([heat, time, pressure, prePress]) =>
      wholeWithin(
        {
          temperature: heatAt(share(heat)),
          dwell: dwell.least * (dwell.most / dwell.least) ** share(time),
          pressure: level(pressures, pressure),
          prePress: level(prePresses, prePress),
        },
        limits,
      ),
    )
    .sort((a, b) => a.temperature - b.temperature);
}

/** The mean of how much better each setting may be than the one that is taken now, ΔE: expected improvement (Jones, Schonlau and Welch 1998) over likely surfaces. O(drawn · grid). */
export function gains(surface: Surface): Float64Array {
  const best = topOf(surface.merit, surface.able);
  const out = new Float64Array(surface.settings.length);
  for (const one of surface.likely) {
    const now = nth(one, best);
    for (let g = 0; g < out.length; g++) {
      const gain = surface.able[g] === 1 ? (one[g] ?? 0) - now : 0;
      if (gain > 0) out[g] = (out[g] ?? 0) + gain / surface.likely.length;
    }
  }
  return out;
}

/** Settings this near to the most promising one, as a share of its gain, may be pressed before it when that spares waiting for the plate to cool. */
const NEARLY = 0.85;
/** A gain below this is too small to be called promising, ΔE: what is pressed then is pressed to know more. */
const PROMISING = 0.12;

/** Settings this near are one. */
const SAME: Nearness = { temperature: 2, dwell: { share: 0.07 }, prePress: 1.5 };

/**
 * The next setting: the most promising one, or one nearly so that the plate need not cool for; none that was pressed already. `plate`: what it is at, °C; null: cold.
 */
export function nextOf(
  surface: Surface,
  limits: DialLimits,
  plate: number | null,
  pressed: readonly DialSetting[] = [],
): Next {
  const gain = gains(surface);
  // What was pressed already tells little more when it is pressed again.
  surface.settings.forEach((setting, g) => {
    if (pressed.some((one) => isSame(one, setting, SAME))) gain[g] = 0;
  });
  const most = nth(gain, topOf(gain));
  const informative = most < PROMISING;
  const value = informative ? surface.doubt.map((doubt, g) => (surface.able[g] === 1 ? doubt : 0)) : gain;
  const top = nth(value, topOf(value));
  const able = [...value.keys()].filter((g) => nth(value, g) >= NEARLY * top);
  const cooling = (g: number) => Math.max(0, (plate ?? -Infinity) - (surface.settings[g]?.temperature ?? 0));
  able.sort((a, b) => cooling(a) - cooling(b) || nth(value, b) - nth(value, a));
  const at = able[0] ?? topOf(value);
  return {
    setting: wholeWithin(surface.settings[at] as DialSetting, limits),
    reason: informative ? 'most informative' : 'most promising',
    gain: nth(gain, at),
  };
}

/** How likely it is that some setting is better than the one that is taken now by more than `step` ΔE. */
export function chanceOfBetter(surface: Surface, step: number): number {
  const best = topOf(surface.merit, surface.able);
  const better = surface.likely.filter((one) => nth(one, topOf(one, surface.able)) - nth(one, best) > step);
  return better.length / surface.likely.length;
}

/** What the eye just sees, ΔE; and how sure it has to be that nothing is better by more. In the trial (docs/benchmarks.md) the stop is right oftener than that. */
export const SEEN = 1;
export const ENOUGH = 0.12;
/** Swatches before which nothing is enough: the start and one that was chosen by it. */
export const isEnough = (surface: Surface, pressed: number, limits: DialLimits): boolean =>
  pressed > startCount(limits) && chanceOfBetter(surface, SEEN) < ENOUGH;
