import type { LaidCloth, PressedSwatch } from '@kanga/contract/study';

/**
 * How pressed targets look on the glass: a law of the stand-in's own, made up in the range of what practice reports, which Kanga's model does not know. Dye goes in by a law of the second order,
 * fades past its peak; the ground browns; edges creep.
 */

const GAS = 8.314;
/** A rate at 195 °C carried to another heat (Arrhenius). */
const rate = (celsius: number, at195: number, energy: number): number =>
  at195 * Math.exp((energy / GAS) * (1 / 468.15 - 1 / (celsius + 273.15)));

/** What of its dye the cloth holds; pressure from light 0 to firm 2. */
function held({ temperature, dwell, pressure }: PressedSwatch): number {
  const warm = Math.max(0, dwell - 5 * (1 - Math.exp(-dwell / 5)));
  const contact = [0.78, 1, 1.06][Math.round(pressure)] ?? 1;
  const work = rate(temperature, 0.042, 124_000) * contact * warm;
  const lost = rate(temperature, 0.0024, 150_000) * warm;
  return ((1.16 * work) / (0.45 + work)) * Math.exp(-lost);
}

const browned = ({ temperature, dwell }: PressedSwatch): number => rate(temperature, 0.06, 160_000) * dwell;
/** Blur of an edge, mm. */
const crept = ({ temperature, dwell }: PressedSwatch): number => 0.025 + rate(temperature, 0.0005, 95_000) * dwell;

/** What full dye lets through of red, green and blue light, as optical densities. */
const DENSITY = {
  cyan: [1.2, 0.3, 0.1],
  magenta: [0.15, 1.15, 0.32],
  yellow: [0.02, 0.1, 1.1],
  black: [1.3, 1.3, 1.25],
} as const;

const toLight = (code: number): number => (code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4);
const toCode = (light: number): number => (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055);

/** What a step of brown takes of each. */
const BROWN = [0.0006, 0.002, 0.011] as const;

type Inks = PressedSwatch['shapes'][number]['inks'];

/** The colour of a part of the cloth. */
function seen(cloth: LaidCloth, swatch: PressedSwatch | null, inks: Inks | null): string {
  const brown = swatch ? Math.min(40, browned(swatch)) : 0;
  const dye = swatch ? held(swatch) : 0;
  const share = Math.min(1, cloth.polyester / 100);
  const channel = (i: 0 | 1 | 2): string => {
    const code = parseInt(cloth.baseColour.slice(1 + 2 * i, 3 + 2 * i), 16) / 255;
    const ground = 0.9 * toLight(code) * (1 - BROWN[i] * brown);
    const absorbed = inks
      ? dye *
        (['cyan', 'magenta', 'yellow', 'black'] as const).reduce((sum, ink) => sum + inks[ink] * DENSITY[ink][i], 0)
      : 0;
    const light = ground * (1 - share * (1 - 10 ** -absorbed));
    return Math.round(255 * toCode(Math.max(0, Math.min(1, light))))
      .toString(16)
      .padStart(2, '0');
  };
  return `#${channel(0)}${channel(1)}${channel(2)}`;
}

/** Where swatches lie on A4: two across, four down, each a little crooked, and a strip of bare cloth below. */
const PLACES = { left: 20, top: 10, across: 92, down: 66 };

/** The cloth on the glass as SVG, mm. */
export function clothSvg(cloth: LaidCloth): string {
  const bare = seen(cloth, null, null);
  const lying = cloth.swatches.map((swatch, i) => {
    const x = PLACES.left + (i % 2) * PLACES.across;
    const y = PLACES.top + Math.floor(i / 2) * PLACES.down;
    const turn = [1.4, -2.1, 0.6, 2.3, -1.2, 1.8, -0.7, 0.9][i] ?? 0;
    const field = `<rect x="-5" y="-5" width="${swatch.width + 10}" height="${swatch.height + 10}" fill="${seen(cloth, swatch, null)}"/>`;
    const shapes = swatch.shapes
      .map(
        (s) =>
          `<rect x="${s.x}" y="${s.y}" width="${s.width}" height="${s.height}" fill="${seen(cloth, swatch, s.inks)}"/>`,
      )
      .join('');
    return `<filter id="b${i}" x="-5%" y="-5%" width="110%" height="110%"><feGaussianBlur stdDeviation="${crept(swatch).toFixed(3)}"/></filter><g transform="translate(${x} ${y}) rotate(${turn})">${field}<g filter="url(#b${i})">${shapes}</g></g>`;
  });
  return `<rect width="210" height="297" fill="${bare}"/>${lying.join('')}`;
}
