import { besideOf, isHardGoods, type Blank } from '../blank/index.js';
import type { HouseRules } from '../shop/index.js';
import { chartRowFor } from './chart.js';
import { holdOf } from './hold.js';
import { isFolded, type Layer } from './layers.js';
import type { PressSettings } from './settings.js';
import { wayUpOf } from './way-up.js';
import { celsiusOf, lengthText, temperatureText } from '../units/index.js';

export const STEP_KINDS = [
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

/** Where a step is done: the press is busy with what is at it alone. */
export type StepPlace = 'table' | 'press' | 'rack';

/** One step at the press. A step with `seconds` runs a clock. */
export interface Step {
  kind: StepKind;
  title: string;
  how: string;
  seconds: number | null;
  /** Which side of the blank it belongs to, from 0. */
  side: number;
  at: StepPlace;
  /** Hands that it wants: 0 while a clock runs or a piece cools. */
  hands: 0 | 1 | 2;
  /** Seconds that hands take for it, an estimate; for what cools, until it is cool. */
  takes: number;
  /** What to look at while doing it. */
  look: string;
  caution: string | null;
}

const HELD: Record<Exclude<HouseRules['hold'], 'spray' | 'nothing'>, string> = {
  tape: 'Heat tape at its edges, two thirds of the strip on the paper.',
  'tacky paper': 'Smooth it down: its tacky side holds it once it is hot.',
  'painter’s tape': 'As little as holds it, and on the paper alone where that goes.',
  'household tape': 'Do not: it melts.',
};

/** Below this many seconds a pre-press is not worth closing the press for. */
const LEAST_PRE_PRESS = 3;

/** Seconds that hands take, and that goods take to cool. From memory, no published source: a practised worker's. */
const TAKES = {
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
const CLUMSY: ReadonlySet<StepKind> = new Set(['lint-roll', 'place', 'hold', 'stack', 'move', 'turn']);

const COOLS: Partial<Record<Blank['family'], number>> = {
  mug: 300,
  tumbler: 240,
  tile: 420,
  'ceramic coaster': 240,
  mat: 180,
};
const USUAL_COOL = 90;

const HOT = 'Hot at a touch: heat gloves.';
/** What may be hot enough to burn while it is handled, by kind of step. */
const cautionOf = (kind: StepKind, blank: Blank): string | null => {
  if (kind === 'peel' || kind === 'turn' || kind === 'move' || kind === 'cool' || kind === 'unload') return HOT;
  if (kind === 'press' || kind === 'pre-press' || kind === 'recover')
    return 'Keep fingers and loose sleeves out of the press; never leave it alone.';
  if (kind === 'stack' && blank.family === 'tile') return 'A tile breaks under too much pressure: light.';
  return null;
};

/** How a transfer finds its place on the goods. */
function placing(blank: Blank, side: number): string {
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
function peeling(remark: string, asUsual: boolean): string {
  const words = asUsual ? `${remark.charAt(0).toUpperCase()}${remark.slice(1)}. ` : '';
  return `${words}${words.includes('one motion') ? 'A' : 'In one motion; a'} second touch ghosts.`;
}

/** The ordered steps for one piece: every side, section and half of it. `sections` gives the pressings of each side. */
export function stepsOf(
  blank: Blank,
  settings: PressSettings,
  layers: readonly Layer[],
  sections: readonly number[],
  house: HouseRules,
): Step[] {
  const steps: Step[] = [];
  const hasInsert = layers.some((layer) => layer.role === 'insert');
  const hold = holdOf(blank, house);
  const folded = isFolded(blank, house);
  const down = wayUpOf(blank, house).value === 'face down';
  const sides = blank.sides.length;
  const named = (side: number) => (sides > 1 ? `, ${blank.sides[side]?.name ?? `side ${side + 1}`}` : '');
  const row = chartRowFor(blank.family, blank.surface);
  const area = layers.find(({ role }) => role === 'transfer')?.size;
  const clumsy = Math.sqrt(Math.max(1, ((area?.width ?? 0) * (area?.height ?? 0)) / HANDY));
  const add = (
    kind: StepKind,
    side: number,
    title: string,
    how: string,
    rest: Pick<Step, 'at' | 'hands' | 'takes' | 'look'> & { seconds?: number },
  ) =>
    steps.push({
      kind,
      side,
      title,
      how,
      seconds: rest.seconds ?? null,
      at: rest.at,
      hands: rest.hands,
      takes: Math.round(rest.takes * (CLUMSY.has(kind) ? clumsy : 1)),
      look: rest.look,
      caution: cautionOf(kind, blank),
    });

  if (blank.jig)
    add(
      'load',
      0,
      'Pull it onto the jig',
      'Flat and taut, heel to the back and tucked, the same way round every time.',
      {
        at: 'table',
        hands: 2,
        takes: TAKES.load,
        look: 'No crease across the print, the same toe end up.',
      },
    );
  add(
    'lint-roll',
    0,
    isHardGoods(blank.family) ? 'Wipe it clean' : 'Lint-roll',
    isHardGoods(blank.family)
      ? 'Without a fingerprint on the coating; take off any protective film first.'
      : `${blank.jig ? 'Both faces' : 'The whole print area'}: one thread of lint makes a blue speck.`,
    { at: 'table', hands: 2, takes: TAKES.lint, look: 'Threads, hairs and dust against the light.' },
  );
  if (settings.prePress.value >= LEAST_PRE_PRESS) {
    add('pre-press', 0, 'Pre-press', 'Empty, without the transfer: dries and flattens.', {
      at: 'press',
      hands: 1,
      takes: TAKES.shut,
      seconds: settings.prePress.value,
      look: 'Steam at the edges: when it stops, the cloth is dry.',
    });
    add('lint-roll', 0, 'Lint-roll again while warm', 'The warm cloth lets go of what is left.', {
      at: 'table',
      hands: 2,
      takes: TAKES.lint,
      look: blank.surface === 'long pile' ? 'The pile lies one way.' : 'No crease is left.',
    });
  }
  const pressings = (side: number) => Math.max(1, sections[side] ?? 1, blank.family === 'tumbler' ? 2 : 1);
  for (let side = 0; side < sides; side++) {
    const part = blank.family === 'tumbler' ? 'half' : 'section';
    if (side > 0)
      add(
        'turn',
        side,
        `${folded ? 'Flip it without opening' : 'Turn it over'}${named(side)}`,
        folded
          ? 'The folded sheet stays closed round it, so that the gas stays in.'
          : blank.jig
            ? `Roll the printed edge a little round the jig, about ${lengthText(2)}, no more.`
            : blank.family === 'faux leather'
              ? 'Let it cool first. Fresh paper under and over it.'
              : 'Fresh paper under and over it.',
        { at: 'press', hands: 2, takes: TAKES.turn, look: folded ? 'The fold stays shut.' : 'Which side is done.' },
      );
    if (!folded || side === 0) {
      add(
        'place',
        side,
        `Place the transfer${named(side)}`,
        `${hasInsert ? 'Insert inside first. ' : ''}${down ? 'Print up, the blank face down on it' : 'Print face down'}. ${placing(blank, side)}`,
        { at: 'table', hands: 2, takes: TAKES.place, look: 'Straight, and the right way up for what it says.' },
      );
      if (hold === 'spray')
        add(
          'hold',
          side,
          `Hold it with spray${named(side)}`,
          house.sprayed === 'paper'
            ? 'A mist on the paper, in a box; then lay it on and press it flat with the hand.'
            : 'A mist on the blank, away from the press; then press the paper flat on it.',
          { at: 'table', hands: 2, takes: TAKES.hold, look: 'No corner lifts.' },
        );
      else if (hold !== 'nothing')
        add('hold', side, `Hold it${named(side)}`, HELD[hold], {
          at: 'table',
          hands: 2,
          takes: hold === 'tacky paper' ? TAKES.hold : TAKES.tape,
          look: 'No corner lifts; no tape over the print.',
        });
      add(
        'stack',
        side,
        `Lay it in the press${named(side)}`,
        `From below: ${[...layers]
          .reverse()
          .filter(({ role }) => !role.endsWith('plate'))
          .map(({ name }) => name.toLowerCase())
          .join(', ')}.`,
        { at: 'press', hands: 2, takes: TAKES.stack, look: 'As the bed shows; what hangs off is off.' },
      );
    }
    const count = pressings(side);
    for (let section = 0; section < count; section++) {
      const which = count > 1 ? `, ${part} ${section + 1} of ${count}` : '';
      if (section > 0)
        add(
          'move',
          side,
          `${part === 'half' ? 'Turn it' : 'Move it on'}${named(side)}${which}`,
          part === 'half'
            ? 'Once round, the taped side having gone first.'
            : 'The transfer stays fixed to it. Hold up what hangs out; fresh paper under and over.',
          {
            at: 'press',
            hands: 2,
            takes: TAKES.move,
            look: part === 'half' ? 'The tape says which half is done.' : 'The seam overlaps, no gap.',
          },
        );
      const { value: level } = settings.pressure;
      if (blank.family === 'mug')
        add(
          'recover',
          side,
          'Close it, and wait for the heat',
          `The cold mug takes heat: the clock starts when the element is back at about ${temperatureText(celsiusOf(370))}.`,
          {
            at: 'press',
            hands: 1,
            takes: TAKES.recover,
            look: 'What the press shows of its own temperature.',
          },
        );
      add(
        'press',
        side,
        `Press${named(side)}${which}`,
        `${level === 'medium' ? 'Medium' : level === 'light' ? 'Light' : 'Firm'} pressure, plates level.`,
        {
          at: 'press',
          hands: 1,
          takes: TAKES.shut,
          seconds: settings.dwell.value,
          look: 'The clock, and the plate’s temperature.',
        },
      );
    }
    if (folded && side < sides - 1) continue;
    if (settings.peel.value === 'cold')
      add('wait', side, `Let it cool${named(side)}`, 'Off the press with the transfer on it, until it is hand-warm.', {
        at: 'rack',
        hands: 0,
        takes: COOLS[blank.family] ?? USUAL_COOL,
        look: blank.family === 'mat' ? 'Flat, never rolled on the crease.' : 'Nothing lies on it.',
      });
    add(
      'peel',
      side,
      settings.peel.value === 'hot' ? 'Peel hot' : 'Peel cold',
      peeling(row.peelRemark, settings.peel.value === row.peel),
      {
        at: settings.peel.value === 'hot' ? 'press' : 'table',
        hands: 1,
        takes: TAKES.peel,
        look: 'Every edge of the print, before it goes on.',
      },
    );
  }
  if (settings.peel.value === 'hot')
    add('cool', sides - 1, 'Lay it flat to cool', 'Alone, not on another print: warm dye still gives off gas.', {
      at: 'rack',
      hands: 0,
      takes: COOLS[blank.family] ?? USUAL_COOL,
      look: blank.family === 'neoprene' ? 'It curls while warm and flattens as it cools.' : 'Nothing lies on it.',
    });
  if (blank.jig)
    add('unload', sides - 1, 'Pull it off the jig', 'Without dragging the print over the edge.', {
      at: 'table',
      hands: 2,
      takes: TAKES.unload,
      look: 'The edge line down both sides.',
    });
  return steps;
}
