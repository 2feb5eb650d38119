import { nth, normals, seeded } from '../numbers/index.js';
import type { PressureLevel } from '../blank/index.js';
import { Field } from './field.js';
import { foresee, MISSED, natural, NOISE, prepared, type Channel } from './physics.js';
import { Evidence, missScale, posteriorOf, USUAL_SLIPS, type Slips, type Swatch } from './posterior.js';
import { isWithin, type DialLimits, type DialSetting } from './setting.js';
import { meritBy, weightsOf, type Wants } from './wants.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { floor, log, max, min, round, sqrt } = Math;

/** Settings on which a surface is known: temperatures by dwells, at each pressure and pre-press. */
export interface Grid {
  temperatures: number[];
  dwells: number[];
  pressures: PressureLevel[];
  prePresses: number[];
}

/** What is known of every setting of a grid. Values by pre-press, pressure, dwell, then temperature, which runs fastest. */
export interface Surface {
  grid: Grid;
  settings: DialSetting[];
  /** 1 where a setting lies within the limits; the fringe beyond them is only what a slip may lead to. */
  able: Uint8Array;
  /** How good, ΔE: the mean of what is likely, and how sure it is. */
  merit: Float64Array;
  /** The spread of its difference from the best one. */
  doubt: Float64Array;
  channels: Record<Channel, Float64Array>;
  /** Likely surfaces, each over the whole grid. */
  likely: Float64Array[];
}

/** Likely surfaces that are drawn. */
const DRAWN = 128;

const spaced = (least: number, most: number, step: number, between: (a: number, b: number, s: number) => number) => {
  const count = max(1, round(step)) + 1;
  return most - least < 0.5 ? [least] : Array.from({ length: count }, (_, i) => between(least, most, i / (count - 1)));
};

/** How far the grid reaches beyond the limits, °C and s: what is pressed at a limit may slip as far. */
const FRINGE = { temperature: 9, dwell: 4 };

/** The settings on which a study is looked at: every 2 to 3 °C, and dwells by equal shares, with one step of fringe all round. */
export function gridOf({ temperature, dwell, pressures, prePresses }: DialLimits): Grid {
  const heats = min(20, max(4, (temperature.most - temperature.least) / 2.5));
  const times = min(18, max(4, log(dwell.most / dwell.least) * 10));
  return {
    temperatures: [
      temperature.least - FRINGE.temperature,
      ...spaced(temperature.least, temperature.most, heats, (a, b, s) => a + (b - a) * s),
      temperature.most + FRINGE.temperature,
    ],
    dwells: [
      max(2, dwell.least - FRINGE.dwell),
      ...spaced(dwell.least, dwell.most, times, (a, b, s) => a * (b / a) ** s),
      dwell.most + FRINGE.dwell,
    ],
    pressures: [...pressures],
    prePresses: [...prePresses],
  };
}

const settingsOf = ({ temperatures, dwells, pressures, prePresses }: Grid): DialSetting[] =>
  prePresses.flatMap((prePress) =>
    pressures.flatMap((pressure) =>
      dwells.flatMap((dwell) => temperatures.map((temperature) => ({ temperature, dwell, pressure, prePress }))),
    ),
  );

/**
 * The surface that readings leave likely: constants of the physical model by their posterior, and what the model misses by a Gaussian process conditioned
 * path by path (Wilson et al. 2020). The same readings and seed give the same surface. O(drawn · (grid + readings · terms of the field)).
 */
export function surfaceOf(
  swatches: readonly Swatch[],
  limits: DialLimits,
  wants: Wants,
  { seed = 1, slips = USUAL_SLIPS }: { seed?: number; slips?: Slips } = {},
): Surface {
  const grid = gridOf(limits);
  const settings = settingsOf(grid);
  const evidence = new Evidence(swatches, slips);
  const particles = posteriorOf(evidence, seed);
  const random = seeded(seed + 7919);
  const normal = normals(random);
  const step = particles.length / DRAWN;
  const size = settings.length;

  const { strength: wantsStrength, yellowing: wantsWhite, spread: wantsSharp } = weightsOf(wants);
  const wanted = [wantsStrength, wantsWhite, wantsSharp];
  const merited = meritBy(wants);
  const field = new Field(grid, evidence.places);
  const ready = settings.map(prepared);
  const [strength, yellowing, spread] = [new Float64Array(size), new Float64Array(size), new Float64Array(size)];
  const likely: Float64Array[] = [];
  // A channel that nobody wants and nothing was read of costs nothing.
  const counted = [0, 1, 2].filter(
    (c) => wanted[c] !== 0 || evidence.figures.some(({ figure }) => figure.weights[c] !== 0),
  );
  const values = new Float64Array(3);
  // What each path adds to the model, channel by channel.
  const beside = counted.map(() => new Float64Array(size));
  for (let drawn = 0; drawn < DRAWN; drawn++) {
    const constants = particles[floor(drawn * step)] as Float64Array;
    const { left, factor, scale } = evidence.judge(constants);
    const c = natural(constants);
    const paths = counted.map(() => {
      const path = new Float64Array(field.terms);
      for (let term = 0; term < path.length; term++) path[term] = normal();
      return path;
    });
    // What this path would have shown at the swatches, noise and all: the rest of each figure moves the path (Matheron's rule).
    const rest = Float64Array.from(evidence.figures, ({ figure, swatch }, i) => {
      let sum = nth(left, i) - figure.spread * nth(c, NOISE) * normal();
      paths.forEach((path, k) => {
        const by = nth(scale, i * 3 + nth(counted, k));
        if (by !== 0) sum -= by * field.at(path, swatch);
      });
      return sum;
    });
    const pull = factor.solve(rest);
    paths.forEach((path, k) => {
      evidence.figures.forEach(({ swatch }, i) => {
        const by = nth(scale, i * 3 + nth(counted, k)) * nth(pull, i);
        if (by !== 0) field.move(path, swatch, by);
      });
      field.over(path, beside[k] as Float64Array);
    });
    const [missed, full] = [nth(c, MISSED), nth(c, 0)];
    const merits = new Float64Array(size);
    for (let g = 0; g < size; g++) {
      foresee(ready[g] as (typeof ready)[number], c, values);
      for (let k = 0; k < counted.length; k++) {
        const channel = counted[k] ?? 0;
        const value = values[channel] ?? 0;
        values[channel] = value + missed * missScale(channel, value, full) * (beside[k]?.[g] ?? 0);
      }
      merits[g] = merited(values[0] ?? 0, values[1] ?? 0, values[2] ?? 0);
      strength[g] = (strength[g] ?? 0) + (values[0] ?? 0) / DRAWN;
      yellowing[g] = (yellowing[g] ?? 0) + (values[1] ?? 0) / DRAWN;
      spread[g] = (spread[g] ?? 0) + (values[2] ?? 0) / DRAWN;
    }
    likely.push(merits);
  }
  const merit = Float64Array.from(
    { length: size },
    (_, g) => likely.reduce((sum, one) => sum + nth(one, g), 0) / DRAWN,
  );
  const able = Uint8Array.from(settings, (setting) => (isWithin(setting, limits) ? 1 : 0));
  const best = topOf(merit, able);
  const doubt = Float64Array.from({ length: size }, (_, g) => {
    const mean = nth(merit, g) - nth(merit, best);
    const squares = likely.reduce((sum, one) => sum + (nth(one, g) - nth(one, best) - mean) ** 2, 0);
    return sqrt(squares / DRAWN);
  });
  return { grid, settings, able, merit, doubt, channels: { strength, yellowing, spread }, likely };
}

/** Where the largest of many numbers stands, among those that are `able`; left out: all are. */
export function topOf(values: ArrayLike<number>, able?: Uint8Array): number {
  let top = -1;
  for (let i = 0; i < values.length; i++)
    if ((!able || able[i] === 1) && (top < 0 || nth(values, i) > nth(values, top))) top = i;
  return max(0, top);
}
