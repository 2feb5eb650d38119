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

/** The chart row for goods of a kind; a light bag is pressed as a tee is. */
export function chartRowFor(family: Family, surface: Surface): ChartRow {
  if (family === 'cushion') {
    return { smooth: CHART.cushionSmooth, textured: CHART.cushionTextured, 'long pile': CHART.cushionPile }[surface];
  }
  return family === 'bag' ? CHART.tee : CHART[family];
}

/** *Medium*: the paper strip holds at all four sides, about 40 psi. Common practice, no published source. */
export const MEDIUM_KPA = 276;
