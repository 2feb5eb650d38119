import type { Family, PressureLevel, Surface } from '../blank/index.js';
import type { HouseRules } from '../shop/index.js';
import { celsiusOf, lengthText, temperatureText } from '../units/index.js';

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
  /** The usual figures, where practice has settled on some within the ranges. */
  typical?: { temperature: number; dwell: number };
  prePress: Span | null;
  pressure: PressureLevel;
  /** The firmest that practice goes to; left out: `pressure` alone. */
  pressureMost?: PressureLevel;
  peel: Peel;
  peelRemark: string;
  /** What else practice says of these goods. */
  remark?: string;
}

const f = (low: number, high = low): Span => ({ low: celsiusOf(low), high: celsiusOf(high) });
const s = (low: number, high = low): Span => ({ low, high });

const AT_ONCE = { peel: 'hot', peelRemark: 'at once, in one motion' } as const;
const COOLED = { peel: 'cold', peelRemark: 'after cooling' } as const;

/** Common practice, no published source. */
export const CHART = {
  tee: {
    name: 'polyester tee, white or light',
    temperature: f(380, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'medium',
    ...AT_ONCE,
    remark: `${temperatureText(celsiusOf(400))} risks yellowing on white`,
  },
  teeLong: {
    name: 'polyester tee, the longer school',
    temperature: s(200),
    dwell: s(60, 90),
    prePress: s(5, 10),
    pressure: 'medium',
    ...AT_ONCE,
  },
  performance: {
    name: 'performance apparel on foam pad',
    temperature: f(385, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'light',
    peel: 'hot',
    peelRemark: 'open, wait 2 s, roll off from one corner',
    remark: `the foam squeezed to about ${lengthText(8)}`,
  },
  mask: {
    name: 'fabric mask, 93/6',
    temperature: f(375, 400),
    dwell: s(45, 60),
    prePress: s(5, 10),
    pressure: 'medium',
    ...COOLED,
    remark: 'each side in turn, with an insert between the layers',
  },
  maskFast: {
    name: 'fabric mask, the fast school',
    temperature: f(420),
    dwell: s(25),
    prePress: s(5, 10),
    pressure: 'firm',
    ...COOLED,
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
    ...AT_ONCE,
  },
  cushionTextured: {
    name: 'cushion cover, textured weave',
    temperature: s(195),
    dwell: s(90),
    prePress: s(30),
    pressure: 'medium',
    ...AT_ONCE,
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
  sequin: {
    name: 'sequin panel',
    temperature: f(380, 400),
    dwell: s(45, 55),
    prePress: null,
    pressure: 'medium',
    peel: 'hot',
    peelRemark: 'at once; the cloth side prints too',
    remark: 'on a pressing pillow, under a non-stick sheet',
  },
  neoprene: {
    name: 'neoprene sleeve, case, coaster',
    temperature: f(385, 400),
    dwell: s(55, 60),
    prePress: s(10),
    pressure: 'medium',
    pressureMost: 'firm',
    peel: 'hot',
    peelRemark: 'it curls while warm and flattens as it cools',
    remark: 'it smells: ventilate',
  },
  mat: {
    name: 'rubber-backed mat',
    temperature: f(390),
    dwell: s(60),
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'after cooling, flat, never rolled on the crease',
    remark: 'in sections; support the overhang',
  },
  matFirm: {
    name: 'rubber-backed mat, the firm school',
    temperature: f(405),
    dwell: s(70),
    prePress: null,
    pressure: 'firm',
    peel: 'cold',
    peelRemark: 'after cooling, flat, never rolled on the crease',
    remark: 'in sections; support the overhang',
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
  mousePad: {
    name: 'mouse pad, fabric face',
    temperature: f(380, 400),
    dwell: s(45),
    prePress: null,
    pressure: 'medium',
    ...AT_ONCE,
    remark: 'face down on the transfer, cloth under it',
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
    dwell: s(150, 210),
    typical: { temperature: celsiusOf(385), dwell: 195 },
    prePress: null,
    pressure: 'medium',
    peel: 'cold',
    peelRemark: 'cool, then remove',
    remark: `start the clock when the element is back at about ${temperatureText(celsiusOf(370))}`,
  },
  tumbler: {
    name: 'steel tumbler',
    temperature: f(365),
    dwell: s(60, 90),
    typical: { temperature: celsiusOf(365), dwell: 70 },
    prePress: null,
    pressure: 'firm',
    ...COOLED,
    remark: 'each half; turn once, tape side up first so as to know which half is done',
  },
  metal: {
    name: 'coated metal, flat',
    temperature: f(375, 400),
    dwell: s(60, 80),
    prePress: null,
    pressure: 'medium',
    ...COOLED,
    remark: 'tape the edges; non-stick sheet; take off the protective film first',
  },
  tile: {
    name: 'ceramic or glass tile',
    temperature: f(380, 400),
    dwell: s(180, 420),
    prePress: null,
    pressure: 'light',
    pressureMost: 'medium',
    ...COOLED,
    remark: 'face down into a hot silicone pad; minutes by its thickness; it breaks under too much pressure',
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

/** The row of the other school for goods on which houses differ; null where there is one school, or the house follows the usual one. */
export function schoolRowFor(
  family: Family,
  { tees, masks, mats }: Pick<HouseRules, 'tees' | 'masks' | 'mats'>,
): { row: ChartRow; rule: string } | null {
  if (family === 'tee' && tees === 'long')
    return { row: CHART.teeLong, rule: `tees longer, at ${temperatureText(200)}` };
  if (family === 'mask' && masks === 'fast') return { row: CHART.maskFast, rule: 'masks fast and hot' };
  if (family === 'mat' && mats === 'firm') return { row: CHART.matFirm, rule: 'mats hot and firm' };
  return null;
}

/** *Medium*: the paper strip holds at all four sides, about 40 psi. Common practice, no published source. */
export const MEDIUM_KPA = 276;

/** Toner lets go of its dye from here on, on everything, °C. Common practice, no published source: 380 °F. */
export const TONER_FROM = celsiusOf(380);
