import { besideOf, isHardGoods, type Blank, type Template } from '../blank/index.js';
import type { HouseRules, Pad, Press } from '../shop/index.js';
import { lengthText } from '../units/index.js';

/** How far a pad stays inside the print area's seams, mm. */
export const PAD_INSET = 6;
/** A foam pad is squeezed to about this in a locked press, mm. Common practice, no published source: about 1/3 in. */
const FOAM_SQUEEZED = 8;
/** A seam, zip or hem nearer than this to the print is lifted over by a pad, mm. */
const SEAM_NEAR = 30;

/** What a blank lies on, and why; null: on the plate. */
export interface PadChoice {
  name: string;
  kind: Pad['kind'] | 'cloth' | 'pillow';
  width: number;
  height: number;
  /** As it lies, before it is squeezed, mm. */
  thickness: number;
  why: string;
  detail: string;
  /** Whether the press has it, or it wants cutting. */
  atHand: boolean;
}

/** Cloth that seams and zips can mark; goods of rubber, leather and anything hard lie flat by themselves. */
const CLOTHS: ReadonlySet<Blank['family']> = new Set(['tee', 'performance', 'mask', 'cushion', 'bag', 'neoprene']);

function wanted(blank: Blank, house: HouseRules): { kind: PadChoice['kind']; why: string } | null {
  if (blank.family === 'tile')
    return { kind: 'silicone', why: 'It gives under the tile, so that no corner carries all the pressure.' };
  if (blank.family === 'mouse pad') return { kind: 'cloth', why: 'Cloth under the transfer evens out the pressure.' };
  if (blank.family === 'sequin')
    return { kind: 'pillow', why: 'The pillow gives way under the sequins, so that each is pressed flat.' };
  if (blank.family === 'performance')
    return { kind: 'foam', why: 'Thin shirts show every seam and edge: foam floats the print above them.' };
  if (blank.jig !== null || isHardGoods(blank.family) || !CLOTHS.has(blank.family)) return null;
  if (blank.surface === 'long pile')
    return { kind: 'foam', why: 'Foam lets the pile down evenly, so that no gap is left between its tufts.' };
  const near = blank.sides.some((side) =>
    side.keepOuts.some((keepOut) => besideOf(keepOut, side.outline).clearance < SEAM_NEAR),
  );
  if (blank.surface === 'smooth' && !near) return null;
  return {
    kind: house.pad,
    why: 'Lifts the print area, so that seams and zips take no pressure and leave no line.',
  };
}

const NAMES: Record<PadChoice['kind'], string> = {
  foam: 'Foam pad',
  rubber: 'Rubber pad',
  silicone: 'Silicone pad',
  cloth: 'Cloth',
  pillow: 'Pressing pillow',
};
/** Thickness where no pad at hand serves, mm. From memory, no published source. */
export const USUAL_THICKNESS: Record<PadChoice['kind'], number> = {
  foam: 10,
  rubber: 8,
  silicone: 6,
  cloth: 2,
  pillow: 25,
};

/** The largest pad at hand of a kind that stays within a size, either way round. */
function atHand(pads: readonly Pad[], kinds: readonly Pad['kind'][], width: number, height: number): PadChoice | null {
  let best: PadChoice | null = null;
  for (const { kind, width: w, depth: d, thickness } of pads) {
    if (!kinds.includes(kind)) continue;
    for (const [across, along] of [
      [w, d],
      [d, w],
    ] as const) {
      if (across > width + 1e-6 || along > height + 1e-6) continue;
      if (best && across * along <= best.width * best.height) continue;
      best = {
        name: NAMES[kind],
        kind,
        width: across,
        height: along,
        thickness,
        why: '',
        detail: `at hand, ${lengthText(thickness)} thick`,
        atHand: true,
      };
    }
  }
  return best;
}

/** A pad at hand that is less than this share of what it could be is not worth taking: too much of the print would lie beside it. */
const LEAST_SHARE = 0.8;

/** A length as it is cut: up to the next whole step of `cutTo`, mm. */
export const cutUp = (length: number, cutTo: number): number => Math.ceil(length / cutTo - 1e-6) * cutTo;

/**
 * The pad under a side of a blank: inside its seams and smaller than the transfer's paper on every side. One at hand is taken where it is nearly as large as it
 * may be; else its size is what to cut, in whole steps of `cutTo` mm. A cloth lies under all of the transfer.
 */
export function padOf(blank: Blank, template: Template, house: HouseRules, press: Press, cutTo = 1): PadChoice | null {
  const want = wanted(blank, house);
  if (!want) return null;
  const { kind, why } = want;
  if (kind === 'cloth') {
    const { width, height } = template.bleedBox;
    const size = { width: cutUp(width, cutTo), height: cutUp(height, cutTo) };
    return {
      name: NAMES.cloth,
      kind,
      ...size,
      thickness: USUAL_THICKNESS.cloth,
      why,
      detail: 'under the transfer',
      atHand: true,
    };
  }
  const down = (length: number) => Math.floor((length - 2 * PAD_INSET) / cutTo + 1e-6) * cutTo;
  const [width, height] = [down(template.width), down(template.height)];
  const kinds: Pad['kind'][] =
    kind === 'rubber' || kind === 'silicone' ? ['rubber', 'silicone'] : kind === 'foam' ? ['foam'] : [];
  const found = atHand(press.pads, kinds, width, height);
  if (found && found.width * found.height >= LEAST_SHARE * width * height) return { ...found, why };
  return {
    name: NAMES[kind],
    kind,
    width,
    height,
    thickness: USUAL_THICKNESS[kind],
    why,
    detail: `cut to lie inside the seams, ${lengthText(USUAL_THICKNESS[kind])} thick`,
    atHand: false,
  };
}

/** A pad this much thinner or thicker than usual, as a share, works otherwise. The figure is ours. */
const NOTABLE = 0.3;
/** Whether a pad at hand is notably thinner or thicker than what usually lies under such goods. */
export const isOtherwise = ({ kind, thickness, atHand }: PadChoice): boolean =>
  atHand && Math.abs(thickness - USUAL_THICKNESS[kind]) > NOTABLE * USUAL_THICKNESS[kind];

/** As thick as a pad is in a locked press, mm. */
export const squeezed = ({ kind, thickness }: PadChoice): number =>
  kind === 'foam' || kind === 'pillow' ? Math.min(thickness, FOAM_SQUEEZED) : thickness;
