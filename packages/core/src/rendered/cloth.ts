import sharp from 'sharp';
import { hexOf, labOf, toLinear, type Lab, type Rgb } from '../colour/index.js';
import type { Point } from '../geometry/index.js';
import { PATCH_NAMES, PATCHES, TARGET, targetShapes, type Inks, type PatchName } from '../measure/index.js';
import { normals, nth, seeded } from '../numbers/index.js';
import { pressedColour, type PressedCloth } from '../testing/index.js';
import type { Picture } from '../trace/index.js';

// Taken out of the global object once: looking it up for every pixel costs more than the sum itself in some places where this runs.
const { cos, max, min, round, sin } = Math;

/** A pressed target in a picture that is rendered: where it lies, how it was pressed, and what went wrong. */
export interface PressedTarget {
  study: number;
  swatch: number;
  at: Point;
  turn: number;
  pressed: { temperature: number; dwell: number; pressure: number };
  /** Blur of its edges, mm; a second image beside it. */
  blur?: number;
  ghost?: { x: number; y: number; share: number };
  /** More that lies on it, as SVG about its corner. */
  more?: string;
}

export interface ClothPicture {
  /** Pixels an inch of a scan; of a photograph it is as large. */
  ppi?: number;
  size?: { width: number; height: number };
  /** By how much the light falls off from corner to corner, and its colour. */
  uneven?: number;
  cast?: Rgb;
  noise?: number;
  jpeg?: number;
  /** Blur of the lens, mm. */
  lens?: number;
  /** Degrees off straight above: a photograph. */
  tilt?: number;
  mirrored?: boolean;
  /** A strip of cloth that was never pressed, mm; or of something else that lies there, of a colour of its own. */
  strip?: { x: number; y: number; width: number; height: number; colour?: string };
}

/** The truth of one target, as its colours were put into the picture. */
export interface ClothTruth {
  patches: Record<PatchName | 'ground', Lab>;
}

const shownAs = (cloth: PressedCloth, inks: Inks, pressed: PressedTarget['pressed']): string =>
  hexOf(pressedColour(cloth, inks, pressed));
const NO_INK: Inks = { cyan: 0, magenta: 0, yellow: 0, black: 0 };

/**
 * Renders pressed cloth with librsvg, then lets uneven light of some colour fall on it, in linear light, adds grain, and packs it as a JPEG: what a scanner or a camera would make of it.
 */
export async function pressedPicture(
  cloth: PressedCloth,
  targets: readonly PressedTarget[],
  set: ClothPicture = {},
): Promise<{ picture: Picture; truth: ClothTruth[]; bare: Rgb; strip: Point | null }> {
  const { ppi = 300, size = { width: 210, height: 297 }, uneven = 0.25, cast = [1, 1, 1], noise = 4, jpeg = 88 } = set;
  const { lens = 0.05, tilt = 0, mirrored = false, strip } = set;
  const k = ppi / 25.4;
  const [width, height] = [round(size.width * k), round(size.height * k)];
  const bareHex = hexOf(pressedColour(cloth, NO_INK, { temperature: 20, dwell: 1, pressure: 1 }));
  const t = (tilt * Math.PI) / 180;
  const away = 700;
  const seen = ({ x, y }: Point): Point => {
    const [cx, cy] = [x - size.width / 2, y - size.height / 2];
    const z = away + cy * sin(t) + cx * 0.4 * sin(t);
    return { x: (size.width / 2 + (cx * away) / z) * k, y: (size.height / 2 + (cy * cos(t) * away) / z) * k };
  };
  const polygon = (target: PressedTarget | null, corners: Point[], fill: string, opacity = 1) => {
    const a = ((target?.turn ?? 0) * Math.PI) / 180;
    const at = target?.at ?? { x: 0, y: 0 };
    const points = corners.map(({ x, y }) =>
      seen({ x: at.x + x * cos(a) - y * sin(a), y: at.y + x * sin(a) + y * cos(a) }),
    );
    return `<polygon points="${points.map((p) => `${p.x.toFixed(3)},${p.y.toFixed(3)}`).join(' ')}" fill="${fill}" fill-opacity="${opacity}"/>`;
  };
  const box = (x: number, y: number, w: number, h: number): Point[] => [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
  ];
  const drawn = targets.map((target, i) => {
    const shapes = targetShapes(target);
    const ground = shownAs(cloth, NO_INK, target.pressed);
    // The plate has heated more than the target: a field round it is as yellow.
    const field = polygon(target, box(-6, -6, TARGET.width + 12, TARGET.height + 12), ground);
    const layer = (dx: number, dy: number, share: number) =>
      shapes
        .map((s) =>
          polygon(target, box(s.x + dx, s.y + dy, s.width, s.height), shownAs(cloth, s.inks, target.pressed), share),
        )
        .join('');
    const ghost = target.ghost ? layer(target.ghost.x, target.ghost.y, target.ghost.share) : '';
    const blur = (target.blur ?? 0.02) * k;
    return `${field}<filter id="f${i}" x="-5%" y="-5%" width="110%" height="110%"><feGaussianBlur stdDeviation="${blur}"/></filter><g filter="url(#f${i})">${ghost}${layer(0, 0, 1)}</g>${target.more ? `<g transform="translate(${seen(target.at).x} ${seen(target.at).y}) rotate(${target.turn}) scale(${k})">${target.more}</g>` : ''}`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="${bareHex}"/>${drawn.join('')}${strip ? polygon(null, box(strip.x, strip.y, strip.width, strip.height), strip.colour ?? bareHex) : ''}</svg>`;
  let image = sharp(Buffer.from(svg), { limitInputPixels: false, unlimited: true }).flatten();
  if (lens * k > 0.3) image = image.blur(lens * k);
  const { data } = await image.raw().toBuffer({ resolveWithObject: true });
  const lit = Buffer.alloc(data.length);
  const random = normals(seeded(width + height + targets.length));
  const grain = Float64Array.from({ length: 4093 }, () => noise * random());
  const codes = Float64Array.from({ length: 256 }, (_, i) => toLinear(i / 255));
  const encoded = Float64Array.from({ length: 4097 }, (_, i) => {
    const c = i / 4096;
    return 255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055);
  });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width - 0.3, y / height - 0.35];
      const fall = 1 - uneven * (0.55 * u + 0.5 * v + 0.6 * u * u + 0.3 * v * v);
      for (let c = 0; c < 3; c++) {
        const at = (y * width + x) * 3 + c;
        const light = nth(codes, data[at] ?? 0) * fall * nth(cast, c);
        const value = nth(encoded, max(0, min(4096, round(light * 4096)))) + nth(grain, (at * 31 + y * 7) % 4093);
        lit[at] = max(0, min(255, round(value)));
      }
    }
  let out = sharp(lit, { raw: { width, height, channels: 3 } });
  if (mirrored) out = out.flop();
  const packed = await out.jpeg({ quality: jpeg, chromaSubsampling: '4:4:4' }).toBuffer();
  const { data: pixels, info } = await sharp(packed).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const truth = targets.map(({ pressed }): ClothTruth => ({
    patches: {
      ...(Object.fromEntries(
        PATCH_NAMES.map((name) => [name, labOf(shownAs(cloth, PATCHES[name], pressed))]),
      ) as Record<PatchName, Lab>),
      ground: labOf(shownAs(cloth, NO_INK, pressed)),
    },
  }));
  const bare = pressedColour(cloth, NO_INK, { temperature: 20, dwell: 1, pressure: 1 });
  return {
    picture: {
      data: new Uint8ClampedArray(pixels.buffer, pixels.byteOffset, pixels.length),
      width: info.width,
      height: info.height,
    },
    truth,
    bare,
    strip: strip ? seen({ x: strip.x + strip.width / 2, y: strip.y + strip.height / 2 }) : null,
  };
}
