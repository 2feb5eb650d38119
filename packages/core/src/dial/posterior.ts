import { nth, normals, seeded } from '../numbers/index.js';
import { Factor } from './factor.js';
import { CONSTANTS, foreseeSlopes, MISSED, natural, NOISE, prepared, type Prepared } from './physics.js';
import { placeOf, type DialSetting, type Place } from './setting.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { exp, log, max, sqrt } = Math;

/** One figure of a swatch: a sum of the channels by `weights`, and how far it may be off. */
export interface Figure {
  weights: readonly [number, number, number];
  value: number;
  /** Standard deviation, ΔE. */
  spread: number;
  /** Only differences are known, as when two are compared by eye. */
  relative: boolean;
}
/** A pressed swatch: what it was truly pressed with, and what is known of it. */
export interface Swatch {
  setting: DialSetting;
  figures: readonly Figure[];
}

/** By how much a setting may truly have been off, °C and s (standard deviations). */
export interface Slips {
  temperature: number;
  dwell: number;
}
export const USUAL_SLIPS: Slips = { temperature: 1.5, dwell: 0.7 };

const D = CONSTANTS.length;
/** Particles that carry the posterior: enough for figures to a tenth of a ΔE, few enough for a fifth of a second. */
const PARTICLES = 256;
/** Moves after each step of tempering. */
const MOVES = 3;
/** Lengths on the axes over which what the model misses is alike. */
export const REACH = [0.45, 0.45, 0.8, 1] as const;
/** A free level of what is only compared, ΔE: wide beside any difference. */
const FREE = 40;

/** How alike what is missed is at two places of one axis, counted as a place counts them. Squared exponential. */
export const likenessOn = (axis: number, a: number, b: number): number => exp(-(((a - b) / nth(REACH, axis)) ** 2) / 2);

/** How alike what is missed is at two places. */
const likeness = (a: Place, b: Place): number =>
  a.reduce((all, one, axis) => all * likenessOn(axis, one, nth(b, axis)), 1);

/** How much a model misses of a channel, beside `missed`: the more, the further a swatch is from full colour, or the more it has yellowed or spread. */
export const missScale = (channel: number, value: number, full: number): number =>
  channel === 0 ? 0.5 + 0.09 * max(0, full - value) : 0.35 + 0.25 * max(0, value);

/** What the figures are to one set of constants: what is left of them, and how that spreads. Written anew each time that constants are judged. */
export interface Judged {
  left: Float64Array;
  factor: Factor;
  /** By how much each figure's channels can be missed, ΔE: figure by figure, channel by channel. */
  scale: Float64Array;
  log: number;
}

/** Swatches made ready to be judged by constants many times, in flat arrays: it is done some ten thousand times for one answer. Figures are counted swatch by swatch. */
export class Evidence {
  readonly figures: readonly { figure: Figure; swatch: number }[];
  /** Where the swatches lie. */
  readonly places: readonly Place[];
  private readonly ready: readonly Prepared[];
  private readonly foreseen: Float64Array;
  private readonly weights: Float64Array;
  private readonly values: Float64Array;
  private readonly spreads: Float64Array;
  private readonly swatchOf: Int32Array;
  /** Pairs of figures: how alike what is missed is there; what they share beside it. */
  private readonly alike: Float64Array;
  private readonly shared: Float64Array;
  private readonly covariance: Float64Array;
  /** What a judgement is written into: figures, channels by figures, and by what figures change if a setting slips. */
  private readonly left: Float64Array;
  private readonly scale: Float64Array;
  private readonly warm: Float64Array;
  private readonly long: Float64Array;
  private readonly factor: Factor;
  private readonly whitened: Float64Array;
  /** From each figure on: the sum of the logarithms of their spreads. */
  private readonly logSpreads: Float64Array;

  constructor(
    swatches: readonly Swatch[],
    private readonly slips: Slips,
  ) {
    this.ready = swatches.map(({ setting }) => prepared(setting));
    this.foreseen = new Float64Array(this.ready.length * 9);
    this.figures = swatches.flatMap(({ figures }, swatch) => figures.map((figure) => ({ figure, swatch })));
    this.places = swatches.map(({ setting }) => placeOf(setting));
    const n = this.figures.length;
    this.weights = Float64Array.from(this.figures.flatMap(({ figure }) => [...figure.weights]));
    this.values = Float64Array.from(this.figures, ({ figure }) => figure.value);
    this.spreads = Float64Array.from(this.figures, ({ figure }) => figure.spread);
    this.swatchOf = Int32Array.from(this.figures, ({ swatch }) => swatch);
    this.alike = new Float64Array(n * n);
    this.shared = new Float64Array(n * n);
    this.covariance = new Float64Array(n * n);
    this.left = new Float64Array(n);
    this.scale = new Float64Array(n * 3);
    this.warm = new Float64Array(n);
    this.long = new Float64Array(n);
    this.factor = Factor.empty(n);
    this.whitened = new Float64Array(n);
    this.logSpreads = new Float64Array(n + 1);
    for (let i = n - 1; i >= 0; i--) this.logSpreads[i] = nth(this.logSpreads, i + 1) + log(nth(this.spreads, i));
    this.figures.forEach((one, i) => {
      this.figures.forEach((other, j) => {
        this.alike[i * n + j] = likeness(this.places[one.swatch] as Place, this.places[other.swatch] as Place);
        this.shared[i * n + j] = one.figure.relative && other.figure.relative ? FREE * FREE : 0;
      });
    });
  }

  /**
   * Judges constants; what it gives holds until the next ones are judged. Those that cannot be as likely as `least` are given up as soon as that is seen, with a logarithm of −∞ and no
   * more than that: each figure can add no more than its own noise allows. O(n³) for n figures.
   */
  judge(constants: ArrayLike<number>, least = -Infinity): Judged {
    const c = natural(constants);
    const n = this.figures.length;
    const { foreseen, ready, weights, values, spreads, swatchOf, alike, shared, covariance } = this;
    const { left, scale, warm, long } = this;
    for (let i = 0; i < ready.length; i++) foreseeSlopes(ready[i] as Prepared, c, foreseen, i * 9);
    const [full, missed, noise] = [c[0] ?? 0, c[MISSED] ?? 0, c[NOISE] ?? 0];
    for (let i = 0; i < n; i++) {
      let sum = 0;
      let dT = 0;
      let dt = 0;
      for (let channel = 0; channel < 3; channel++) {
        const w = weights[i * 3 + channel] ?? 0;
        if (w === 0) continue;
        const at = (swatchOf[i] ?? 0) * 9 + channel;
        const here = foreseen[at] ?? 0;
        sum += w * here;
        dT += w * (foreseen[at + 3] ?? 0);
        dt += w * (foreseen[at + 6] ?? 0);
        scale[i * 3 + channel] = w * missed * missScale(channel, here, full);
      }
      left[i] = (values[i] ?? 0) - sum;
      warm[i] = dT * this.slips.temperature;
      long[i] = dt * this.slips.dwell;
    }
    const { factor, whitened, logSpreads } = this;
    let sure = 0;
    for (let i = 0; i < n; i++) {
      if (sure - (logSpreads[i] ?? 0) - (n - i) * log(noise) < least) return { left, factor, scale, log: -Infinity };
      const s0 = scale[i * 3] ?? 0;
      const s1 = scale[i * 3 + 1] ?? 0;
      const s2 = scale[i * 3 + 2] ?? 0;
      for (let j = 0; j <= i; j++) {
        const at = i * n + j;
        const both = s0 * (scale[j * 3] ?? 0) + s1 * (scale[j * 3 + 1] ?? 0) + s2 * (scale[j * 3 + 2] ?? 0);
        let sum = (shared[at] ?? 0) + both * (alike[at] ?? 0);
        if (swatchOf[i] === swatchOf[j]) sum += (warm[i] ?? 0) * (warm[j] ?? 0) + (long[i] ?? 0) * (long[j] ?? 0);
        covariance[at] = sum;
      }
      const own = (spreads[i] ?? 0) * noise;
      covariance[i * n + i] = (covariance[i * n + i] ?? 0) + own * own + 1e-6;
      const diagonal = factor.take(covariance, i);
      const value = factor.whiten(left, whitened, i);
      sure -= log(diagonal) + (value * value) / 2;
    }
    return { left, factor, scale, log: sure };
  }
}

const logPrior = (constants: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < D; i++) {
    const { mean, spread } = CONSTANTS[i] as (typeof CONSTANTS)[number];
    sum -= (((constants[i] ?? 0) - mean) / spread) ** 2 / 2;
  }
  return sum;
};

/** A particle: constants, with what prior and readings say of them. */
interface Particle {
  constants: Float64Array;
  prior: number;
  log: number;
}

/** The share of the particles that still counts after a step of tempering. */
const SHARE = 0.4;

/** How far the tempering goes at once: the power at which this share of the particles still count (bisection on the effective number). */
function nextPower(particles: readonly Particle[], from: number): number {
  const most = max(...particles.map(({ log }) => log));
  const counted = (step: number): number => {
    let [sum, squares] = [0, 0];
    for (const { log } of particles) {
      const w = exp(step * (log - most));
      sum += w;
      squares += w * w;
    }
    return (sum * sum) / squares / particles.length;
  };
  if (counted(1 - from) >= SHARE) return 1;
  let [low, high] = [0, 1 - from];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (counted(middle) > SHARE) low = middle;
    else high = middle;
  }
  return from + max(low, 1e-4);
}

/**
 * Constants as likely as the readings make them: sequential Monte Carlo by tempering (Del Moral, Doucet and Jasra 2006), systematic resampling, and moves by random walk in the
 * particles' own spread (Gelman, Roberts and Gilks 1996: 2.38/√d). The same readings and seed give the same particles. O(particles · n³).
 */
export function posteriorOf(evidence: Evidence, seed: number): Float64Array[] {
  const random = seeded(seed);
  const normal = normals(random);
  for (let i = 0; i < 20; i++) random();
  const judged = (constants: Float64Array): Particle => ({
    constants,
    prior: logPrior(constants),
    log: evidence.judge(constants).log,
  });
  let particles = Array.from({ length: PARTICLES }, () =>
    judged(Float64Array.from(CONSTANTS, ({ mean, spread }) => mean + spread * normal())),
  );
  if (evidence.figures.length === 0) return particles.map(({ constants }) => constants);
  let power = 0;
  while (power < 1) {
    const to = nextPower(particles, power);
    particles = resampled(particles, to - power, random());
    power = to;
    const walk = spreadOf(particles);
    const even = new Float64Array(D);
    for (let move = 0; move < MOVES; move++) {
      particles = particles.map((one) => {
        for (let i = 0; i < D; i++) even[i] = normal();
        const step = walk.times(even);
        // Every third walk is a short one: it finds its way in what is narrow.
        const size = (move % 3 === 2 ? 0.8 : 2.38) / sqrt(D);
        for (let i = 0; i < D; i++) step[i] = (one.constants[i] ?? 0) + size * (step[i] ?? 0);
        const prior = logPrior(step);
        const least = one.log + (one.prior - prior + log(random() + 1e-300)) / power;
        const other = evidence.judge(step, least).log;
        return other > least ? { constants: step, prior, log: other } : one;
      });
    }
  }
  return particles.map(({ constants }) => constants);
}

/** Systematic resampling. */
function resampled(particles: readonly Particle[], power: number, start: number): Particle[] {
  const most = max(...particles.map(({ log }) => log));
  const weights = particles.map(({ log }) => exp(power * (log - most)));
  const all = weights.reduce((sum, w) => sum + w, 0);
  const out: Particle[] = [];
  let [sum, i] = [0, 0];
  for (const one of weights.keys()) {
    sum += nth(weights, one) / all;
    while (i < particles.length && (i + start) / particles.length < sum) {
      out.push(particles[one] as Particle);
      i++;
    }
  }
  while (out.length < particles.length) out.push(particles.at(-1) as Particle);
  return out;
}

/** The spread of the particles as a factor to walk by, a little of the prior's own added so that it is never flat. */
function spreadOf(particles: readonly Particle[]): Factor {
  const n = particles.length;
  const mean = new Float64Array(D);
  for (const { constants } of particles) for (let i = 0; i < D; i++) mean[i] = nth(mean, i) + nth(constants, i) / n;
  const spread = new Float64Array(D * D);
  for (const { constants } of particles)
    for (let i = 0; i < D; i++)
      for (let j = 0; j <= i; j++)
        spread[i * D + j] =
          nth(spread, i * D + j) + ((nth(constants, i) - nth(mean, i)) * (nth(constants, j) - nth(mean, j))) / n;
  CONSTANTS.forEach((one, i) => {
    spread[i * D + i] = nth(spread, i * D + i) + 1e-3 * one.spread ** 2;
  });
  return Factor.of(spread, D);
}
