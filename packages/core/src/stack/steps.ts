import type { Blank } from '../blank/index.js';
import type { Layer } from './layers.js';
import { USUAL_HOUSE, type HouseRules } from '../shop/index.js';
import type { PressSettings } from './settings.js';

export const STEP_KINDS = ['lint-roll', 'pre-press', 'place', 'press', 'move', 'peel', 'turn', 'cool'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** One step at the press. A step with `seconds` runs a clock. */
export interface Step {
  kind: StepKind;
  title: string;
  how: string;
  seconds: number | null;
  /** Which side of the blank it belongs to, from 0. */
  side: number;
}

const HELD: Record<HouseRules['hold'], string> = {
  spray: 'a mist of spray on the paper so that it cannot shift',
  tape: 'heat tape at its edges, two thirds of the strip on the paper',
  'tacky paper': 'its tacky side holds it once it is hot',
  nothing: 'laid down gently, nothing may move it',
};

/** Below this many seconds a pre-press is not worth closing the press for. */
const LEAST_PRE_PRESS = 3;

/** The ordered steps for one piece, second side and further sections included. */
export function stepsOf(
  blank: Blank,
  settings: PressSettings,
  layers: readonly Layer[],
  sections = 1,
  house: HouseRules = USUAL_HOUSE,
): Step[] {
  const steps: Step[] = [];
  const hasInsert = layers.some((layer) => layer.role === 'insert');
  const add = (kind: StepKind, side: number, title: string, how: string, seconds: number | null = null) =>
    steps.push({ kind, side, title, how, seconds });
  const sides = blank.sides.length;
  const named = (side: number) => (sides > 1 ? `, ${blank.sides[side]?.name ?? `side ${side + 1}`}` : '');

  add(
    'lint-roll',
    0,
    blank.jig ? 'Pull it onto the jig and lint-roll' : 'Lint-roll',
    blank.jig
      ? 'Flat and taut, heel to the back, then roll both faces.'
      : 'The whole print area: one thread of lint makes a blue speck.',
  );
  if (settings.prePress.value >= LEAST_PRE_PRESS) {
    add('pre-press', 0, 'Pre-press', 'Empty, without the transfer: dries and flattens.', settings.prePress.value);
    add('lint-roll', 0, 'Lint-roll again while warm', 'The warm cloth lets go of what is left.');
  }
  for (let side = 0; side < sides; side++) {
    if (side > 0) {
      add(
        'turn',
        side,
        `${blank.jig && house.socks === 'flip' ? 'Flip it without opening' : 'Turn it over'}${named(side)}`,
        blank.jig
          ? house.socks === 'flip'
            ? 'The folded sheet stays closed round it, so that the gas stays in. Hot: gloves.'
            : 'Roll the printed edge a little round the jig, no more. Hot: gloves.'
          : 'Fresh paper under and over it. Hot: gloves.',
      );
    }
    add(
      'place',
      side,
      `Place the transfer${named(side)}`,
      `${hasInsert ? 'Insert inside, p' : 'P'}rint face down, ${HELD[house.hold]}, cover sheet on top.`,
    );
    for (let section = 0; section < sections; section++) {
      const part = sections > 1 ? `, section ${section + 1} of ${sections}` : '';
      if (section > 0)
        add(
          'move',
          side,
          `Move it on${named(side)}${part}`,
          'The transfer stays fixed to it. Hold up what hangs out; fresh paper under and over. Hot: gloves.',
        );
      add(
        'press',
        side,
        `Press${named(side)}${part}`,
        settings.pressure.value === 'medium'
          ? 'Medium pressure, plates level.'
          : `${settings.pressure.value === 'light' ? 'Light' : 'Firm'} pressure, plates level.`,
        settings.dwell.value,
      );
    }
    add(
      'peel',
      side,
      settings.peel.value === 'hot' ? 'Peel hot' : 'Let it cool, then peel',
      settings.peel.value === 'hot'
        ? 'At once, in one motion; a second touch ghosts.'
        : 'Leave the transfer on until it is hand-warm.',
    );
  }
  add('cool', sides - 1, 'Lay it flat to cool', 'Alone, not on another print: warm dye still gives off gas.');
  return steps;
}
