import { labOfLinear, type Rgb } from '@kanga/core/colour';
import { PATCH_NAMES, PATCHES, strengthOf, yellowingOf, type PatchName, type TargetReading } from '@kanga/core/measure';

/** What of its dye a demo cloth holds and how it browns, at 195 °C: invented, in the range of what practice reports. */
export interface DemoCloth {
  uptake: number;
  fading: number;
  browning: number;
}

const GAS = 8.314;
const rate = (celsius: number, at195: number, energy: number): number =>
  at195 * Math.exp((energy / GAS) * (1 / 468.15 - 1 / (celsius + 273.15)));

/** Optical densities of full dye in red, green and blue light. */
const DENSITY = {
  cyan: [1.2, 0.3, 0.1],
  magenta: [0.15, 1.15, 0.32],
  yellow: [0.02, 0.1, 1.1],
  black: [1.3, 1.3, 1.25],
} as const;
const INKS = ['cyan', 'magenta', 'yellow', 'black'] as const;
const BROWN = [0.0006, 0.002, 0.011] as const;

/** What is read off a demo swatch at a setting. `slip`: by how much this one came out otherwise, ΔE. */
export function demoReading(cloth: DemoCloth, temperature: number, dwell: number, slip: number): TargetReading {
  const warm = dwell - 5 * (1 - Math.exp(-dwell / 5));
  const work = rate(temperature, cloth.uptake, 120_000) * warm;
  const dye = (1 - Math.exp(-work)) * Math.exp(-rate(temperature, cloth.fading, 150_000) * warm);
  const brown = rate(temperature, cloth.browning, 155_000) * warm;
  const colour = (name: PatchName | null) => {
    const light = ([0, 1, 2] as const).map((i) => {
      const absorbed = name === null ? 0 : INKS.reduce((sum, ink) => sum + PATCHES[name][ink] * DENSITY[ink][i], 0);
      return (1 - BROWN[i] * Math.min(40, brown)) * 10 ** (-dye * absorbed);
    });
    return labOfLinear(light as unknown as Rgb);
  };
  const patches = {
    ...Object.fromEntries(PATCH_NAMES.map((name) => [name, colour(name)])),
    ground: colour(null),
  } as TargetReading['patches'];
  const measured = (value: number, spread: number) => ({ value, spread });
  return {
    patches,
    strength: measured(strengthOf(patches) + slip, 0.5),
    chroma: measured(
      (Math.hypot(patches.cyan.a, patches.cyan.b) +
        Math.hypot(patches.magenta.a, patches.magenta.b) +
        Math.hypot(patches.yellow.a, patches.yellow.b)) /
        3,
      1,
    ),
    volume: measured(190 * dye, 6),
    blackness: measured(patches.black.l, 0.5),
    yellowing: measured(yellowingOf(patches.ground, 0) + slip / 2, 0.5),
    evenness: measured(0.3 + Math.abs(slip) / 3, 0.2),
    blur: measured(0.045 + 0.0003 * dwell, 0.02),
    ghost: null,
    specks: 0,
    remarks: [],
  };
}
