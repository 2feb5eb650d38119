import { linearOf, type Rgb } from './srgb.js';

/** A colour in CIE L*a*b*, D65. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** The D65 white of sRGB as XYZ (IEC 61966-2-1). */
const WHITE = { x: 0.95047, y: 1, z: 1.08883 };

const f = (t: number) => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);

/** Linear-light sRGB, 0 to 1, to CIE L*a*b* under D65: IEC 61966-2-1 for the matrix, CIE 15 for Lab. */
export function labOfLinear([r, g, b]: Rgb): Lab {
  const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE.x);
  const y = f((0.2126729 * r + 0.7151522 * g + 0.072175 * b) / WHITE.y);
  const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / WHITE.z);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}

/** sRGB `#rrggbb` to CIE L*a*b* under D65. Throws a RangeError on any other text. */
export const labOf = (hex: string): Lab => labOfLinear(linearOf(hex));

const degrees = (radians: number) => (radians * 180) / Math.PI;
const radians = (angle: number) => (angle * Math.PI) / 180;
const hueOf = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (degrees(Math.atan2(b, a)) + 360) % 360);

/**
 * The colour difference ΔE00 (CIEDE2000), all weights 1. G. Sharma, W. Wu, E. N. Dalal, “The CIEDE2000 color-difference formula”,
 * Color Research and Application 30 (2005): the numbers in the comments are its equations.
 */
export function deltaE00(one: Lab, two: Lab): number {
  const c7 = (c: number) => Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const meanC = (Math.hypot(one.a, one.b) + Math.hypot(two.a, two.b)) / 2;
  const g = 0.5 * (1 - c7(meanC)); // (4)
  const [a1, a2] = [(1 + g) * one.a, (1 + g) * two.a]; // (5)
  const [c1, c2] = [Math.hypot(a1, one.b), Math.hypot(a2, two.b)]; // (6)
  const [h1, h2] = [hueOf(a1, one.b), hueOf(a2, two.b)]; // (7)
  const colourless = c1 * c2 === 0;

  const dl = two.l - one.l; // (8)
  const dc = c2 - c1; // (9)
  let turn = colourless ? 0 : h2 - h1; // (10)
  if (turn > 180) turn -= 360;
  if (turn < -180) turn += 360;
  const dh = 2 * Math.sqrt(c1 * c2) * Math.sin(radians(turn / 2)); // (11)

  const l = (one.l + two.l) / 2; // (12)
  const c = (c1 + c2) / 2; // (13)
  const far = Math.abs(h1 - h2) > 180;
  const h = colourless ? h1 + h2 : (h1 + h2 + (far ? (h1 + h2 < 360 ? 360 : -360) : 0)) / 2; // (14)
  const t =
    1 -
    0.17 * Math.cos(radians(h - 30)) +
    0.24 * Math.cos(radians(2 * h)) +
    0.32 * Math.cos(radians(3 * h + 6)) -
    0.2 * Math.cos(radians(4 * h - 63)); // (15)
  const rt = -Math.sin(radians(60 * Math.exp(-(((h - 275) / 25) ** 2)))) * 2 * c7(c); // (16), (17), (21)
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2); // (18)
  const sc = 1 + 0.045 * c; // (19)
  const sh = 1 + 0.015 * c * t; // (20)
  return Math.sqrt((dl / sl) ** 2 + (dc / sc) ** 2 + (dh / sh) ** 2 + rt * (dc / sc) * (dh / sh)); // (22)
}
