import { isHardGoods, type Blank } from '../blank/index.js';
import { sizeOf } from '../geometry/index.js';

/** A thing as it lies in a parcel: a block, mm, and what it weighs, g; null: nobody knows. */
export interface Parcelled {
  name: string;
  size: [number, number, number];
  weight: number | null;
}

/** Soft goods are folded until both sides are below these, mm. Common practice, no published source: about a sheet of A4 and a hand. */
const FOLDED = [320, 260] as const;
/** What folded cloth takes up beside its threads: air. Common practice, no published source. */
const AIR = 1.6;
/** What folded cloth weighs for its room, g/mm³: 200 kg/m³, jersey of 300 kg/m³ with a third of air. Common practice, no published source. */
const BULK = 200e-6;
/** Wrapping round one piece of hard goods, on each side, mm. Common practice, no published source. */
const WRAP = 5;
/** The roll that a mat is wound on has a hole of so much, mm. Common practice, no published source. */
const HOLE = 50;
/** The handle of a mug stands off by so much, mm. Common practice, no published source. */
const HANDLE = 35;

/** The diameter of a roll: cloth of this length and thickness wound round a hole; its end face is that of the cloth and the hole together, π/4 · (D² − d²) = length · thickness. */
export const rollDiameter = (length: number, thickness: number, hole: number): number =>
  Math.sqrt((4 * length * thickness) / Math.PI + hole * hole);

/**
 * How one piece of goods lies in a parcel: a mat rolled face out, a mug in its box, hard goods wrapped flat, all else folded. From its print area and layers; a shirt is more than its print area,
 * so that folded goods are never thinner than their weight makes them.
 */
export function parcelled(
  blank: Pick<Blank, 'name' | 'family' | 'sides' | 'layers' | 'construction' | 'weight'>,
): Parcelled {
  const { name, family, layers, construction, weight } = blank;
  const [side] = blank.sides;
  const { width, height } = side ? sizeOf(side.outline) : { width: 0, height: 0 };
  const thickness = layers.reduce((sum, layer) => sum + layer, 0) + construction.pileHeight;
  const as = (size: [number, number, number]): Parcelled => ({ name, size, weight });
  if (family === 'mat') {
    const [across, along] = [Math.min(width, height), Math.max(width, height)];
    const d = rollDiameter(along, thickness, HOLE);
    return as([across, d, d]);
  }
  if (family === 'mug' || family === 'tumbler') {
    // Its print goes round it.
    const d = Math.max(width, height) / Math.PI;
    const tall = Math.min(width, height) + 2 * WRAP;
    return as([d + 2 * WRAP + (family === 'mug' ? HANDLE : 0), d + 2 * WRAP, tall]);
  }
  if (isHardGoods(family)) return as([width + 2 * WRAP, height + 2 * WRAP, Math.max(thickness, 3) + 2 * WRAP]);
  let [a, b, tall] = [Math.max(width, height), Math.min(width, height), Math.max(thickness, 0.5) * AIR];
  while (a > FOLDED[0] || b > FOLDED[1]) {
    if (a > FOLDED[0]) a /= 2;
    else b /= 2;
    tall *= 2;
    if (b > a) [a, b] = [b, a];
  }
  return as([a, b, Math.max(tall, (weight ?? 0) / (BULK * a * b))]);
}
