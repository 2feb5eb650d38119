import { isHardGoods, type Blank, type Template } from '../blank/index.js';
import { TORN_GAP } from '../sheet/index.js';
import { schoolOf, type HouseRules, type Press } from '../shop/index.js';
import { capitalised } from '../units/index.js';
import { HELD_IN_SHORT, holdOf } from './hold.js';
import { cutUp, isOtherwise, padOf, squeezed, USUAL_THICKNESS, type PadChoice } from './pads.js';
import { wayUpOf } from './way-up.js';

export const LAYER_ROLES = [
  'upper plate',
  'non-stick sheet',
  'cover sheet',
  'transfer',
  'blank',
  'jig',
  'insert',
  'blank, far layer',
  'pad',
  'base sheet',
  'lower plate',
] as const;
export type LayerRole = (typeof LAYER_ROLES)[number];

/** One layer of the stack in the press, named from the side. */
export interface Layer {
  role: LayerRole;
  name: string;
  detail: string;
  why: string;
  /** Across and along, mm; absent for the plates. */
  size?: { width: number; height: number };
  /** True thickness in the locked press, mm; drawings may exaggerate it. */
  thickness: number;
  /** Which way the print faces. */
  faces?: 'down' | 'up';
  /** Of a pad: the press has none that serves. */
  missing?: boolean;
  /** Of a pad at hand: how thick it is, and how thick one usually is under these goods, mm; left out: it is that thick. */
  otherwise?: { thick: number; usual: number };
}

/** How far protective paper reaches beyond the print on every side, mm: stray dye lands on paper, not on the press. */
export const PAPER_OVERHANG = 25;
/** How far an insert reaches beyond the print, mm: enough for gas that creeps sideways, small enough to slide inside the blank. */
export const INSERT_OVERHANG = 10;

/** Goods whose row of the chart wants a non-stick sheet whatever the house does. */
const WANTS_NON_STICK: ReadonlySet<Blank['family']> = new Set(['sequin', 'metal']);

/** What the hot plate is called where it is not simply the upper one. */
const HOT_PLATES: Partial<Record<Press['kind'], [string, string]>> = {
  'mug press': ['Element', 'bent round the goods'],
  'cap press': ['Bent plate', 'the hot one'],
  'hand iron': ['Iron', 'without steam'],
};

const PLAIN = { thickness: 0.1 };

/** The parts that stacks are made of, each with its size and its reason. */
function partsOf(blank: Blank, template: Template, house: HouseRules, press: Press, cutTo: number) {
  const { width, height } = template.bleedBox;
  const sized = (by: number) => ({ width: cutUp(width + 2 * by, cutTo), height: cutUp(height + 2 * by, cutTo) });
  const fresh = house.reuse === 'never' ? `fresh ${house.paper}` : `${house.paper}, fresh for each design`;
  const held = HELD_IN_SHORT[holdOf(blank, house)];
  const torn = house.lines === 'torn edge' && !isHardGoods(blank.family);
  // It is cut along its own line; a torn rim is paper, too.
  const rim = torn ? TORN_GAP : 0;
  const own = { width: template.width, height: template.height };
  const [plate, plateDetail] = HOT_PLATES[press.kind] ?? ['Upper plate', 'the hot one'];
  const round = press.kind === 'mug press';
  const ironed = press.kind === 'hand iron';
  const { why, drawback } = schoolOf(house, 'nonStick');
  return {
    upper: {
      role: 'upper plate',
      name: plate,
      detail: plateDetail,
      why: round ? 'Heat comes from all round.' : 'Heat comes from above.',
      thickness: 20,
    },
    nonStick: {
      role: 'non-stick sheet',
      name: 'Non-stick sheet',
      detail: 'wiped clean',
      why:
        house.nonStick === 'none'
          ? 'Usual with these goods; paper stays between it and the print.'
          : `${why} ${drawback}`,
      thickness: 0.1,
    },
    cover: {
      role: 'cover sheet',
      name: 'Cover sheet',
      detail: fresh,
      why: 'Gas that passes the transfer stays off the plate, and off the next piece.',
      size: sized(PAPER_OVERHANG),
      ...PLAIN,
    },
    transfer: (faces: 'down' | 'up'): Layer => ({
      role: 'transfer',
      name: 'Transfer',
      detail: `print faces ${round ? 'in' : faces}, ${held}${torn ? ', edges torn' : ''}`,
      why: round
        ? 'The dye goes where the print faces: in, to the goods.'
        : faces === 'down'
          ? 'The dye goes where the print faces: down, into the blank.'
          : 'The dye goes where the print faces: up, into the blank that lies on it.',
      size: { width: width + rim, height: height + rim },
      faces,
      ...PLAIN,
    }),
    blank: (up: boolean): Layer => ({
      role: 'blank',
      name: capitalised(blank.name.split(',')[0] ?? blank.name),
      detail: round
        ? 'coating to the transfer'
        : up
          ? `${blank.construction.coated ? 'coated' : blank.surface} side up`
          : 'face down',
      why: 'The side to be printed faces the transfer.',
      size: own,
      thickness: blank.layers[0] ?? 1,
    }),
    between: (blank.jig
      ? {
          role: 'jig',
          name: 'Jig',
          detail: blank.jig,
          why: 'Holds the blank flat and taut, and keeps gas from the far side.',
          size: own,
          thickness: 3,
        }
      : {
          role: 'insert',
          name: 'Insert',
          detail: 'between the layers',
          why: 'Without it gas blows through and marks the far side.',
          size: sized(INSERT_OVERHANG),
          ...PLAIN,
        }) as Layer,
    far: {
      role: 'blank, far layer',
      name: 'Far layer',
      detail: 'takes no print now',
      why: 'It lies in the press with the rest.',
      size: own,
      thickness: blank.layers[1] ?? 1,
    },
    base: {
      role: 'base sheet',
      name: 'Base sheet',
      detail: fresh,
      why: 'Keeps stray dye off the lower plate.',
      size: sized(PAPER_OVERHANG),
      ...PLAIN,
    },
    lower: {
      role: 'lower plate',
      name: ironed ? 'Board' : 'Lower plate',
      detail: ironed ? 'hard and level' : 'level, clean',
      why: 'Carries the stack.',
      thickness: 15,
    },
  } as const;
}

const padLayer = (pad: PadChoice): Layer => ({
  role: 'pad',
  name: pad.name,
  detail: pad.detail,
  why: pad.why,
  size: { width: pad.width, height: pad.height },
  thickness: squeezed(pad),
  ...(pad.atHand ? {} : { missing: true }),
  ...(isOtherwise(pad) ? { otherwise: { thick: pad.thickness, usual: USUAL_THICKNESS[pad.kind] } } : {}),
});

/** Whether a sock is printed by one folded sheet that stays round it. */
export const isFolded = (blank: Blank, house: HouseRules): boolean =>
  blank.jig !== null && blank.sides.length > 1 && house.socks === 'flip';

/**
 * The layers of one pressing from the upper plate to the lower, for one side of a blank, by the goods and the schools of the house: which way
 * up, what it lies on, which papers of which size. `cutTo`: protective paper is cut to whole steps of this, mm.
 */
export function layersOf(blank: Blank, template: Template, house: HouseRules, press: Press, cutTo = 1): Layer[] {
  const part = partsOf(blank, template, house, press, cutTo);
  const round = press.kind === 'mug press';
  const pad = round ? null : padOf(blank, template, house, press, cutTo);
  const covers: Layer[] =
    house.nonStick === 'on the print'
      ? [part.nonStick]
      : [...(house.nonStick === 'cover' || WANTS_NON_STICK.has(blank.family) ? [part.nonStick] : []), part.cover];
  const down = wayUpOf(blank, house).value === 'face down';
  const doubled = blank.layers.length > 1;
  const through = [...(doubled || blank.jig ? [part.between] : []), ...(doubled ? [part.far] : [])];
  const goods: Layer[] = down
    ? [...through.reverse(), part.blank(false), part.transfer('up')]
    : [part.transfer('down'), part.blank(true), ...through];
  if (isFolded(blank, house))
    goods.push({ ...part.transfer('up'), name: 'Transfer, its other half', detail: 'folded round, print faces up' });
  if (round) return [part.upper, ...covers, ...goods];
  return [
    part.upper,
    ...covers,
    ...goods,
    ...(pad ? [padLayer(pad)] : []),
    part.base,
    ...(house.nonStick === 'lower wrap' ? [part.nonStick] : []),
    part.lower,
  ];
}

/** As thick as a stack is between the plates, pads squeezed, mm. */
export const stackThickness = (layers: readonly Layer[]): number =>
  layers.reduce((sum, { role, thickness }) => (role.endsWith('plate') ? sum : sum + thickness), 0);
