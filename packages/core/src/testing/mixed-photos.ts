import { shapeOutline } from '../blank/index.js';
import { polygonOf, type Polygon } from '../geometry/index.js';
import { normals, seeded } from '../numbers/index.js';
import { CARD_LOOKS, GROUNDS, type Ground, type SceneOf } from './scene.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { floor, max, min, round } = Math;

/** A series of photographs has so many. */
export const MIXED_PHOTOS = 24;

/** Outlines of blanks that are scanned and photographed. */
export const TRACED_SHAPES: Record<string, Polygon> = {
  sleeve: polygonOf({ kind: 'rectangle', width: 100, height: 165, radius: 12 }),
  tag: polygonOf({ kind: 'rectangle', width: 101.6, height: 69.85, radius: 0 }),
  heart: polygonOf(shapeOutline('heart', { width: 120, height: 110 })),
  mask: polygonOf(shapeOutline('mask', { width: 184, height: 133 })),
  coaster: polygonOf({ kind: 'ellipse', width: 101, height: 101 }),
  mat: polygonOf({ kind: 'rectangle', width: 190, height: 150, radius: 15 }),
};
/** Colours of a blank that stand out from a ground, as those of a blank that somebody photographs. */
const FILLS: Record<Ground, readonly string[]> = {
  plain: ['#2f6f8f', '#f5f2ea', '#c8455a', '#22302a'],
  grey: ['#f5f2ea', '#c8455a', '#20303a', '#2f6f8f'],
  slate: ['#f5f2ea', '#c8455a', '#e8b04a', '#d9dde0'],
  planks: ['#f5f2ea', '#2f6f8f', '#20303a', '#d9dde0'],
  checks: ['#2f6f8f', '#c8455a', '#20303a', '#5b3f83'],
  speckled: ['#f5f2ea', '#2f6f8f', '#c8455a', '#20303a'],
};

/** What one photograph of a series shows, and how it was taken. */
export interface MixedPhoto {
  name: string;
  outline: Polygon;
  scene: SceneOf;
  /** Share of the light of day, and the grain of the sensor, levels of 256. */
  light: number;
  grain: number;
  random: () => number;
}

/** The settings of a photograph of a series: every look of card on every ground, tilts to 25°, grain to 10 levels, lenses that bend by k1 to ±0.08, a blank with bold stripes among them. */
export function mixedPhoto(index: number, series = 1): MixedPhoto {
  const random = seeded((series * 7919 + index * 104_729 + 12_345) % 2_147_483_647);
  for (let i = 0; i < 9; i++) random();
  const between = (a: number, b: number) => a + (b - a) * random();
  const row = floor(index / 6);
  const look = CARD_LOOKS[index % 6] ?? 'white';
  const ground = GROUNDS[(index + row) % 6] ?? 'plain';
  const [shape = 'tag', outline = []] = Object.entries(TRACED_SHAPES)[(index * 5 + row) % 6] ?? [];
  const scene: SceneOf = {
    tilt: between(0, 25),
    axis: between(0, 360),
    k1: between(-0.08, 0.08),
    look,
    ground,
    fill: FILLS[ground][floor(random() * 4)] ?? '#2f6f8f',
    seed: index + 1,
    away: between(620, 720),
    card: { x: between(-110, -90), y: between(-115, -100), turn: between(-12, 12) },
    blank: { x: between(15, 35), y: between(25, 40) },
  };
  if (index % 6 === 3) {
    scene.stripes = { fill: '#f7f7f7', every: 12 };
    if (['#f5f2ea', '#d9dde0'].includes(scene.fill ?? '')) scene.fill = '#20303a';
  }
  const grain = between(0, 10);
  const light = between(0.55, 1);
  return { name: `${shape}, ${look} card on ${ground}`, outline, scene, light, grain, random };
}

/** Pixels in less light, with the grain of a phone's sensor: each value strays by a normal one. `channels` to a pixel; a fourth is opacity and stays. */
export function grainy(
  data: Uint8Array | Uint8ClampedArray,
  line: number,
  channels: number,
  { light, grain, random }: { light: number; grain: number; random: () => number },
): Uint8Array {
  // Drawn once: a photograph takes sixteen million of them; each line begins somewhere else among them.
  const strays = Float32Array.from({ length: 1 << 16 }, normals(random));
  const out = new Uint8Array(data.length);
  for (let start = 0; start < data.length; start += line) {
    const from = floor(random() * strays.length);
    for (let k = 0; k < line; k++) {
      const at = start + k;
      const value = (data[at] ?? 0) * light + 5 + grain * (strays[(from + k) % strays.length] ?? 0);
      out[at] = channels === 4 && k % 4 === 3 ? 255 : max(0, min(255, round(value)));
    }
  }
  return out;
}
