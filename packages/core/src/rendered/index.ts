import sharp from 'sharp';
import { boundsOf, resampled, svgPath, type Point, type Polygon } from '../geometry/index.js';
import { grainy, type MixedPhoto, mixedPhoto, sceneOf } from '../testing/index.js';
import type { Picture } from '../trace/index.js';

/** Pictures whose truth is known, for the tests: rendered by librsvg through sharp, a program we did not write. */

const turned = (points: Polygon, degrees: number, at: Point): Point[] => {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return points.map(({ x, y }) => ({
    x: at.x + (x - at.x) * cos - (y - at.y) * sin,
    y: at.y + (x - at.x) * sin + (y - at.y) * cos,
  }));
};

/** A tile of grain, of sides that no pattern in a picture shares. */
const GRAIN = { width: 509, height: 503, channels: 3 } as const;

/** Grain about mid grey, the same at every run: sums of four even numbers (Park and Miller 1988) are near enough to a normal law. */
function grain(sigma: number): Buffer {
  const data = Buffer.alloc(GRAIN.width * GRAIN.height * GRAIN.channels);
  let state = 20_261_126;
  for (let i = 0; i < data.length; i++) {
    let sum = -2;
    for (let k = 0; k < 4; k++) {
      state = (state * 48_271) % 2_147_483_647;
      sum += state / 2_147_483_647;
    }
    // Four numbers from 0 to 1 have a standard deviation of √(4/12) together.
    const value = 128 + (sum / 0.57735) * sigma;
    data[i] = value < 0 ? 0 : value > 255 ? 255 : value;
  }
  return data;
}

async function rendered(
  svg: string,
  { blur, noise, jpeg }: { blur: number; noise: number; jpeg: number },
): Promise<Picture> {
  const clean = await sharp(Buffer.from(svg))
    .flatten()
    .blur(Math.max(0.3, blur))
    .png({ compressionLevel: 1 })
    .toBuffer();
  const grained = await sharp(clean)
    .composite([{ input: grain(Math.max(1, noise)), raw: GRAIN, tile: true, blend: 'soft-light' }])
    .jpeg({ quality: jpeg })
    .toBuffer();
  const { data, info } = await sharp(grained).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
    width: info.width,
    height: info.height,
  };
}

export interface ScanOf {
  ppi?: number;
  subject?: 'pen line' | 'blank';
  skew?: number;
  /** Where the pen line is broken: shares of the outline, and half the width of the gap, mm. */
  gaps?: readonly (readonly [number, number])[];
  blur?: number;
  noise?: number;
  jpeg?: number;
  shadow?: boolean;
  fill?: string;
  ground?: string;
  /** More drawn on the page, mm. */
  more?: string;
  /** Where the outline lies, mm from the middle of the page. */
  shift?: Point;
}

const PAGE = { width: 210, height: 297 };

/** A scan of an outline on an A4 page under uneven light, and where the outline truly lies in it, pixels. */
export async function scanOf(
  points: Polygon,
  set: ScanOf = {},
): Promise<{ picture: Picture; truth: Polygon; perMm: number }> {
  const {
    ppi = 300,
    subject = 'pen line',
    skew = 3,
    gaps = [],
    blur = 0.15,
    noise = 8,
    jpeg = 85,
    shadow = false,
  } = set;
  const { fill = '#2f6f8f', ground = '#f3f1ec', more = '', shift = { x: 0, y: 0 } } = set;
  const k = ppi / 25.4;
  const box = boundsOf(points);
  const centre = { x: PAGE.width / 2, y: PAGE.height / 2 };
  const placed = turned(
    points.map((p) => ({
      x: p.x - box.x - box.width / 2 + centre.x + shift.x,
      y: p.y - box.y - box.height / 2 + centre.y + shift.y,
    })),
    skew,
    centre,
  );
  const d = svgPath(placed);
  const broken = gaps.map(([share, r]) => {
    const at = resampled(placed, 0.5);
    const p = at[Math.floor(share * at.length)] ?? centre;
    return `<circle cx="${p.x}" cy="${p.y}" r="${r}" fill="#000"/>`;
  });
  const cast = shadow
    ? [2.4, 1.8, 1.2, 0.6]
        .map((by) => `<path d="${d}" transform="translate(${by} ${by})" fill="#777" opacity="0.14"/>`)
        .join('')
    : '';
  const body =
    subject === 'pen line'
      ? `<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="210" height="297"><rect width="210" height="297" fill="#fff"/><path d="${d}" fill="#000"/>${broken.join('')}</mask><path d="${d}" fill="none" stroke="#222" stroke-width="1.6" stroke-linejoin="round" mask="url(#m)"/>`
      : `${cast}<path d="${d}" fill="${fill}"/>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${Math.round(PAGE.width * k)}" height="${Math.round(PAGE.height * k)}" viewBox="0 0 210 297" preserveAspectRatio="none"><defs><linearGradient id="g" x2="1" y2="1"><stop stop-color="#000" stop-opacity="0.02"/><stop offset="1" stop-color="#000" stop-opacity="0.2"/></linearGradient></defs><rect width="210" height="297" fill="${ground}"/>${body}${more}<rect width="210" height="297" fill="url(#g)"/></svg>`;
  const picture = await rendered(svg, { blur: blur * k, noise, jpeg });
  const [sx, sy] = [picture.width / PAGE.width, picture.height / PAGE.height];
  return { picture, truth: placed.map((p) => ({ x: p.x * sx, y: p.y * sy })), perMm: k };
}

export interface PhotoOf {
  /** Degrees away from straight above, and about which axis. */
  tilt?: number;
  axis?: number;
  fill?: string;
  ground?: string;
  card?: { x: number; y: number } | null;
}

/** A photograph of an outline with a card beside it, from `tilt` degrees off straight above; the outline's truth in mm and the card's corners in pixels. */
export async function photoOf(points: Polygon, set: PhotoOf = {}): Promise<{ picture: Picture; corners: Point[] }> {
  const { tilt = 15, axis = 30, fill = '#2f6f8f', ground = '#b9a88f', card = { x: -95, y: -105 } } = set;
  const [width, height] = [2600, 2000];
  const [t, f] = [(tilt * Math.PI) / 180, (axis * Math.PI) / 180];
  const away = 650;
  const focal = 5.6 * away;
  const seen = ({ x, y }: Point): Point => {
    const along = x * Math.cos(f) + y * Math.sin(f);
    const across = -x * Math.sin(f) + y * Math.cos(f);
    const z = away + across * Math.sin(t);
    const tilted = across * Math.cos(t);
    return {
      x: width / 2 + (focal * (along * Math.cos(f) - tilted * Math.sin(f))) / z,
      y: height / 2 + (focal * (along * Math.sin(f) + tilted * Math.cos(f))) / z,
    };
  };
  const box = boundsOf(points);
  const laid = points.map((p) => ({ x: p.x - box.x - box.width / 2 + 25, y: p.y - box.y - box.height / 2 + 35 }));
  const path = (outline: Polygon) => svgPath(resampled(outline, 0.5).map(seen));
  const at = card ?? { x: 0, y: 0 };
  const r = 3.18;
  const [w, h] = [85.6, 53.98];
  const corner = (cx: number, cy: number, from: number) =>
    Array.from({ length: 9 }, (_, i) => {
      const angle = from + (i / 8) * (Math.PI / 2);
      return { x: cx + r * Math.cos(angle), y: cy + r * Math.sin(angle) };
    });
  const upright = [
    ...corner(w - r, r, -Math.PI / 2),
    ...corner(w - r, h - r, 0),
    ...corner(r, h - r, Math.PI / 2),
    ...corner(r, r, Math.PI),
  ].map((p) => ({ x: p.x - w / 2 + at.x, y: p.y - h / 2 + at.y }));
  const ofCard = turned(upright, 4, at);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><radialGradient id="g" cx=".3" cy=".25" r="1"><stop stop-color="#fff" stop-opacity=".12"/><stop offset="1" stop-color="#000" stop-opacity=".28"/></radialGradient></defs><rect width="100%" height="100%" fill="${ground}"/><path d="${path(laid)}" transform="translate(7 8)" fill="#000" opacity="0.12"/><path d="${path(laid)}" fill="${fill}"/>${card ? `<path d="${path(ofCard)}" fill="#f4f4f0"/>` : ''}<rect width="100%" height="100%" fill="url(#g)"/></svg>`;
  const picture = await rendered(svg, { blur: 1, noise: 8, jpeg: 88 });
  const sharpCorners = [
    { x: -w / 2, y: -h / 2 },
    { x: w / 2, y: -h / 2 },
    { x: w / 2, y: h / 2 },
    { x: -w / 2, y: h / 2 },
  ].map((p) => ({ x: p.x + at.x, y: p.y + at.y }));
  return { picture, corners: turned(sharpCorners, 4, at).map(seen) };
}

/** A photograph of a series of mixed ones, as a phone would have saved it, and the truth of its outline. */
export async function mixedPhotoOf(
  index: number,
  series = 1,
): Promise<MixedPhoto & { picture: Picture; corners: Point[] }> {
  const photo = mixedPhoto(index, series);
  const { svg, corners, width, height } = sceneOf(photo.outline, photo.scene);
  const clean = await sharp(Buffer.from(svg)).flatten().blur(1).removeAlpha().raw().toBuffer();
  const taken = grainy(clean, width * 3, 3, photo);
  const saved = await sharp(taken, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 88 })
    .toBuffer();
  const data = await sharp(saved).ensureAlpha().raw().toBuffer();
  const picture = { data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length), width, height };
  return { ...photo, picture, corners };
}
export { type ClothPicture, pressedPicture, type PressedTarget } from './cloth.js';
