import { besideOf, type Blank, type Template } from '../blank/index.js';
import type { HouseRules, Press } from '../shop/index.js';
import { capitalised, lengthText } from '../units/index.js';

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
const HANDY = 300 * 300;
const CLUMSY: ReadonlySet<StepKind> = new Set(['prepare', 'lint-roll', 'place', 'hold', 'stack', 'move', 'turn']);

/** How many times longer a step takes on goods of a size than on small ones. */
export const clumsyBy = (kind: StepKind, size: { width: number; height: number } | undefined): number =>
  CLUMSY.has(kind) ? Math.sqrt(Math.max(1, ((size?.width ?? 0) * (size?.height ?? 0)) / HANDY)) : 1;

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
export const cautionOf = (kind: StepKind, blank: Blank, press: Press['kind']): string | null => {
  if (kind === 'peel' || kind === 'turn' || kind === 'move' || kind === 'cool' || kind === 'unload') return HOT;
  if (kind === 'press' || kind === 'pre-press' || kind === 'recover')
    return press === 'hand iron'
      ? 'Keep fingers and loose sleeves off the plate; stand the iron up on its rest, and never leave it alone.'
      : 'Keep fingers and loose sleeves out of the press; never leave it alone.';
  if (kind === 'stack' && blank.family === 'tile') return 'A tile breaks under too much pressure: light.';
  return null;
};

/** What hands call three to four fingers, mm: 3 to 4 in. Common practice, no published source. */
const FINGERS = { least: 72, most: 106 };
/** Nearer than this to a fold nobody sees, mm. */
const ON_THE_FOLD = 3;

/** What a step is about where there are several sides. */
export const namedSide = ({ sides }: Pick<Blank, 'sides'>, side: number): string =>
  sides.length > 1 ? `, ${sides[side]?.name ?? `side ${side + 1}`}` : '';

/** How a transfer finds its place on the goods. */
export function placing(blank: Blank, side: number, template: Template | undefined): string {
  const collar = template && blank.sides[side]?.keepOuts.find(({ kind }) => kind === 'collar');
  if (collar && template) {
    const { bleedBox: cut, width, covers } = template;
    // What is measured is the edge of the paper as it was cut.
    const drop = besideOf(collar, template.outline).clearance + (covers ? 0 : cut.y);
    const aside = covers ? 0 : cut.x + cut.width / 2 - width / 2;
    const measure = lengthText(drop);
    const how = drop >= FINGERS.least && drop <= FINGERS.most ? `three to four fingers, ${measure},` : measure;
    const middle =
      Math.abs(aside) < ON_THE_FOLD
        ? 'the middle by a fold'
        : `its middle ${lengthText(Math.abs(aside))} to the ${aside > 0 ? 'right' : 'left'} of a fold down the middle, as it lies before you`;
    return `The top of the paper ${how} below the collar; ${middle}.`;
  }
  if (blank.wrap === 'round') return 'Straight round it, its edges meeting by the handle or the seam.';
  if (blank.jig) return 'Its middle on the middle of the jig, the same end up every time.';
  if (blank.style === 'edge to edge') return 'Overhanging alike on every edge.';
  const beside = template && !template.covers ? awayFromMiddle(template) : '';
  if (beside !== '')
    return `The middle of the paper ${beside} the middle of the blank: fold it once each way to find that.`;
  return 'Middle on middle: fold the blank once each way to find it.';
}

/** How far the middle of the paper lies from that of the print area, in words; nothing where they are as good as one. */
function awayFromMiddle({ bleedBox: cut, width, height }: Template): string {
  const across = cut.x + cut.width / 2 - width / 2;
  const down = cut.y + cut.height / 2 - height / 2;
  return [
    ...(Math.abs(across) < ON_THE_FOLD
      ? []
      : [`${lengthText(Math.abs(across))} to the ${across > 0 ? 'right' : 'left'} of`]),
    ...(Math.abs(down) < ON_THE_FOLD ? [] : [`${lengthText(Math.abs(down))} ${down > 0 ? 'below' : 'above'}`]),
  ].join(' and ');
}

/** How a transfer is peeled: as the chart remarks, unless the user chose to peel another way. */
export function peeling(remark: string, asUsual: boolean): string {
  const words = asUsual ? `${capitalised(remark)}. ` : '';
  return `${words}${words.includes('one motion') ? 'A' : 'In one motion; a'} second touch ghosts.`;
}

/** How parts of a transfer become one. */
export const JOINED: Record<'overlap' | 'butt', string> = {
  overlap:
    'Cut each part on its line, keep the tail on the other, lay the cut edge on the tail, mark to mark, and tape them together behind, never on the print.',
  butt: 'Cut both parts on their line, lay them edge to edge, mark to mark, and tape them together behind, never on the print.',
};
