import { besideOf } from '../blank/index.js';
import { SETTING_LIMITS, type Overrides } from '../stack/index.js';
import type { FaultCode } from './faults.js';
import { clamped } from '../units/index.js';
import { degrees, SOME, when, type Evidence, type Pressed } from './pressed.js';

/** The one thing to do differently. With `overrides` a plan can be made that differs in just that. */
export interface Change {
  say: string;
  overrides?: Overrides;
}

/** One cause of a fault: how usual it is before anything is known (of the causes of a fault they come to about 1), what speaks for it, and what to change. */
export interface CauseRule {
  fault: FaultCode;
  cause: string;
  usual: number;
  evidence: (piece: Pressed) => Evidence[];
  change: (piece: Pressed) => Change;
}

export const HEAT_STEP = 5;
export const TIME_STEP = 10;

export const heat = (piece: Pressed, by: number): Change => {
  const to = clamped(piece.settings.temperature.value + by, SETTING_LIMITS.temperature);
  return { say: `${degrees(by)} ${by < 0 ? 'cooler' : 'hotter'}, nothing else.`, overrides: { temperature: to } };
};
export const time = (piece: Pressed, by: number): Change => {
  const to = clamped(piece.settings.dwell.value + by, SETTING_LIMITS.dwell);
  return { say: `${Math.abs(by)} s ${by < 0 ? 'shorter' : 'longer'}, nothing else.`, overrides: { dwell: to } };
};
export const firmer = (piece: Pressed): Change =>
  piece.settings.pressure.value === 'light'
    ? { say: 'Medium pressure, nothing else.', overrides: { pressure: 'medium' } }
    : { say: 'Try the pressure with paper strips at all four sides, and level the plates.' };
export const does = (say: string) => (): Change => ({ say });
export const rule = (
  fault: FaultCode,
  cause: string,
  usual: number,
  evidence: CauseRule['evidence'],
  change: CauseRule['change'],
): CauseRule => ({
  fault,
  cause,
  usual,
  evidence,
  change,
});
export const nearSeam = ({ blank }: Pressed): boolean =>
  blank.sides.some((side) => side.keepOuts.some((one) => besideOf(one, side.outline).clearance < 15));
const prePressed = ({ settings, skipped }: Pressed): boolean =>
  settings.prePress.value > 0 && !skipped.includes('pre-press');
export const damp = (piece: Pressed): Evidence[] => [
  ...when(!prePressed(piece), 'It was not pre-pressed.', SOME),
  ...when(prePressed(piece), 'It was pre-pressed.', -SOME),
];
export const prePress = (piece: Pressed): Change => {
  const to = clamped(piece.settings.prePress.value + 10, SETTING_LIMITS.prePress);
  return { say: `Pre-press ${to} s, nothing else.`, overrides: { prePress: to } };
};
