import { strengthOf, yellowingOf } from '../measure/index.js';
import { normalIntegral, normals, nth, seeded } from '../numbers/index.js';
import {
  surfaceOf,
  startOf,
  nextOf,
  topOf,
  isEnough,
  USUAL_WANTS,
  meritOf,
  oneAtATime,
  processAfter,
} from '../dial/index.js';
import type { DialLimits, DialSetting, Swatch, Wants } from '../dial/index.js';
import { pressedCloth, pressedPatches, slipped, type PressedCloth } from './pressed-cloth.js';

/** The trial of dial-in on made-up presses: what it finds, against grids, one change at a time, and a plain process. Shared by the tests and the benchmark. */

const TRIAL_LIMITS: DialLimits = {
  temperature: { least: 165, most: 220 },
  dwell: { least: 15, most: 150 },
  pressures: ['medium'],
  prePresses: [10],
};
/** Sharpness is left out: it is flat beside the other two. */
const WANTS: Wants = { ...USUAL_WANTS, sharp: 'no matter' };
/** Noise of each figure that is read, ΔE. */
const NOISE = 0.7;

/** Kinds of truth that are not the model's own. */
const OTHER_KINDS = [
  ['second order', 'none'],
  ['diffusion', 'none'],
  ['sigmoid', 'none'],
  ['first order', 'bump'],
  ['first order', 'uneven plate'],
  ['diffusion', 'two dyes'],
  ['second order', 'bump'],
  ['sigmoid', 'uneven plate'],
] as const satisfies readonly (readonly [PressedCloth['kinetics'], PressedCloth['oddity']])[];

type At = Pick<DialSetting, 'temperature' | 'dwell'>;
const table: At[] = [];
for (let temperature = 165; temperature <= 220; temperature += 2.5)
  for (let dwell = 15; dwell <= 150; dwell += 5) table.push({ temperature, dwell });

/** One made-up press on trial: what every way of looking for the best setting gives away, ΔE. */
export class TrialPress {
  private readonly normal: () => number;
  private readonly best: number;

  constructor(
    readonly cloth: PressedCloth,
    seed: number,
  ) {
    const random = seeded(seed * 131 + 5);
    for (let i = 0; i < 9; i++) random();
    this.normal = normals(random);
    this.best = Math.max(...table.map((at) => this.merit(at)));
  }

  private truth(at: At): { strength: number; yellowing: number; spread: number } {
    const patches = pressedPatches(this.cloth, { ...at, pressure: 1 });
    return { strength: strengthOf(patches), yellowing: yellowingOf(patches.ground, 0), spread: 0 };
  }

  private merit(at: At): number {
    return meritOf(this.truth(at), WANTS);
  }

  /** What a setting gives away against the best of the table. */
  regret(at: At): number {
    return this.best - this.merit(at);
  }

  /** Presses a swatch at a setting and reads it, with all that is off. */
  press(at: At): { strength: number; yellowing: number; spread: number } {
    const found = this.truth(slipped(this.cloth, at, this.normal));
    return {
      strength: found.strength + NOISE * this.normal(),
      yellowing: found.yellowing + NOISE * this.normal(),
      spread: 0,
    };
  }

  private pressedMerit(at: At): number {
    return meritOf(this.press(at), WANTS);
  }

  /** The best of a grid of swatches. */
  grid(temperatures: readonly number[], dwells: readonly number[]): number {
    const tried = temperatures.flatMap((temperature) => dwells.map((dwell) => ({ temperature, dwell })));
    const found = tried.map((at) => this.pressedMerit(at));
    return this.regret(tried[topOf(found)] as At);
  }

  /** One change at a time, the lines gone over twice: so many swatches. */
  oneAtATime(swatches: number): number {
    const pressed: { setting: DialSetting; merit: number }[] = [];
    let limits = TRIAL_LIMITS;
    for (let i = 0; i < swatches; i++) {
      let next = oneAtATime(limits, pressed);
      if (!next) {
        // Through: once more, closer about what was best.
        const { setting } = pressed.reduce((a, b) => (b.merit > a.merit ? b : a));
        limits = {
          ...limits,
          temperature: { least: Math.max(165, setting.temperature - 9), most: Math.min(220, setting.temperature + 9) },
          dwell: { least: Math.max(15, setting.dwell * 0.75), most: Math.min(150, setting.dwell * 1.3) },
        };
        next = oneAtATime(limits, pressed);
      }
      if (!next) break;
      pressed.push({ setting: next.setting, merit: this.pressedMerit(next.setting) });
    }
    return this.regret(pressed.reduce((a, b) => (b.merit > a.merit ? b : a)).setting);
  }

  /** A plain Gaussian process over degrees and the logarithm of time, with expected improvement. */
  plainProcess(swatches: number): number {
    const place = ({ temperature, dwell }: At) => [(temperature - 192) / 16, Math.log(dwell / 50) / 0.7];
    const kernel = (a: number[], b: number[]) =>
      64 * Math.exp(-((nth(a, 0) - nth(b, 0)) ** 2 + (nth(a, 1) - nth(b, 1)) ** 2) / 2);
    const pressed: { at: At; merit: number }[] = startOf(TRIAL_LIMITS).map((at) => ({
      at,
      merit: this.pressedMerit(at),
    }));
    const expected = () => {
      const middle = pressed.reduce((sum, { merit }) => sum + merit, 0) / pressed.length;
      const read = processAfter(
        kernel,
        pressed.map(({ at, merit }) => ({ at: place(at), value: merit - middle, variance: 1.2 })),
      );
      return table.map((at) => read(place(at)));
    };
    while (pressed.length < swatches) {
      const found = expected();
      const best = Math.max(...found.map(({ mean }) => mean));
      const gain = found.map(({ mean, variance }) => {
        const s = Math.sqrt(Math.max(variance, 1e-9));
        const z = (mean - best) / s;
        return (mean - best) * normalIntegral(z) + s * Math.exp((-z * z) / 2) * 0.39894228;
      });
      const at = table[topOf(gain)] as At;
      pressed.push({ at, merit: this.pressedMerit(at) });
    }
    return this.regret(table[topOf(expected().map(({ mean }) => mean))] as At);
  }

  /** Kanga's own way: what it would take after each swatch from the start on, and whether it would stop. */
  dialIn(swatches: number, seed: number): { pressed: number; regret: number; enough: boolean }[] {
    const pressed: Swatch[] = [];
    const taken: { pressed: number; regret: number; enough: boolean }[] = [];
    const enter = (setting: DialSetting) => {
      const { strength, yellowing } = this.press(setting);
      const figure = { spread: NOISE, relative: false };
      pressed.push({
        setting,
        figures: [
          { ...figure, weights: [1, 0, 0], value: strength },
          { ...figure, weights: [0, 1, 0], value: yellowing },
        ],
      });
    };
    startOf(TRIAL_LIMITS).forEach(enter);
    for (;;) {
      const surface = surfaceOf(pressed, TRIAL_LIMITS, WANTS, { seed });
      taken.push({
        pressed: pressed.length,
        regret: this.regret(surface.settings[topOf(surface.merit, surface.able)] as DialSetting),
        enough: isEnough(surface, pressed.length, TRIAL_LIMITS),
      });
      if (pressed.length >= swatches) return taken;
      enter(nextOf(surface, TRIAL_LIMITS, null).setting);
    }
  }
}

/** A press of another kind than the model, by number. */
export function trialPress(number: number): TrialPress {
  const [kinetics, oddity] = OTHER_KINDS[number % OTHER_KINDS.length] ?? OTHER_KINDS[0];
  return new TrialPress(pressedCloth(number, kinetics, oddity), number);
}
