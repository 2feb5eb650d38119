import { isHardGoods, type Blank, type Template } from '../blank/index.js';
import { isCurved, type HouseRules, type Press } from '../shop/index.js';
import { chartRowFor } from './chart.js';
import { holdOf } from './hold.js';
import { isFolded, type Layer } from './layers.js';
import type { PressSettings } from './settings.js';
import {
  cautionOf,
  clumsyBy,
  COOLED_BETWEEN,
  COOLS,
  HELD,
  JOINED,
  LEAST_PRE_PRESS,
  namedSide,
  peeling,
  placing,
  TAKES,
  USUAL_COOL,
  type StepKind,
} from './step-facts.js';
import { wayUpOf } from './way-up.js';
import { celsiusOf, lengthText, temperatureText } from '../units/index.js';

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

/** What the transfer of a side is before it is laid on: as it comes, a sheet that folds, or parts that are joined. */
export type Sheets = 'whole' | 'folded' | 'overlap' | 'butt';

/** What a plan of steps is made of beside the blank. */
export interface StepsAsked {
  settings: PressSettings;
  layers: readonly Layer[];
  /** Of each side that is pressed. */
  templates: readonly Template[];
  /** The pressings of each side. */
  sections: readonly number[];
  house: HouseRules;
  press: Press;
  /** What the transfer of each side is; left out: whole. */
  sheets?: readonly Sheets[];
}

/** The ordered steps for one piece: every side, section and half of it. */
export function stepsOf(
  blank: Blank,
  { settings, layers, templates, sections, house, press, sheets = [] }: StepsAsked,
): Step[] {
  const steps: Step[] = [];
  const hasInsert = layers.some((layer) => layer.role === 'insert');
  const hold = holdOf(blank, house);
  const folded = isFolded(blank, house) || sheets[0] === 'folded';
  const ironed = press.kind === 'hand iron';
  const piled = blank.surface === 'long pile';
  const hard = isHardGoods(blank.family);
  const down = wayUpOf(blank, house).value === 'face down';
  const sides = blank.sides.length;
  const named = (side: number) => namedSide(blank, side);
  const row = chartRowFor(blank.family, blank.surface);
  const area = templates[0]?.bleedBox;
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
      takes: Math.round(rest.takes * clumsyBy(kind, area)),
      look: rest.look,
      caution: cautionOf(kind, blank, press.kind),
    });

  // Paper is made ready before the goods are: they are to be warm when it is laid on.
  for (let side = 0; side < (folded ? 1 : sides); side++) {
    const sheet = folded ? 'folded' : (sheets[side] ?? 'whole');
    if (sheet === 'folded')
      add('prepare', side, 'Fold the sheet', 'On its marks, the print inside, and crease it once.', {
        at: 'table',
        hands: 2,
        takes: TAKES.fold,
        look: 'The pattern meets at the fold.',
      });
    else if (sheet !== 'whole')
      add('prepare', side, `Join the parts${named(side)}`, JOINED[sheet], {
        at: 'table',
        hands: 2,
        takes: TAKES.join,
        look: 'No gap, no letter cut in two, nothing stuck on the print.',
      });
  }
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
    hard ? 'Wipe it clean' : 'Lint-roll',
    hard
      ? 'Without a fingerprint on the coating; take off any protective film first.'
      : `${hasInsert ? 'The insert goes in first: what is pressed without it is marked by its far side. ' : ''}${blank.jig ? 'Both faces' : 'The whole print area'}: one thread of lint makes a blue speck.`,
    {
      at: 'table',
      hands: 2,
      takes: TAKES.lint + (hasInsert ? TAKES.stack : 0),
      look: 'Threads, hairs and dust against the light.',
    },
  );
  if (settings.prePress.value >= LEAST_PRE_PRESS) {
    add('pre-press', 0, 'Pre-press', 'Empty, without the transfer: dries and flattens.', {
      at: 'press',
      hands: 1,
      takes: TAKES.shut,
      seconds: settings.prePress.value,
      look: 'Steam at the edges: when it stops, the cloth is dry.',
    });
    add(
      'lint-roll',
      0,
      piled ? 'Comb the pile and lint-roll while warm' : 'Lint-roll again while warm',
      `${piled ? 'All one way: where it parts, bare gaps show. ' : ''}The warm cloth lets go of what is left.`,
      {
        at: 'table',
        hands: 2,
        takes: TAKES.lint * (piled ? 2 : 1),
        look: piled ? 'The pile lies one way.' : 'No crease is left.',
      },
    );
  }
  const pressings = (side: number) => Math.max(1, sections[side] ?? 1, blank.family === 'tumbler' ? 2 : 1);
  for (let side = 0; side < sides; side++) {
    const part = blank.family === 'tumbler' ? 'half' : 'section';
    if (side > 0 && COOLED_BETWEEN.has(blank.family))
      add(
        'cool',
        side - 1,
        'Let it cool before the other side',
        'Flat and alone: warm, it takes the mark of what lies on it.',
        {
          at: 'rack',
          hands: 0,
          takes: COOLS[blank.family] ?? USUAL_COOL,
          look: 'Nothing lies on it.',
        },
      );
    if (side > 0)
      add(
        'turn',
        side,
        `${folded ? 'Flip it without opening' : 'Turn it over'}${named(side)}`,
        folded
          ? 'The folded sheet stays closed round it, so that the gas stays in.'
          : blank.jig
            ? `Roll the printed edge a little round the jig, about ${lengthText(2)}, no more.`
            : 'Fresh paper under and over it.',
        { at: 'press', hands: 2, takes: TAKES.turn, look: folded ? 'The fold stays shut.' : 'Which side is done.' },
      );
    if (side > 0 && !folded)
      add(
        'lint-roll',
        side,
        `${hard ? 'Wipe it clean' : 'Lint-roll'}${named(side)}`,
        'This side has lain on the table and in the press.',
        {
          at: 'table',
          hands: 2,
          takes: TAKES.lint,
          look: 'Threads, hairs and dust against the light.',
        },
      );
    if (!folded || side === 0) {
      // A mist is laid on before the transfer is: tape holds what lies already.
      if (hold === 'spray')
        add(
          'hold',
          side,
          `A mist of spray${named(side)}`,
          house.sprayed === 'paper'
            ? 'On the printed paper, in a box, from a forearm away.'
            : 'On the blank, away from the press.',
          { at: 'table', hands: 2, takes: TAKES.hold, look: 'Dry to the touch in a few seconds; no wet spot.' },
        );
      add(
        'place',
        side,
        `Place the transfer${named(side)}`,
        `${down ? 'Print up, the blank face down on it' : 'Print face down'}. ${placing(blank, side, templates[side])}${hold === 'spray' ? ' Smooth it flat with the hand.' : ''}`,
        {
          at: 'table',
          hands: 2,
          takes: TAKES.place,
          look: `Straight, and the right way up for what it says${hold === 'spray' ? '; no corner lifts' : ''}.`,
        },
      );
      if (hold !== 'nothing' && hold !== 'spray')
        add('hold', side, `Hold it${named(side)}`, HELD[hold], {
          at: 'table',
          hands: 2,
          takes: hold === 'tacky paper' ? TAKES.hold : TAKES.tape,
          look: 'No corner lifts; no tape over the print.',
        });
      add(
        'stack',
        side,
        `${ironed ? 'Lay it on the board' : press.kind === 'mug press' ? 'Put it in the press' : 'Lay it in the press'}${named(side)}`,
        `From below: ${[...layers]
          .reverse()
          .filter(({ role }) => !role.endsWith('plate'))
          .map(({ name }) => name.toLowerCase())
          .join(', ')}.`,
        {
          at: 'press',
          hands: 2,
          takes: TAKES.stack,
          look: ironed ? 'Flat, on something hard.' : 'As the bed shows; what hangs off is off.',
        },
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
        ironed
          ? 'Set it down and lean on it, straight from above; lift it to move on, never slide.'
          : `${level === 'medium' ? 'Medium' : level === 'light' ? 'Light' : 'Firm'} pressure${isCurved(press.kind) ? '' : ', plates level'}.`,
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
