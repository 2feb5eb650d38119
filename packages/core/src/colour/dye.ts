import { toEncoded, toLinear, type Rgb } from './srgb.js';

/**
 * What is seen of an art colour once it is pressed, linear light: dye is transparent, so it filters the light that the cloth sends
 * back, and only the share of the cloth that holds dye is coloured. `alpha` is how much of the colour is printed, 0 to 1;
 * `share` the part of the cloth that takes dye, 0 to 1. Light multiplies (Beer and Lambert, any optics text); white art prints nothing.
 */
export function onCloth(art: Rgb, alpha: number, base: Rgb, share: number): Rgb {
  const seen = (i: 0 | 1 | 2) => base[i] * (1 - share * alpha * (1 - art[i]));
  return [seen(0), seen(1), seen(2)];
}

/** The release paper, linear light: a little grey. */
const PAPER: Rgb = [0.84, 0.84, 0.82];
/** How much colour and density an unpressed print shows. Kanga's own reading of “dull on paper”; no published source. */
const PAPER_CHROMA = 0.42;
const PAPER_DENSITY = 0.72;

/** What the same colour looks like on the release paper before it is pressed, linear light: dull, and on grey. */
export function onPaper(art: Rgb, alpha: number): Rgb {
  const luminance = 0.2126729 * art[0] + 0.7151522 * art[1] + 0.072175 * art[2];
  const seen = (i: 0 | 1 | 2) =>
    PAPER[i] * (1 - PAPER_DENSITY * alpha * (1 - (luminance + (art[i] - luminance) * PAPER_CHROMA)));
  return [seen(0), seen(1), seen(2)];
}

/** The two looks of a print. */
export type Look = { kind: 'pressed'; base: Rgb; share: number } | { kind: 'paper' };

/** Every code of a channel in linear light. */
const LINEAR = Float32Array.from({ length: 256 }, (_, i) => toLinear(i / 255));
/** Codes of linear light in steps of 1/4095: no 8-bit code is missed by more than one. */
const ENCODED = new Uint8ClampedArray(4096).map((_, i) => Math.round(toEncoded(i / 4095) * 255));

/**
 * Turns RGBA pixels into the look of the print, in place; they become opaque. Same law as `onCloth` and `onPaper`, by tables.
 * O(pixels), about 10 ns each.
 */
export function lookOf(pixels: Uint8ClampedArray, look: Look): void {
  const paper = look.kind === 'paper';
  const [r, g, b] = paper ? PAPER : look.base;
  const share = paper ? PAPER_DENSITY : look.share;
  const code = (light: number) => ENCODED[(light * 4095 + 0.5) | 0] ?? 255;
  for (let i = 0; i < pixels.length; i += 4) {
    let red = LINEAR[pixels[i] ?? 0] ?? 0;
    let green = LINEAR[pixels[i + 1] ?? 0] ?? 0;
    let blue = LINEAR[pixels[i + 2] ?? 0] ?? 0;
    if (paper) {
      const luminance = 0.2126729 * red + 0.7151522 * green + 0.072175 * blue;
      red = luminance + (red - luminance) * PAPER_CHROMA;
      green = luminance + (green - luminance) * PAPER_CHROMA;
      blue = luminance + (blue - luminance) * PAPER_CHROMA;
    }
    const laid = (share * (pixels[i + 3] ?? 255)) / 255;
    pixels[i] = code(r * (1 - laid * (1 - red)));
    pixels[i + 1] = code(g * (1 - laid * (1 - green)));
    pixels[i + 2] = code(b * (1 - laid * (1 - blue)));
    pixels[i + 3] = 255;
  }
}
