import type { Family, Surface } from '../blank/index.js';
import { celsiusOf } from '../units/index.js';

export type PressureLevel = 'light' | 'medium' | 'firm';
export type Peel = 'hot' | 'cold';

interface Span {
  low: number;
  high: number;
}

/** One row of the reference chart: starting points, never the last word. °C and seconds. */
export interface ChartRow {
  name: string;
  temperature: Span;
  dwell: Span;
  prePress: Span | null;
  pressure: PressureLevel;
  peel: Peel;
  peelRemark: string;
}

const f = (low: number, high = low): Span => ({ low: celsiusOf(low), high: celsiusOf(high) });
const s = (low: number, high = low): Span => ({ low, high });

/** Common practice, no published source. */
export const CHART = {
  tee: {
    name: 'polyester tee, white or light',
    temperature: f(380, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once, in one motion',
  },
  mask: {
    name: 'fabric mask, 93/6',
    temperature: f(375, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'after cooling',
  },
  sock: {
    name: 'athletic sock on jig',
    temperature: f(390, 400),
    dwell: s(45, 60),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once, without dragging',
  },
  cushionSmooth: {
    name: 'cushion cover, smooth',
    temperature: f(385, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once, in one motion',
  },
  cushionTextured: {
    name: 'cushion cover, textured weave',
    temperature: s(195),
    dwell: s(90),
    prePress: s(30),
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once, in one motion',
  },
  cushionPile: {
    name: 'cushion cover, long pile',
    temperature: s(195),
    dwell: s(210),
    prePress: s(30),
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'take it off at once',
  },
  performance: {
    name: 'performance apparel on foam pad',
    temperature: f(385, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'light',
    peel: 'hot',
    peelRemark: 'open, wait 2 s, roll off from one corner',
  },
  sequin: {
    name: 'sequin panel',
    temperature: f(380, 400),
    dwell: s(45, 55),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once; the cloth side prints too',
  },
  mat: {
    name: 'rubber-backed mat',
    temperature: f(390, 405),
    dwell: s(60, 70),
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'after cooling, flat, never rolled on the crease',
  },
  mousePad: {
    name: 'mouse pad, fabric face',
    temperature: f(380, 400),
    dwell: s(45),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'face down on the transfer, cloth under it',
  },
  fauxLeather: {
    name: 'faux-leather cover, tag',
    temperature: f(400),
    dwell: s(60),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'cool between sides; fresh paper each pressing',
  },
  burlap: {
    name: 'burlap-look coaster',
    temperature: f(360),
    dwell: s(45, 60),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'lift one corner first',
  },
  ceramicCoaster: {
    name: 'ceramic coaster',
    temperature: f(400),
    dwell: s(60),
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'cool a few minutes, then remove',
  },
  mug: {
    name: 'ceramic mug',
    temperature: f(370, 400),
    dwell: s(190, 200),
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'start the clock when the element is back at about 370 °F; cool, then remove',
  },
  tumbler: {
    name: 'steel tumbler',
    temperature: f(365),
    dwell: s(60, 90),
    prePress: null,
    pressure: 'firm',
    peel: 'cold',
    peelRemark: 'turn once, tape side up first, each half as long',
  },
  metal: {
    name: 'coated metal, flat',
    temperature: f(375, 400),
    dwell: s(60, 80),
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'tape the edges; take off the protective film first',
  },
  tile: {
    name: 'ceramic or glass tile',
    temperature: f(380, 400),
    dwell: s(180, 420),
    prePress: null,
    pressure: 'light',
    peel: 'cold',
    peelRemark: 'face down into a silicone pad; minutes by its thickness',
  },
  neoprene: {
    name: 'neoprene sleeve, case, coaster',
    temperature: f(385, 400),
    dwell: s(55, 60),
    prePress: s(10),
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'it curls while warm and flattens as it cools',
  },
} as const satisfies Record<string, ChartRow>;

const ROWS: Record<Exclude<Family, 'cushion'>, ChartRow> = {
  tee: CHART.tee,
  performance: CHART.performance,
  mask: CHART.mask,
  sock: CHART.sock,
  sequin: CHART.sequin,
  bag: CHART.tee,
  neoprene: CHART.neoprene,
  mat: CHART.mat,
  'mouse pad': CHART.mousePad,
  'faux leather': CHART.fauxLeather,
  burlap: CHART.burlap,
  'ceramic coaster': CHART.ceramicCoaster,
  mug: CHART.mug,
  tumbler: CHART.tumbler,
  metal: CHART.metal,
  tile: CHART.tile,
};

/** The chart row for goods of a kind; a light bag is pressed as a tee is. */
export function chartRowFor(family: Family, surface: Surface): ChartRow {
  if (family !== 'cushion') return ROWS[family];
  return { smooth: CHART.cushionSmooth, textured: CHART.cushionTextured, 'long pile': CHART.cushionPile }[surface];
}

/** *Medium*: the paper strip holds at all four sides, about 40 psi. Common practice, no published source. */
export const MEDIUM_KPA = 276;
