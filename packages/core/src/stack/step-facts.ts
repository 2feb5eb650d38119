import { besideOf, type Blank } from '../blank/index.js';
import type { HouseRules } from '../shop/index.js';
import { lengthText } from '../units/index.js';

export const STEP_KINDS = [
  'prepare',
  'load',
  'lint-roll',
  'pre-press',
  'place',
  'hold',
  'stack',
  'recover',
  'press',
  'move',
  'wait',
  'peel',
  'turn',
  'cool',
  'unload',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const HELD: Record<Exclude<HouseRules['hold'], 'spray' | 'nothing'>, string> = {
  tape: 'Heat tape at its edges, two thirds of the strip on the paper.',
  'tacky paper': 'Smooth it down: its tacky side holds it once it is hot.',
  'painter’s tape': 'As little as holds it, and on the paper alone where that goes.',
  'household tape': 'Do not: it melts.',
};

/** Below this many seconds a pre-press is not worth closing the press for. */
export const LEAST_PRE_PRESS = 3;

/** Seconds that hands take, and that goods take to cool. From memory, no published source: a practised worker's. */
export const TAKES = {
  fold: 15,
  join: 90,
  load: 20,
  lint: 10,
  shut: 8,
  place: 20,
  hold: 12,
  tape: 30,
  stack: 10,
  recover: 60,
  move: 30,
  peel: 6,
  turn: 15,
  unload: 15,
};
/** Large goods take longer to roll, to lay and to move: with the square root of their area, from this size on, mm². */
export const HANDY = 300 * 300;
export const CLUMSY: ReadonlySet<StepKind> = new Set([
  'prepare',
  'lint-roll',
  'place',
  'hold',
  'stack',
  'move',
  'turn',
]);

/** Goods that are cold before they are turned: warm they take marks. Common practice, no published source. */
export const COOLED_BETWEEN: ReadonlySet<Blank['family']> = new Set(['faux leather']);

export const COOLS: Partial<Record<Blank['family'], number>> = {
  mug: 300,
  tumbler: 240,
  tile: 420,
  'ceramic coaster': 240,
  mat: 180,
};
export const USUAL_COOL = 90;

const HOT = 'Hot at a touch: heat gloves.';
/** What may be hot enough to burn while it is handled, by kind of step. */
export const cautionOf = (kind: StepKind, blank: Blank): string | null => {
  if (kind === 'peel' || kind === 'turn' || kind === 'move' || kind === 'cool' || kind === 'unload') return HOT;
  if (kind === 'press' || kind === 'pre-press' || kind === 'recover')
    return 'Keep fingers and loose sleeves out of the press; never leave it alone.';
  if (kind === 'stack' && blank.family === 'tile') return 'A tile breaks under too much pressure: light.';
  return null;
};

/** How a transfer finds its place on the goods. */
export function placing(blank: Blank, side: number): string {
  const outline = blank.sides[side]?.outline;
  const collar = outline && blank.sides[side]?.keepOuts.find(({ kind }) => kind === 'collar');
  if (collar && outline)
    return `Its top three to four fingers, ${lengthText(besideOf(collar, outline).clearance)}, below the collar; the middle by a fold.`;
  if (blank.wrap === 'round') return 'Straight round it, its edges meeting by the handle or the seam.';
  if (blank.jig) return 'Its middle on the middle of the jig, the same end up every time.';
  if (blank.style === 'edge to edge') return 'Overhanging alike on every edge.';
  return 'Middle on middle: fold the blank once each way to find it.';
}

/** How a transfer is peeled: as the chart remarks, unless the user chose to peel another way. */
export function peeling(remark: string, asUsual: boolean): string {
  const words = asUsual ? `${remark.charAt(0).toUpperCase()}${remark.slice(1)}. ` : '';
  return `${words}${words.includes('one motion') ? 'A' : 'In one motion; a'} second touch ghosts.`;
}

/** How parts of a transfer become one. */
export const JOINED: Record<'overlap' | 'butt', string> = {
  overlap:
    'Cut each part on its line, keep the tail on the other, lay the cut edge on the tail, mark to mark, and tape them together behind, never on the print.',
  butt: 'Cut both parts on their line, lay them edge to edge, mark to mark, and tape them together behind, never on the print.',
};
