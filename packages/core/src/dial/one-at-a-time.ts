import { isSame, type DialLimits, type DialSetting, type Nearness } from './setting.js';
import { clamped } from '../units/index.js';

/** Settings this near are one. */
const SAME: Nearness = { temperature: 2.5, dwell: { seconds: 2.5 }, prePress: 1.5 };
/** Steps on each axis of heat and time. */
const STEPS = 5;

const AXES = ['dwell', 'temperature', 'pressure', 'prePress'] as const;
type Axis = (typeof AXES)[number];

const evenly = (least: number, most: number, by: 'steps' | 'shares'): number[] =>
  Array.from({ length: STEPS }, (_, i) => {
    const s = i / (STEPS - 1);
    const value = by === 'steps' ? least + (most - least) * s : least * (most / least) ** s;
    return clamped(Math.round(value), { least, most });
  });

/**
 * The school that changes one thing at a time: the dwell in steps at a middling heat, then heat at the best dwell, then pressure, then pre-press. Gives what comes next, or null when it is
 * through. It cannot see that a hotter plate wants a shorter dwell: it ends where its first line crossed the ridge. `pressed`: settings with how good they came out.
 */
export function oneAtATime(
  limits: DialLimits,
  pressed: readonly { setting: DialSetting; merit: number }[],
): { setting: DialSetting; axis: Axis } | null {
  const { temperature, dwell, pressures, prePresses } = limits;
  let held: DialSetting = {
    temperature: Math.round((temperature.least + temperature.most) / 2),
    dwell: Math.round(Math.sqrt(dwell.least * dwell.most)),
    pressure: pressures[Math.floor((pressures.length - 1) / 2)] ?? 'medium',
    prePress: prePresses[0] ?? 0,
  };
  const values: Record<Axis, readonly DialSetting[Axis][]> = {
    dwell: evenly(dwell.least, dwell.most, 'shares'),
    temperature: evenly(temperature.least, temperature.most, 'steps'),
    pressure: pressures,
    prePress: prePresses,
  };
  for (const axis of AXES) {
    const line = [...new Set(values[axis])].map((value): DialSetting => ({ ...held, [axis]: value }));
    if (line.length < 2) continue;
    const tried = line.map((setting) => ({
      setting,
      found: pressed.find((one) => isSame(one.setting, setting, SAME)),
    }));
    const missing = tried.find(({ found }) => !found);
    if (missing) return { setting: missing.setting, axis };
    held = tried.reduce((a, b) => ((b.found?.merit ?? 0) > (a.found?.merit ?? 0) ? b : a)).setting;
  }
  return null;
}
