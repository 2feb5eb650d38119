import { labOfLinear, type Lab, type Rgb } from '../colour/index.js';
import { nth, seeded } from '../numbers/index.js';

// Taken out of the global object once: in some places where this runs, looking it up ten thousand times costs more than the sum itself.
const { exp, log, max, min, sqrt } = Math;

/** How dye goes into a cloth, in the presses that are made up for tests. */
type Kinetics = 'first order' | 'second order' | 'diffusion' | 'sigmoid';
/** What a made-up press has beside it, that no smooth law foresees. */
type Oddity = 'none' | 'bump' | 'uneven plate' | 'two dyes';

/** A made-up press with a made-up cloth in it: the truth that a study is held against. */
export interface PressedCloth {
  kinetics: Kinetics;
  oddity: Oddity;
  /** 1/s at 195 °C, J/mol. */
  uptake: number;
  uptakeEnergy: number;
  warming: number;
  loss: number;
  lossEnergy: number;
  yellowing: number;
  yellowingEnergy: number;
  saturation: number;
  /** Optical density of full dye, and the share of the cloth that takes it. */
  density: number;
  share: number;
  /** A hollow or a bump of uptake: where, how wide and how high. */
  bump: { temperature: number; logDwell: number; wide: number; high: number };
  /** How far the plate may be off from swatch to swatch, °C. */
  uneven: number;
}

const GAS = 8.314462618;
const rateAt = (celsius: number, at195: number, energy: number): number =>
  at195 * exp((energy / GAS) * (1 / 468.15 - 1 / (celsius + 273.15)));

/** Made-up presses and goods of several kinds, drawn from ranges; the same seed gives the same one. */
export function pressedCloth(
  seed: number,
  kinetics: PressedCloth['kinetics'] = 'first order',
  oddity: PressedCloth['oddity'] = 'none',
): PressedCloth {
  const random = seeded(seed * 7 + 11);
  for (let i = 0; i < 10; i++) random();
  const within = (low: number, high: number) => low + (high - low) * random();
  const byFactor = (low: number, high: number) => exp(within(log(low), log(high)));
  return {
    kinetics,
    oddity,
    uptake: byFactor(0.018, 0.055),
    uptakeEnergy: within(90_000, 150_000),
    warming: within(3, 11),
    loss: byFactor(0.001, 0.006),
    lossEnergy: within(80_000, 180_000),
    yellowing: byFactor(0.04, 0.2),
    yellowingEnergy: within(80_000, 190_000),
    saturation: within(0.7, 2),
    density: within(0.85, 1.2),
    share: within(0.85, 1),
    bump: {
      temperature: within(180, 206),
      logDwell: within(3.4, 4.5),
      wide: within(0.5, 0.9),
      high: within(-0.08, 0.08),
    },
    uneven: within(1.5, 3),
  };
}

/** Absorbance of full dye in red, green and blue light. */
const DYES = {
  cyan: [1.25, 0.28, 0.1],
  magenta: [0.16, 1.2, 0.34],
  yellow: [0.02, 0.12, 1.15],
  black: [1.35, 1.35, 1.3],
} as const;
export type Dye = keyof typeof DYES;

/** What yellowing by one ΔE takes of red, green and blue light. */
const YELLOWED = [0.0006, 0.0022, 0.0115];

/** How much of its dye the cloth holds, 0 to 1, for one part of it that goes in at `speed` times the usual rate. */
function held(cloth: PressedCloth, celsius: number, dwell: number, pressure: number, speed: number): number {
  const seconds = dwell - cloth.warming * (1 - exp(-dwell / cloth.warming));
  const contact = (1 - exp(-cloth.saturation * (pressure + 1))) / (1 - exp(-2 * cloth.saturation));
  const work = rateAt(celsius, cloth.uptake, cloth.uptakeEnergy) * speed * contact * seconds;
  const taken =
    cloth.kinetics === 'first order'
      ? 1 - exp(-work)
      : cloth.kinetics === 'second order'
        ? work / (0.35 + work)
        : cloth.kinetics === 'diffusion'
          ? sqrt(1 - exp(-1.2 * work))
          : work ** 2.2 / (0.4 + work ** 2.2);
  const { temperature, logDwell, wide, high } = cloth.bump;
  const off = ((celsius - temperature) / (16 * wide)) ** 2 + ((log(dwell) - logDwell) / (0.6 * wide)) ** 2;
  const odd = cloth.oddity === 'bump' ? 1 + high * exp(-off / 2) : 1;
  return taken * exp(-rateAt(celsius, cloth.loss, cloth.lossEnergy) * seconds) * odd;
}

/** The colour of a patch of dyes on pressed cloth, linear light. `celsius` is what the cloth truly had; pressure light 0 to firm 2. */
export function pressedColour(
  cloth: PressedCloth,
  dyes: Partial<Record<Dye, number>>,
  { temperature, dwell, pressure }: { temperature: number; dwell: number; pressure: number },
): Rgb {
  const slow = cloth.oddity === 'two dyes' ? 0.45 : 1;
  const [usual, other] = [
    held(cloth, temperature, dwell, pressure, 1),
    held(cloth, temperature, dwell, pressure, slow),
  ];
  const seconds = dwell - cloth.warming * (1 - exp(-dwell / cloth.warming));
  const yellowed = rateAt(temperature, cloth.yellowing, cloth.yellowingEnergy) * seconds;
  const light = ([0, 1, 2] as const).map((i) => {
    const absorbed = Object.entries(dyes).reduce((sum, [dye, amount]) => {
      const share = dye === 'magenta' || dye === 'black' ? other : usual;
      return sum + amount * share * nth(DYES[dye as Dye], i);
    }, 0);
    const through = 10 ** (-cloth.density * absorbed);
    const ground = 0.86 * (1 - nth(YELLOWED, i) * min(60, yellowed));
    return ground * (1 - cloth.share * (1 - through));
  });
  return [nth(light, 0), nth(light, 1), nth(light, 2)];
}

/** The colours of a target's patches, without noise. */
export const pressedPatches = (
  cloth: PressedCloth,
  setting: { temperature: number; dwell: number; pressure: number },
): Record<'cyan' | 'magenta' | 'yellow' | 'black' | 'ground', Lab> => {
  const of = (dyes: Partial<Record<Dye, number>>) => labOfLinear(pressedColour(cloth, dyes, setting));
  return {
    cyan: of({ cyan: 1 }),
    magenta: of({ magenta: 1 }),
    yellow: of({ yellow: 1 }),
    black: of({ black: 1 }),
    ground: of({}),
  };
};

/** What a press truly gives when it is asked for a setting: off by 1.5 °C and 0.7 s as a rule, and by its plate. */
export function slipped(cloth: PressedCloth, setting: { temperature: number; dwell: number }, normal: () => number) {
  const plate = cloth.oddity === 'uneven plate' ? cloth.uneven * normal() : 0;
  return {
    temperature: setting.temperature + 1.5 * normal() + plate,
    dwell: max(2, setting.dwell + 0.7 * normal()),
  };
}
