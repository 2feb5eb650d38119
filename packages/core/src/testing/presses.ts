import {
  BUILT_IN_BLANKS,
  EMPTY_BLANK,
  proposeBleed,
  templatesOf,
  type Blank,
  type Family,
  type KeepOutKind,
} from '../blank/index.js';
import { rectPolygon } from '../geometry/index.js';
import { readingGrid, USUAL_PLACES, type PressCheck } from '../heat/index.js';
import { openEdges, USUAL_PRESS, type Press } from '../shop/index.js';
import { planStack, type Planned, type StackPlan } from '../stack/index.js';

/** The first built-in blank of a kind. */
export function blankOf(family: Family): Blank {
  const found = BUILT_IN_BLANKS.find((blank) => blank.family === family);
  if (!found) throw new RangeError(`no built-in blank is a ${family}`);
  return found;
}

/** A blank by its name on the built-in shelf. */
export function blankNamed(name: string): Blank {
  const found = BUILT_IN_BLANKS.find((blank) => blank.name === name);
  if (!found) throw new RangeError(`no built-in blank is called ${name}`);
  return found;
}

export const samplePress: Press = {
  ...USUAL_PRESS,
  id: 'p',
  name: 'Back press',
  kind: 'swing-away',
  platen: { width: 406.4, depth: 508 },
  heatLimit: 225,
  remark: '',
  open: openEdges('swing-away'),
  check: null,
};
export const mugPress: Press = {
  ...samplePress,
  id: 'm',
  name: 'Mug press',
  kind: 'mug press',
  platen: { width: 250, depth: 120 },
  open: openEdges('mug press'),
};
/** The press that a blank goes into. */
export const pressFor = ({ family }: Blank): Press =>
  family === 'mug' || family === 'tumbler' ? mugPress : samplePress;

const HELD = { front: 'held', back: 'held', left: 'held', right: 'held' } as const;

/** A check at a dial of 200 °C of a plate that shows what `f` says, mm from its back left corner. */
export const checkedAs = (platen: Press['platen'], f: (x: number, y: number) => number): PressCheck => ({
  at: '2026-11-20T08:00:00.000Z',
  by: 'Wren',
  dial: 200,
  readings: readingGrid(platen, USUAL_PLACES, USUAL_PLACES).map(({ x, y }) => ({ x, y, celsius: f(x, y) })),
  strips: HELD,
  curved: false,
});

/** The plan of a blank, on the press it goes into unless another is given. */
export const samplePlan = (blank: Blank, more: Partial<Omit<Planned, 'blank' | 'templates'>> = {}): StackPlan =>
  planStack({
    blank,
    templates: templatesOf(blank, proposeBleed(blank).value),
    press: pressFor(blank),
    overrides: {},
    ...more,
  });

/** A blank of one rectangular side; what hangs off lies beside it. */
export const madeBlank = (
  width: number,
  height: number,
  beside: [KeepOutKind, number][] = [],
  more: Partial<Blank> = {},
): Blank => ({
  ...EMPTY_BLANK,
  id: 'made',
  version: 1,
  builtIn: false,
  name: 'Made',
  sides: [
    {
      name: 'front',
      outline: { kind: 'rectangle', width, height, radius: 0 },
      keepOuts: beside.map(([kind, clearance]) => ({
        kind,
        hangsOff: true,
        area: rectPolygon({ x: 0, y: height + clearance, width, height: 12 }),
      })),
    },
  ],
  ...more,
});
/** A press with a plate of so much, mm. */
export const plateOf = (width: number, depth: number): Press => ({ ...samplePress, platen: { width, depth } });
