/** A colour in CIE L*a*b*, D65. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** The D65 white of sRGB as XYZ (IEC 61966-2-1). */
const WHITE = { x: 0.95047, y: 1, z: 1.08883 };

/** The red, green and blue of `#rrggbb`, 0 to 1. Throws a RangeError on any other text. */
export function channelsOf(hex: string): [number, number, number] {
  const match = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!match) throw new RangeError(`a colour is written #rrggbb, got “${hex}”`);
  const read = (part: string | undefined) => parseInt(part ?? '0', 16) / 255;
  return [read(match[1]), read(match[2]), read(match[3])];
}

/** sRGB to CIE L*a*b* under D65: IEC 61966-2-1 for the curve and matrix, CIE 15 for Lab. */
export function labOf(hex: string): Lab {
  const [r, g, b] = channelsOf(hex).map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [
    number,
    number,
    number,
  ];
  const f = (t: number) => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
  const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE.x);
  const y = f((0.2126729 * r + 0.7151522 * g + 0.072175 * b) / WHITE.y);
  const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / WHITE.z);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
}

export type BaseKind = 'white' | 'light' | 'tinted' | 'dark';

/**
 * How the cloth's own colour will treat a transparent dye. Limits are Kanga's reading of common practice, no published source:
 * white from L* 93 with next to no chroma, dark below L* 45, light from L* 80 with chroma under 12, tinted between.
 */
export function baseKindOf(hex: string): BaseKind {
  const { l, a, b } = labOf(hex);
  const chroma = Math.hypot(a, b);
  if (l < 45) return 'dark';
  if (l >= 93 && chroma <= 5) return 'white';
  return l >= 80 && chroma <= 12 ? 'light' : 'tinted';
}
