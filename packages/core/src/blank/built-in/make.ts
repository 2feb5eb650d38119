import { rectPolygon, type Outline } from '../../geometry/index.js';
import { MM_PER_INCH } from '../../units/index.js';
import { EMPTY_BLANK, type Blank, type Fibre, type KeepOut, type Side } from '../blank.js';
import { edgeKeepOut, type Edge } from '../template.js';

export const inches = (n: number): number => n * MM_PER_INCH;
export const PURE: Fibre = { polyester: 100, cotton: 0, elastane: 0, other: 0 };
export const rectangle = (width: number, height: number, radius = 0): Outline => ({
  kind: 'rectangle',
  width,
  height,
  radius,
});
export const circle = (diameter: number): Outline => ({ kind: 'ellipse', width: diameter, height: diameter });

/** A side whose keep-outs run along its edges. */
export const side = (
  name: string,
  outline: Outline,
  beside: readonly [KeepOut['kind'], Edge, number][] = [],
  inside: readonly KeepOut[] = [],
): Side => ({
  name,
  outline,
  keepOuts: [...beside.map(([kind, edge, clearance]) => edgeKeepOut(outline, kind, edge, clearance)), ...inside],
});

/** A keep-out with the shape of a box in the side's own coordinates. */
export const boxKeepOut = (
  kind: KeepOut['kind'],
  x: number,
  y: number,
  width: number,
  height: number,
  hangsOff = false,
): KeepOut => ({ kind, hangsOff, area: rectPolygon({ x, y, width, height }) });

type Given = Pick<Blank, 'name' | 'family' | 'sides' | 'layers'> & Partial<Omit<Blank, 'id' | 'builtIn' | 'version'>>;

/** A blank that comes with Kanga; what is not said is as on plain, white, smooth polyester. */
export const builtIn = (number: number, given: Given): Blank => ({
  ...EMPTY_BLANK,
  ...given,
  id: `5b1a0c1e-0001-4000-8000-${String(number).padStart(12, '0')}`,
  version: 1,
  builtIn: true,
});
