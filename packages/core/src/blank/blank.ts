import { grownBox, grownPolygon, sizeOf, type Outline, type Polygon, type Rect } from '../geometry/index.js';

/** Kinds of goods that share settings and habits. */
export const FAMILIES = ['tee', 'sock', 'cushion', 'mask', 'bag', 'neoprene'] as const;
export type Family = (typeof FAMILIES)[number];

export const SURFACES = ['smooth', 'textured', 'long pile'] as const;
export type Surface = (typeof SURFACES)[number];

/** Shares of the cloth in per cent; together 100. */
export interface Fibre {
  polyester: number;
  cotton: number;
  elastane: number;
  other: number;
}

export const KEEP_OUT_KINDS = ['zip', 'seam', 'hem', 'collar', 'strap slot', 'drawcord', 'cuff'] as const;

/** A strip along one edge of the print area where nothing printed will show or survive. */
export interface KeepOut {
  kind: (typeof KEEP_OUT_KINDS)[number];
  edge: 'top' | 'right' | 'bottom' | 'left';
  /** How far outside the print area it begins, mm. */
  clearance: number;
}

/** The thing to be decorated. */
export interface Blank {
  id: string;
  name: string;
  family: Family;
  /** True when it came with Kanga, false when somebody measured it. */
  builtIn: boolean;
  fibre: Fibre;
  /** sRGB of the undecorated cloth, `#rrggbb`. */
  baseColour: string;
  surface: Surface;
  /** Layers of cloth under the plate: 2 wants an insert between them. */
  layers: 1 | 2;
  /** Thickness of one layer, mm. */
  thickness: number;
  /** The print area of every side. */
  outline: Outline;
  /** Names of the sides that are pressed one after the other, each with a transfer of its own. */
  sides: string[];
  /** `edge to edge` prints run off the blank and want bleed; `spot` prints sit inside it. */
  style: 'edge to edge' | 'spot';
  /** The form that holds it flat, if it needs one. */
  jig: string | null;
  keepOuts: KeepOut[];
}

/** Limits of a believable print area, mm. */
export const PRINT_AREA_LIMITS = { least: 5, most: 3000 };

/** The print area at true size: what is cut, what shows, and where words may stand. */
export interface Template {
  outline: Outline;
  bleed: number;
  safe: number;
  /** Outline grown by the bleed, in the outline's coordinates. */
  bleedPolygon: Polygon;
  bleedBox: Rect;
  /** Outline shrunk by the safe margin; empty when nothing is left. */
  safePolygon: Polygon;
  width: number;
  height: number;
}

/** Text and faces stay this far inside the edge, mm: 3 % of the shorter side, 4 to 12. Common practice, no published source. */
export const safeMarginOf = (outline: Outline): number => {
  const { width, height } = sizeOf(outline);
  return Math.round(Math.min(12, Math.max(4, Math.min(width, height) * 0.03)));
};

/** Makes the template of an outline with a bleed of `bleed` mm (0 or more). */
export function makeTemplate(outline: Outline, bleed: number): Template {
  if (!(bleed >= 0 && bleed <= 100)) throw new RangeError(`bleed must be from 0 to 100 mm, got ${bleed}`);
  const safe = safeMarginOf(outline);
  return {
    outline,
    bleed,
    safe,
    bleedPolygon: grownPolygon(outline, bleed),
    bleedBox: grownBox(outline, bleed),
    safePolygon: grownPolygon(outline, -safe),
    ...sizeOf(outline),
  };
}
