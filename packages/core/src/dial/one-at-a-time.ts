import type { DialLimits, DialSetting } from './setting.js';

/** Steps on each axis of heat and time. */
const STEPS = 5;

const AXES = ['dwell', 'temperature', 'pressure', 'prePress'] as const;
type Axis = (typeof AXES)[number];

const evenly = (least: number, most: number, by: 'steps' | 'shares'): number[] =>
  Array.from({ length: STEPS }, (_, i) => {
    const s = i / (STEPS - 1);
    return Math.round(by === 'steps' ? least + (most - least) * s : least * (most / least) ** s);
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
    const tried = line.map((setting) => ({ setting, found: pressed.find((one) => isSame(one.setting, setting)) }));
    const missing = tried.find(({ found }) => !found);
    if (missing) return { setting: missing.setting, axis };
    held = tried.reduce((a, b) => ((b.found?.merit ?? 0) > (a.found?.merit ?? 0) ? b : a)).setting;
  }
  return null;
}

const isSame = (a: DialSetting, b: DialSetting): boolean =>
  Math.abs(a.temperature - b.temperature) < 2.5 &&
  Math.abs(a.dwell - b.dwell) < 2.5 &&
  a.pressure === b.pressure &&
  Math.abs(a.prePress - b.prePress) < 1.5;
