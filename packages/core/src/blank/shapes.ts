import { boundsOf, type Outline, type Point } from '../geometry/index.js';

/** One measure that a shape asks for, mm. */
interface Measure {
  key: string;
  label: string;
  /** What it is when nobody says otherwise, from the measures before it. */
  usual: (measures: Readonly<Record<string, number>>) => number;
  /** True where nothing is a fair answer: a corner without a radius. */
  mayBeZero?: true;
}

export interface Shape {
  name: string;
  measures: readonly Measure[];
  outline: (measures: Readonly<Record<string, number>>) => Outline;
}

const of = (measures: Readonly<Record<string, number>>, key: string): number => measures[key] ?? 0;
const width: Measure = { key: 'width', label: 'Width', usual: () => 190 };
const height: Measure = { key: 'height', label: 'Height', usual: (m) => of(m, 'width') };

/** Points of a cubic curve (Bézier) without its end, close enough that no chord strays by 0.05 mm on goods of half a metre. */
function curve(a: Point, b: Point, c: Point, d: Point, steps = 48): Point[] {
  return Array.from({ length: steps }, (_, i) => {
    const [t, s] = [i / steps, 1 - i / steps];
    const [wa, wb, wc, wd] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    return { x: wa * a.x + wb * b.x + wc * c.x + wd * d.x, y: wa * a.y + wb * b.y + wc * c.y + wd * d.y };
  });
}

/** Moves and stretches points so that their box begins at the origin and has exactly the wanted size. */
function fitted(points: readonly Point[], w: number, h: number): Outline {
  const box = boundsOf(points);
  return {
    kind: 'polygon',
    points: points.map((p) => ({ x: ((p.x - box.x) / box.width) * w, y: ((p.y - box.y) / box.height) * h })),
  };
}

function heart(w: number, h: number): Outline {
  const [dip, tip] = [
    { x: 50, y: 22 },
    { x: 50, y: 100 },
  ];
  const [left, right] = [
    { x: 0, y: 30 },
    { x: 100, y: 30 },
  ];
  return fitted(
    [
      ...curve(dip, { x: 56, y: -4 }, { x: 100, y: -10 }, right),
      ...curve(right, { x: 100, y: 62 }, { x: 66, y: 78 }, tip),
      ...curve(tip, { x: 34, y: 78 }, { x: 0, y: 62 }, left),
      ...curve(left, { x: 0, y: -10 }, { x: 44, y: -4 }, dip),
    ],
    w,
    h,
  );
}

function trapezium(top: number, bottom: number, h: number): Outline {
  const w = Math.max(top, bottom);
  return {
    kind: 'polygon',
    points: [
      { x: (w - top) / 2, y: 0 },
      { x: (w + top) / 2, y: 0 },
      { x: (w + bottom) / 2, y: h },
      { x: (w - bottom) / 2, y: h },
    ],
  };
}

/** A sock leg on its jig: straight at the cuff, narrowing to the ankle, its lower corners rounded. */
function sockLeg(cuff: number, ankle: number, h: number): Outline {
  const inset = Math.abs(cuff - ankle) / 2;
  const [cuffIn, ankleIn] = cuff >= ankle ? [0, inset] : [inset, 0];
  const w = Math.max(cuff, ankle);
  const r = Math.min(ankle, h) * 0.14;
  const [l, t] = [ankleIn, w - ankleIn];
  return {
    kind: 'polygon',
    points: [
      { x: cuffIn, y: 0 },
      { x: w - cuffIn, y: 0 },
      ...curve({ x: t, y: h - r }, { x: t, y: h - r * 0.45 }, { x: t - r * 0.55, y: h }, { x: t - r, y: h }, 20),
      { x: t - r, y: h },
      ...curve({ x: l + r, y: h }, { x: l + r * 0.55, y: h }, { x: l, y: h - r * 0.45 }, { x: l, y: h - r }, 20),
      { x: l, y: h - r },
    ],
  };
}

/** A face mask seen from the front: a curved top over the nose, a shallower chin. */
function mask(w: number, h: number): Outline {
  const arch = (from: number, to: number, rise: number, y: number) =>
    Array.from({ length: 41 }, (_, i) => {
      const t = i / 40;
      return { x: from + (to - from) * t, y: y + rise * (1 - Math.sin(Math.PI * t)) };
    });
  return { kind: 'polygon', points: [...arch(0, w, h * 0.16, 0), ...arch(w, 0, -h * 0.12, h)] };
}

/** The measured shapes, by the word they are asked for. */
export const SHAPES = {
  rectangle: {
    name: 'Rectangle',
    measures: [width, height, { key: 'radius', label: 'Corner radius', usual: () => 0, mayBeZero: true }],
    outline: (m) => ({
      kind: 'rectangle',
      width: of(m, 'width'),
      height: of(m, 'height'),
      radius: of(m, 'radius'),
    }),
  },
  circle: {
    name: 'Circle',
    measures: [{ key: 'width', label: 'Diameter', usual: () => 95 }],
    outline: (m) => ({ kind: 'ellipse', width: of(m, 'width'), height: of(m, 'width') }),
  },
  ellipse: {
    name: 'Ellipse',
    measures: [width, height],
    outline: (m) => ({ kind: 'ellipse', width: of(m, 'width'), height: of(m, 'height') }),
  },
  heart: { name: 'Heart', measures: [width, height], outline: (m) => heart(of(m, 'width'), of(m, 'height')) },
  trapezium: {
    name: 'Trapezium',
    measures: [
      { key: 'width', label: 'Top', usual: () => 190 },
      { key: 'bottom', label: 'Bottom', usual: (m) => of(m, 'width') },
      height,
    ],
    outline: (m) => trapezium(of(m, 'width'), of(m, 'bottom'), of(m, 'height')),
  },
  'sock leg': {
    name: 'Sock leg',
    measures: [
      { key: 'width', label: 'Cuff', usual: () => 108 },
      { key: 'ankle', label: 'Ankle', usual: (m) => of(m, 'width') },
      { key: 'height', label: 'Length', usual: () => 190.5 },
    ],
    outline: (m) => sockLeg(of(m, 'width'), of(m, 'ankle'), of(m, 'height')),
  },
  mask: { name: 'Mask', measures: [width, height], outline: (m) => mask(of(m, 'width'), of(m, 'height')) },
} as const satisfies Record<string, Shape>;

export type ShapeName = keyof typeof SHAPES;
export const SHAPE_NAMES = Object.keys(SHAPES) as ShapeName[];

/** The outline of a measured shape; a measure left out is its usual one. Throws a RangeError on a measure below nothing. */
export function shapeOutline(name: ShapeName, measures: Readonly<Record<string, number>>): Outline {
  const shape: Shape = SHAPES[name];
  const full: Record<string, number> = {};
  for (const { key, label, usual, mayBeZero } of shape.measures) {
    const value = measures[key] ?? usual(full);
    if (!(value > 0 || (mayBeZero && value === 0)))
      throw new RangeError(`${label} of a ${shape.name.toLowerCase()} must be more than 0 mm, got ${value}`);
    full[key] = value;
  }
  return shape.outline(full);
}
