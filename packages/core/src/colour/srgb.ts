/** Red, green and blue, each 0 to 1. */
export type Rgb = readonly [number, number, number];

/** The red, green and blue of `#rrggbb`, encoded, 0 to 1. Throws a RangeError on any other text. */
export function channelsOf(hex: string): Rgb {
  const match = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(hex);
  if (!match) throw new RangeError(`a colour is written #rrggbb, got “${hex}”`);
  const read = (part: string | undefined) => parseInt(part ?? '0', 16) / 255;
  return [read(match[1]), read(match[2]), read(match[3])];
}

/** One channel from its code to light, 0 to 1 (IEC 61966-2-1). */
export const toLinear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);
/** One channel from light to its code, 0 to 1 (IEC 61966-2-1). */
export const toEncoded = (c: number): number => (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055);

/** `#rrggbb` in linear light. */
export const linearOf = (hex: string): Rgb => {
  const [r, g, b] = channelsOf(hex);
  return [toLinear(r), toLinear(g), toLinear(b)];
};

/** Linear light as `#rrggbb`; out-of-range channels are cut to it. */
export const hexOf = (rgb: Rgb): string =>
  `#${rgb
    .map((c) =>
      Math.round(toEncoded(Math.min(1, Math.max(0, c))) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
