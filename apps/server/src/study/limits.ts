import type { Blank } from '@kanga/core/blank';
import { isWithin, type DialLimits } from '@kanga/core/dial';
import type { Press } from '@kanga/core/shop';
import type { StudySwatch } from '@kanga/core/study';
import { temperatureText } from '@kanga/core/units';
import { refuse } from '../http/index.js';

/** The most that a blank and a press take, and whose word it is. */
function mostOf(blank: Blank, press: Press) {
  const sheet = blank.makersSheet?.limits;
  const maker = `${blank.name}, by its maker,`;
  const byBlank = (sheet?.temperature ?? Infinity) < press.heatLimit;
  return {
    temperature: {
      value: Math.min(press.heatLimit, sheet?.temperature ?? Infinity),
      whose: byBlank ? maker : press.name,
    },
    dwell: { value: sheet?.dwell ?? Infinity, whose: maker },
  };
}

/** Refuses limits that go beyond what the blank or the press takes. */
export function withinMakers({ temperature, dwell }: DialLimits, blank: Blank, press: Press): void {
  const most = mostOf(blank, press);
  if (temperature.most > most.temperature.value + 0.5)
    throw refuse(
      422,
      'study.too-hot',
      `${temperatureText(temperature.most)} is beyond what ${most.temperature.whose} takes: ${temperatureText(most.temperature.value)}`,
      'Lower the hottest that may be pressed.',
    );
  if (dwell.most > most.dwell.value + 0.5)
    throw refuse(
      422,
      'study.too-long',
      `${dwell.most} s is beyond what ${most.dwell.whose} takes: ${most.dwell.value} s`,
      'Lower the longest that may be pressed.',
    );
}

/** Reasons for which a setting may lie beyond the limits of its study: somebody said so, or it was accepted before they changed. */
const FREE: readonly StudySwatch['reason'][] = ['by hand', 'pressed elsewhere', 'check', 'confirm', 'like cloth'];

/** Refuses a swatch that nothing on this press may be pressed like, or that lies beyond its study. */
export function within(
  { setting, reason }: Pick<StudySwatch, 'setting' | 'reason'>,
  limits: DialLimits,
  blank: Blank,
  press: Press,
): void {
  const most = mostOf(blank, press);
  const said = `${temperatureText(setting.temperature)} for ${setting.dwell} s`;
  if (
    reason !== 'pressed elsewhere' &&
    (setting.temperature > most.temperature.value + 0.5 || setting.dwell > most.dwell.value + 0.5)
  )
    throw refuse(
      422,
      'study.beyond',
      `${said} is beyond what the blank or the press takes`,
      'Plan a setting within their limits.',
    );
  if (!FREE.includes(reason) && !isWithin(setting, limits))
    throw refuse(
      422,
      'study.limits',
      `${said} is beyond the limits of this study`,
      'Widen its limits, or plan it by hand.',
    );
}
