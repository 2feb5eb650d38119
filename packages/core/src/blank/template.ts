import {
  boundsOf,
  grownBox,
  grownPolygon,
  rectPolygon,
  sizeOf,
  type Outline,
  type Polygon,
  type Rect,
} from '../geometry/index.js';
import { memoised } from '../memo/index.js';
import { MM_PER_INCH } from '../units/index.js';
import type { Blank, KeepOut, KeepOutKind } from './blank.js';

/** The print area at true size: what is cut, what shows, and where words may stand. */
export interface Template {
  outline: Outline;
  bleed: number;
  /** The print covers all of it, to its edge; else it lies inside. */
  covers: boolean;
  safe: number;
  /** Outline grown by the bleed, in the outline's coordinates. */
  bleedPolygon: Polygon;
  bleedBox: Rect;
  /** Outline shrunk by the safe margin; empty when nothing is left. */
  safePolygon: Polygon;
  width: number;
  height: number;
  /** Where art goes on a garment with a collar; left out: it has none. */
  chest?: Chest;
}

/** How wide chest art is at most, and how far below the upper edge of the print area it begins, mm. */
interface Chest {
  width: number;
  top: number;
}

/** Text and faces stay this far inside the edge, mm: 3 % of the shorter side, 4 to 12. Common practice, no published source. */
const safeMarginOf = (outline: Outline): number => {
  const { width, height } = sizeOf(outline);
  return Math.round(Math.min(12, Math.max(4, Math.min(width, height) * 0.03)));
};

/** Makes the template of an outline with a bleed of `bleed` mm (0 or more); `safe` overrules the proposed margin. */
export function makeTemplate(
  outline: Outline,
  bleed: number,
  safe: number | null = null,
  covers: boolean = bleed > 0,
): Template {
  if (!(bleed >= 0 && bleed <= 100)) throw new RangeError(`bleed must be from 0 to 100 mm, got ${bleed}`);
  const margin = safe ?? safeMarginOf(outline);
  return {
    outline,
    bleed,
    covers,
    safe: margin,
    bleedPolygon: grownPolygon(outline, bleed),
    bleedBox: grownBox(outline, bleed),
    safePolygon: grownPolygon(outline, -margin),
    ...sizeOf(outline),
  };
}

/** Width of chest art on adult sizes, inches. Common practice, no published source: 10 to 11 in, 10.5 on L. */
const CHEST_WIDTHS: Record<string, number> = { XS: 9, S: 9.5, M: 10, L: 10.5, XL: 11, XXL: 11, '2XL': 11, '3XL': 11 };
const USUAL_CHEST = 10.5;
/** How far below a collar art begins, inches: three to four fingers. Common practice, no published source. */
const CHEST_DROP = 3.5;

function chestOf(
  { size, style }: Pick<Blank, 'size' | 'style'>,
  { outline, keepOuts }: Blank['sides'][number],
): Chest | null {
  const collar = style === 'spot' ? keepOuts.find(({ kind }) => kind === 'collar') : undefined;
  if (!collar) return null;
  const { y, height } = boundsOf(collar.area);
  const width = Math.min(sizeOf(outline).width, (CHEST_WIDTHS[size ?? ''] ?? USUAL_CHEST) * MM_PER_INCH);
  return { width, top: Math.max(0, y + height + CHEST_DROP * MM_PER_INCH) };
}

type Sided = Pick<Blank, 'sides' | 'safe' | 'style' | 'size'>;

const templates = memoised('blank', ({ blank, bleed }: { blank: Sided; bleed: number }): Template[] =>
  blank.sides.map((side) => {
    const template = makeTemplate(side.outline, bleed, blank.safe, blank.style === 'edge to edge');
    const chest = chestOf(blank, side);
    return chest ? { ...template, chest } : template;
  }),
);

/** The template of every side of a blank; the same ones again for the same blank. */
export const templatesOf = (blank: Sided, bleed: number): Template[] => templates({ blank, bleed });

export type Edge = 'top' | 'right' | 'bottom' | 'left';

/** What heat or pressure spoils, or what would be pressed into the print: it hangs off the plate, or lies beside the pad. Common practice, no published source. */
const HANGS_OFF: ReadonlySet<KeepOutKind> = new Set(['zip', 'elastic', 'buckle', 'drawcord', 'collar']);

/** Thickness of a strip drawn for something that runs along an edge, mm: 3 % of the longer side, at least 3. */
const stripDepth = ({ width, height }: { width: number; height: number }): number =>
  Math.max(3, Math.max(width, height) * 0.03);

/** A keep-out that runs along one edge of the print area, beginning `clearance` mm outside it. */
export function edgeKeepOut(
  outline: Outline,
  kind: KeepOutKind,
  edge: Edge,
  clearance: number,
  hangsOff = HANGS_OFF.has(kind),
): KeepOut {
  const { width: w, height: h } = sizeOf(outline);
  const depth = stripDepth({ width: w, height: h });
  const [near, far] = [clearance, clearance + depth];
  const box = {
    top: { x: 0, y: -far, width: w, height: depth },
    bottom: { x: 0, y: h + near, width: w, height: depth },
    left: { x: -far, y: 0, width: depth, height: h },
    right: { x: w + near, y: 0, width: depth, height: h },
  }[edge];
  return { kind, hangsOff, area: rectPolygon(box) };
}

/** Where a keep-out lies as seen from the print area: the edge it is nearest to, and how far outside it, mm (0: inside). */
export function besideOf(keepOut: KeepOut, outline: Outline): { edge: Edge; clearance: number } {
  const box = boundsOf(keepOut.area);
  const { width, height } = sizeOf(outline);
  const outside: [Edge, number][] = [
    ['top', -(box.y + box.height)],
    ['right', box.x - width],
    ['bottom', box.y - height],
    ['left', -(box.x + box.width)],
  ];
  const [edge, clearance] = outside.reduce((far, one) => (one[1] > far[1] ? one : far));
  return { edge, clearance: Math.max(0, clearance) };
}
