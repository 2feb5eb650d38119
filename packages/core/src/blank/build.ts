import { baseKindOf } from './base.js';
import type { Blank } from './blank.js';

/** Layers that differ by less than this press alike, mm. */
const LAYER = 0.5;
/** Shares of a fibre that differ by less than this take dye alike, per cent. */
const SHARE = 5;

const near = (value: number, step: number): number => Math.round(value / step) * step;

/**
 * What goods have to share for settings that were proven on one to be worth trying on the other: cloth, colour of the cloth, layers, and what has to hang off the
 * plate. Size and outline are left out, and so is the name: goods of one build give the same text.
 */
export function buildOf(blank: Blank): string {
  const { family, surface, fibre, baseColour, construction, layers, sides, jig } = blank;
  const hanging = new Set(sides.flatMap(({ keepOuts }) => keepOuts.flatMap((one) => (one.hangsOff ? one.kind : []))));
  return [
    family,
    surface,
    construction.make,
    construction.coated ? 'coated' : `${near(fibre.polyester, SHARE)} % polyester`,
    baseKindOf(baseColour),
    construction.foamCore ? 'foam core' : '',
    `pile ${near(construction.pileHeight, 1)}`,
    layers.map((mm) => near(mm, LAYER)).join('+'),
    jig ? 'on a jig' : '',
    [...hanging].sort().join(','),
  ].join('; ');
}
