import { boundsOf, resampled, svgPath, type Point, type Polygon } from '../geometry/index.js';
import { seeded } from '../numbers/index.js';

/** What is seen on a table from above by a camera whose place and lens are known: shapes are given in mm on the table and drawn where they fall in the picture. */

interface CameraOf {
  /** Degrees away from straight above, and about which axis. */
  tilt: number;
  axis: number;
  /** Distance to the middle of the table, mm. */
  away: number;
  /** Radial distortion of the lens (D. C. Brown 1966, first term), over half the picture's diagonal: above nought bends lines outward. */
  k1: number;
  width: number;
  height: number;
}

/** Focal length of the camera in pixels, for a picture 2600 wide. */
const FOCAL = 3640;

/** Where a place on the table falls in the picture, pixels. */
function cameraOf({ tilt, axis, away, k1, width, height }: CameraOf): (p: Point) => Point {
  const [t, f] = [(tilt * Math.PI) / 180, (axis * Math.PI) / 180];
  const half = Math.hypot(width, height) / 2;
  return ({ x, y }) => {
    const along = x * Math.cos(f) + y * Math.sin(f);
    const across = -x * Math.sin(f) + y * Math.cos(f);
    const z = away + across * Math.sin(t);
    const tilted = across * Math.cos(t);
    const u = (FOCAL * (along * Math.cos(f) - tilted * Math.sin(f))) / z;
    const v = (FOCAL * (along * Math.sin(f) + tilted * Math.cos(f))) / z;
    const bent = 1 + k1 * ((u * u + v * v) / (half * half));
    return { x: width / 2 + u * bent, y: height / 2 + v * bent };
  };
}

const CARD = { width: 85.6, height: 53.98, radius: 3.18 };
export const CARD_LOOKS = ['white', 'striped', 'silver', 'dark', 'picture', 'panel'] as const;
export const GROUNDS = ['plain', 'grey', 'slate', 'planks', 'checks', 'speckled'] as const;
type CardLook = (typeof CARD_LOOKS)[number];
export type Ground = (typeof GROUNDS)[number];

interface Painted {
  /** Its outline in mm on the table, and its colour. */
  outline: Polygon;
  fill: string;
}

const box = (x: number, y: number, width: number, height: number): Polygon => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const disc = (x: number, y: number, r: number): Polygon =>
  Array.from({ length: 24 }, (_, i) => {
    const angle = (i * Math.PI) / 12;
    return { x: x + r * Math.cos(angle), y: y + r * Math.sin(angle) };
  });

/** An ID-1 card about its own middle (ISO/IEC 7810: 85.60 × 53.98 mm, corners of 3.18 mm) with what is printed on it, from below to above. */
function cardOf(look: CardLook): Painted[] {
  const { width: w, height: h, radius: r } = CARD;
  const corner = (cx: number, cy: number, from: number) =>
    Array.from({ length: 13 }, (_, i) => {
      const angle = from + (i / 12) * (Math.PI / 2);
      return { x: cx + r * Math.cos(angle), y: cy + r * Math.sin(angle) };
    });
  const outline = [
    ...corner(w / 2 - r, r - h / 2, -Math.PI / 2),
    ...corner(w / 2 - r, h / 2 - r, 0),
    ...corner(r - w / 2, h / 2 - r, Math.PI / 2),
    ...corner(r - w / 2, r - h / 2, Math.PI),
  ];
  const chip: Painted = { outline: box(-34, -8, 12, 10), fill: '#c9a54e' };
  const words = (fill: string): Painted[] => [14, 19].map((y) => ({ outline: box(-34, y, 46, 2.6), fill }));
  switch (look) {
    case 'white':
      return [{ outline, fill: '#f4f4f0' }];
    case 'striped':
      return [
        { outline, fill: '#f0efe9' },
        { outline: box(-w / 2, -h / 2 + 5, w, 12.7), fill: '#17181a' },
        { outline: box(-38, 0, 52, 9), fill: '#dedbd0' },
      ];
    case 'silver':
      return [{ outline, fill: '#b3b6b9' }, chip, ...words('#8b8f94')];
    case 'dark':
      return [{ outline, fill: '#1d2430' }, chip, ...words('#cfd3d8')];
    case 'picture':
      return [
        { outline, fill: '#2f8f9f' },
        { outline: box(-40, -24, 50, 30), fill: '#e8b04a' },
        { outline: disc(18, 4, 16), fill: '#d8503c' },
        { outline: disc(-12, 12, 11), fill: '#f2eee2' },
        ...words('#f2eee2'),
      ];
    case 'panel':
      return [
        { outline, fill: '#2b4ba0' },
        { outline: box(-w / 2 + 6, -4, w - 12, 10), fill: '#f6f6f2' },
        ...words('#9fb4e8'),
      ];
  }
}

/** The ground, as far as the picture shows it and beyond. */
function groundOf(ground: Ground, seed: number): Painted[] {
  const random = seeded(seed);
  const between = (a: number, b: number) => a + (b - a) * random();
  const all = box(-500, -450, 1000, 900);
  switch (ground) {
    case 'plain':
      return [{ outline: all, fill: '#b9a88f' }];
    case 'grey':
      return [{ outline: all, fill: '#8c8d8e' }];
    case 'slate':
      return [{ outline: all, fill: '#3d4a44' }];
    case 'planks':
      return [
        { outline: all, fill: '#a97f52' },
        ...Array.from({ length: 260 }, () => ({
          outline: box(between(-480, 380), between(-400, 400), between(60, 260), between(0.4, 1.4)),
          fill: random() < 0.5 ? '#9b7246' : '#b68d61',
        })),
        ...[-310, -190, -70, 50, 170, 290].map((y) => ({ outline: box(-500, y, 1000, 1.6), fill: '#5b3f23' })),
      ];
    case 'checks': {
      const side = 24;
      return [
        { outline: all, fill: '#e9e2d2' },
        ...Array.from({ length: 20 }, (_, i) => ({
          outline: box(-480 + i * 2 * side, -450, side, 900),
          fill: '#c8ccd0',
        })),
        ...Array.from({ length: 18 }, (_, i) => ({
          outline: box(-500, -432 + i * 2 * side, 1000, side),
          fill: '#b4bcc6',
        })),
      ];
    }
    case 'speckled':
      return [
        { outline: all, fill: '#8f8678' },
        ...Array.from({ length: 3000 }, () => ({
          outline: disc(between(-420, 420), between(-340, 340), between(0.8, 4)),
          fill: ['#5f584e', '#b3a896', '#77706a', '#a08c74'][Math.floor(random() * 4)] ?? '#5f584e',
        })),
      ];
  }
}

export interface SceneOf extends Partial<CameraOf> {
  look?: CardLook;
  ground?: Ground;
  fill?: string;
  /** Colour and width in mm of stripes across the blank. */
  stripes?: { fill: string; every: number } | null;
  /** Where the card's middle lies, mm from the middle of the table, and how it is turned, degrees. */
  card?: { x: number; y: number; turn: number };
  /** Where the blank's middle lies. */
  blank?: Point;
  seed?: number;
}

/** A table with a blank and a card as an SVG picture, and where the card's sharp corners fall in it. */
export function sceneOf(
  points: Polygon,
  set: SceneOf,
): { svg: string; corners: Point[]; width: number; height: number } {
  const { tilt = 0, axis = 0, away = 650, k1 = 0, width = 2600, height = 2000 } = set;
  const { look = 'white', ground = 'plain', fill = '#2f6f8f', stripes = null, seed = 1 } = set;
  const { card = { x: -95, y: -105, turn: 4 }, blank = { x: 25, y: 35 } } = set;
  const seen = cameraOf({ tilt, axis, away, k1, width, height });
  const path = (outline: Polygon) => svgPath(resampled(outline, Math.min(4, boundsOf(outline).width / 6)).map(seen));
  const draw = ({ outline, fill: paint }: Painted) => `<path d="${path(outline)}" fill="${paint}"/>`;
  const bounds = boundsOf(points);
  const laid = points.map((p) => ({
    x: p.x - bounds.x - bounds.width / 2 + blank.x,
    y: p.y - bounds.y - bounds.height / 2 + blank.y,
  }));
  const outlinePath = svgPath(resampled(laid, 0.4).map(seen));
  const bands = stripes
    ? Array.from({ length: Math.ceil(bounds.width / stripes.every / 2) }, (_, i) =>
        draw({
          outline: box(
            blank.x - bounds.width / 2 + 2 * i * stripes.every,
            blank.y - bounds.height,
            stripes.every,
            2 * bounds.height,
          ),
          fill: stripes.fill,
        }),
      ).join('')
    : '';
  const [cos, sin] = [Math.cos((card.turn * Math.PI) / 180), Math.sin((card.turn * Math.PI) / 180)];
  const onTable = ({ x, y }: Point) => ({ x: card.x + x * cos - y * sin, y: card.y + x * sin + y * cos });
  const printed = cardOf(look).map((one) => ({ ...one, outline: resampled(one.outline, 0.6).map(onTable) }));
  const cardPath = svgPath((printed[0]?.outline ?? []).map(seen));
  const shadow = (d: string, by: number) =>
    `<path d="${d}" transform="translate(${by} ${by})" fill="#000" opacity="0.12"/>`;
  const { width: w, height: h } = CARD;
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><clipPath id="b"><path d="${outlinePath}"/></clipPath><clipPath id="c"><path d="${cardPath}"/></clipPath><radialGradient id="g" cx=".3" cy=".25" r="1"><stop stop-color="#fff" stop-opacity=".12"/><stop offset="1" stop-color="#000" stop-opacity=".28"/></radialGradient></defs>${groundOf(ground, seed).map(draw).join('')}${shadow(outlinePath, 7)}<path d="${outlinePath}" fill="${fill}"/><g clip-path="url(#b)">${bands}</g>${shadow(cardPath, 3)}<g clip-path="url(#c)">${printed.map(({ outline, fill: paint }) => `<path d="${svgPath(outline.map(seen))}" fill="${paint}"/>`).join('')}</g><rect width="100%" height="100%" fill="url(#g)"/></svg>`,
    corners: box(-w / 2, -h / 2, w, h)
      .map(onTable)
      .map(seen),
    width,
    height,
  };
}
