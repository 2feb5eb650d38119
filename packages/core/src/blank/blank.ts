import type { Outline, Polygon } from '../geometry/index.js';

/** Kinds of goods that share settings and habits: the rows of the reference chart, and bags. */
export const FAMILIES = [
  'tee',
  'performance',
  'mask',
  'sock',
  'cushion',
  'sequin',
  'bag',
  'neoprene',
  'mat',
  'mouse pad',
  'faux leather',
  'burlap',
  'ceramic coaster',
  'mug',
  'tumbler',
  'metal',
  'tile',
] as const;
export type Family = (typeof FAMILIES)[number];

/** Families whose surface is a polymer coating, whatever lies beneath it. */
const COATED: ReadonlySet<Family> = new Set(['ceramic coaster', 'mug', 'tumbler', 'metal', 'tile']);
export const isHardGoods = (family: Family): boolean => COATED.has(family);

export const SURFACES = ['smooth', 'textured', 'long pile'] as const;
export type Surface = (typeof SURFACES)[number];

/** Shares of the cloth, or of the coating that takes the dye, in per cent; together 100. */
export interface Fibre {
  polyester: number;
  cotton: number;
  elastane: number;
  other: number;
}

export const MAKES = ['knit', 'weave', 'pile', 'film', 'hard'] as const;

/** How the goods are made, where it matters for a print. */
export interface Construction {
  make: (typeof MAKES)[number];
  /** Height of the pile, mm; 0 where there is none. */
  pileHeight: number;
  foamCore: boolean;
  /** A polymer coating takes the dye instead of fibre. */
  coated: boolean;
}

export const KEEP_OUT_KINDS = [
  'zip',
  'seam',
  'hem',
  'collar',
  'strap slot',
  'drawcord',
  'elastic',
  'cuff',
  'rubber border',
  'buckle',
  'not printed',
] as const;
export type KeepOutKind = (typeof KEEP_OUT_KINDS)[number];

/** A part of a side where nothing printed will show or survive. */
export interface KeepOut {
  kind: KeepOutKind;
  /** Its shape in the coordinates of the side; inside the print area, or beside it. */
  area: Polygon;
  /** It has to hang off the hot plate, or lie beside the pad. */
  hangsOff: boolean;
}

/** One side of the goods, printed by a transfer of its own. */
export interface Side {
  name: string;
  /** The print area about its own top-left corner, mm. */
  outline: Outline;
  keepOuts: KeepOut[];
}

export const PRESSURES = ['light', 'medium', 'firm'] as const;
export type PressureLevel = (typeof PRESSURES)[number];
/** Whether a pressure is more than a limit. */
export const isFirmer = (level: PressureLevel, limit: PressureLevel): boolean =>
  PRESSURES.indexOf(level) > PRESSURES.indexOf(limit);

/** What the maker says must never be passed; null where nothing is said. °C, s. */
export interface StopLimits {
  temperature: number | null;
  dwell: number | null;
  pressure: PressureLevel | null;
}
export const NO_LIMITS: StopLimits = { temperature: null, dwell: null, pressure: null };

/** Settings as the maker of the blank states them; null where the sheet is silent. °C, s. */
export interface MakersSheet {
  temperature: number | null;
  dwell: number | null;
  prePress: number | null;
  pressure: PressureLevel | null;
  peel: 'hot' | 'cold' | null;
  limits: StopLimits;
  remark: string;
}

/** The thing to be decorated. */
export interface Blank {
  id: string;
  /** Counts saves; a save names the version it changes. */
  version: number;
  name: string;
  family: Family;
  /** True when it came with Kanga, false when somebody measured it. */
  builtIn: boolean;
  /** Off the shelf, but kept for the jobs that name it. */
  archived: boolean;
  /** Goods that differ by size alone share a range. */
  range: string | null;
  size: string | null;
  fibre: Fibre;
  /** sRGB of the undecorated cloth, `#rrggbb`. */
  baseColour: string;
  surface: Surface;
  construction: Construction;
  /** Thickness of each separate layer, mm, from the printed one down: more than one wants an insert between them. */
  layers: number[];
  sides: Side[];
  /** `edge to edge` prints run off the blank and want bleed; `spot` prints sit inside it. */
  style: 'edge to edge' | 'spot';
  /** Where a print runs on: round to its own other edge, or from each side to the next; null: nowhere. */
  wrap: 'round' | 'sides' | null;
  /** How far words and faces stay inside the edge, mm; null: as Kanga proposes. */
  safe: number | null;
  /** The form that holds it flat, if it needs one. */
  jig: string | null;
  /** How many of that jig the shop has; null: nobody counted. */
  jigs: number | null;
  makersSheet: MakersSheet | null;
  /** Grams a piece. */
  weight: number | null;
  /** What a piece costs, in the shop's own money. */
  cost: number | null;
  /** Pieces in stock. */
  stock: number | null;
}

/** All that is said of a blank; what the shelf itself keeps (its id, its saves, where it came from) is left out. */
export type BlankDescription = Omit<Blank, 'id' | 'version' | 'builtIn'>;

/** What is said of a blank that is on the shelf, for another one or for sending. */
export function descriptionOf(blank: Blank): BlankDescription {
  const { id, version, builtIn, ...description } = blank;
  void [id, version, builtIn];
  return description;
}

/** What a sheet says before anybody has copied anything from it. */
export const EMPTY_SHEET: MakersSheet = {
  temperature: null,
  dwell: null,
  prePress: null,
  pressure: null,
  peel: null,
  limits: NO_LIMITS,
  remark: '',
};

/** Limits of a believable print area, mm. */
export const PRINT_AREA_LIMITS = { least: 5, most: 3000 };

/** A blank nobody has said anything of yet: plain, white, smooth polyester with one layer. */
export const EMPTY_BLANK: BlankDescription = {
  name: '',
  family: 'cushion',
  archived: false,
  range: null,
  size: null,
  fibre: { polyester: 100, cotton: 0, elastane: 0, other: 0 },
  baseColour: '#ffffff',
  surface: 'smooth',
  construction: { make: 'knit', pileHeight: 0, foamCore: false, coated: false },
  layers: [0.6],
  sides: [{ name: 'front', outline: { kind: 'rectangle', width: 190, height: 190, radius: 0 }, keepOuts: [] }],
  style: 'edge to edge',
  wrap: null,
  safe: null,
  jig: null,
  jigs: null,
  makersSheet: null,
  weight: null,
  cost: null,
  stock: null,
};
