import { differenceCiede2000, modeLab65, modeLrgb, modeRgb, modeXyz65, useMode as register } from 'culori/fn';
import { linearOf, type Rgb } from './srgb.js';

/** A colour in CIE L*a*b*, D65. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

register(modeLrgb);
register(modeXyz65);
const toLab = register(modeLab65);
const toRgb = register(modeRgb);
const difference = differenceCiede2000();

/** Linear-light sRGB, 0 to 1, to CIE L*a*b* under D65: IEC 61966-2-1 for the matrix, CIE 15 for Lab. */
export function labOfLinear([r, g, b]: Rgb): Lab {
  const lab = toLab({ mode: 'lrgb', r, g, b });
  return { l: lab.l, a: lab.a, b: lab.b };
}

/** sRGB `#rrggbb` to CIE L*a*b* under D65. Throws a RangeError on any other text. */
export const labOf = (hex: string): Lab => labOfLinear(linearOf(hex));

/** A colour in L*a*b* as sRGB `#rrggbb`; what is out of its range is cut to it. */
export function hexOfLab({ l, a, b }: Lab): string {
  const { r, g, b: blue } = toRgb({ mode: 'lab65', l, a, b });
  const code = (c: number) =>
    Math.round(255 * Math.min(1, Math.max(0, c)))
      .toString(16)
      .padStart(2, '0');
  return `#${code(r)}${code(g)}${code(blue)}`;
}

/**
 * The colour difference ΔE00 (CIEDE2000), all weights 1. G. Sharma, W. Wu, E. N. Dalal, “The CIEDE2000 color-difference formula”,
 * Color Research and Application 30 (2005).
 */
export const deltaE00 = (one: Lab, two: Lab): number =>
  difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...two });
