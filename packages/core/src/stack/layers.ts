import { schoolOf, USUAL_HOUSE, type HouseRules } from '../shop/index.js';
import { besideOf, isHardGoods, type Blank, type Template } from '../blank/index.js';

export type LayerRole =
  | 'upper plate'
  | 'non-stick sheet'
  | 'cover sheet'
  | 'transfer'
  | 'blank'
  | 'jig'
  | 'insert'
  | 'blank, far layer'
  | 'pad'
  | 'base sheet'
  | 'lower plate';

/** One layer of the stack in the press, named from the side. */
export interface Layer {
  role: LayerRole;
  name: string;
  detail: string;
  why: string;
  /** Across and along, mm; absent for the plates. */
  size?: { width: number; height: number };
  /** True thickness, mm; drawings may exaggerate it. */
  thickness: number;
  /** Which way the print faces. */
  faces?: 'down' | 'up';
}

/** How far protective paper reaches beyond the print on every side, mm: stray dye lands on paper, not on the press. */
export const PAPER_OVERHANG = 25;
/** How far an insert reaches beyond the print, mm: enough for gas that creeps sideways, small enough to slide inside the blank. */
const INSERT_OVERHANG = 10;
/** How far a pad stays inside the print area's seams, mm. */
const PAD_INSET = 6;

/** Seams, zips and thick weaves lie on a pad, so that they take no pressure. */
const wantsPad = (blank: Blank): boolean =>
  blank.jig === null &&
  !isHardGoods(blank.family) &&
  (blank.surface !== 'smooth' ||
    blank.sides.some((side) => side.keepOuts.some((keepOut) => besideOf(keepOut, side.outline).clearance < 30)));

/** Which paper is taken, by the house's school. */
const paper = ({ reuse }: HouseRules): string => (reuse === 'never' ? 'fresh paper' : 'fresh for each design');
const nonStick = (house: HouseRules): Layer => {
  const { why, drawback } = schoolOf(house, 'nonStick');
  return {
    role: 'non-stick sheet',
    name: 'Non-stick sheet',
    detail: 'wiped clean',
    why: `${why} ${drawback}`,
    thickness: 0.1,
  };
};

const spaced = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** The layers of one pressing from the upper plate to the lower, by the schools of the house: transfer on top, print down. */
export function layersOf(blank: Blank, template: Template, house: HouseRules = USUAL_HOUSE): Layer[] {
  const { width, height } = template.bleedBox;
  const sized = (by: number) => ({ width: Math.ceil(width + 2 * by), height: Math.ceil(height + 2 * by) });
  const plain = { thickness: 0.1 };
  const layers: Layer[] = [
    { role: 'upper plate', name: 'Upper plate', detail: 'the hot one', why: 'Heat comes from above.', thickness: 20 },
    ...(house.nonStick === 'cover' ? [nonStick(house)] : []),
    {
      role: 'cover sheet',
      name: 'Cover sheet',
      detail: paper(house),
      why: 'Gas that passes the transfer stays off the plate, and off the next piece.',
      size: sized(PAPER_OVERHANG),
      ...plain,
    },
    {
      role: 'transfer',
      name: 'Transfer',
      detail: 'print faces down',
      why: 'The dye goes where the print faces: down, into the cloth.',
      size: sized(0),
      faces: 'down',
      ...plain,
    },
    {
      role: 'blank',
      name: spaced(blank.name.split(',')[0] ?? blank.name),
      detail: `${blank.surface} side up`,
      why: 'The side to be printed faces the transfer.',
      size: { width: template.width, height: template.height },
      thickness: blank.layers[0] ?? 1,
    },
  ];
  if (blank.jig) {
    layers.push({
      role: 'jig',
      name: 'Jig',
      detail: blank.jig,
      why: 'Holds the blank flat and taut, and keeps gas from the far side.',
      size: { width: template.width, height: template.height },
      thickness: 3,
    });
  } else if (blank.layers.length > 1) {
    layers.push({
      role: 'insert',
      name: 'Insert',
      detail: 'between the layers',
      why: 'Without it gas blows through and marks the far side.',
      size: sized(INSERT_OVERHANG),
      ...plain,
    });
  }
  if (blank.layers.length > 1) {
    layers.push({
      role: 'blank, far layer',
      name: 'Far layer',
      detail: 'takes no print now',
      why: 'It lies in the press with the rest.',
      size: { width: template.width, height: template.height },
      thickness: blank.layers[1] ?? 1,
    });
  }
  if (wantsPad(blank)) {
    layers.push({
      role: 'pad',
      name: house.pad === 'foam' ? 'Foam pad' : 'Rubber pad',
      detail: 'inside the seams',
      thickness: 10,
      why: 'Lifts the print area, so that seams and zips take no pressure and leave no line.',
      size: { width: Math.floor(template.width - 2 * PAD_INSET), height: Math.floor(template.height - 2 * PAD_INSET) },
    });
  }
  layers.push(
    {
      role: 'base sheet',
      name: 'Base sheet',
      detail: paper(house),
      why: 'Keeps stray dye off the lower plate.',
      size: sized(PAPER_OVERHANG),
      ...plain,
    },
    ...(house.nonStick === 'lower wrap' ? [nonStick(house)] : []),
    { role: 'lower plate', name: 'Lower plate', detail: 'level, clean', why: 'Carries the stack.', thickness: 15 },
  );
  return layers;
}
