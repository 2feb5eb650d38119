import { boundsOf, chain, rotation, scaling, translation, type Transform } from '../geometry/index.js';
import { clamped, MM_PER_INCH } from '../units/index.js';
import type { Template } from '../blank/index.js';
import type { ArtFacts, Placement } from './art.js';

type PixelSize = Pick<ArtFacts, 'width' | 'height'>;
type Sized = Pick<ArtFacts, 'width' | 'height' | 'ppi'> & Partial<Pick<ArtFacts, 'rim' | 'hasAlpha'>>;

/** Printed height of the picture before turning, mm. */
export const printedHeight = (placement: Placement, size: PixelSize): number =>
  (placement.width * size.height) / size.width;

/** From pixels of the picture (top-left corner 0, 0) to millimetres of the template. */
export function pixelToTemplate(placement: Placement, size: PixelSize): Transform {
  const scale = placement.width / size.width;
  return chain(
    translation(-size.width / 2, -size.height / 2),
    scaling(scale),
    rotation(placement.rotation),
    translation(placement.x, placement.y),
  );
}

/** Pixels per inch at printed size. */
export const pixelsPerInch = (placement: Placement, size: PixelSize): number =>
  (size.width / placement.width) * MM_PER_INCH;

/** `cover`: over the whole template with its bleed, as little lost as can be. `contain`: wholly inside it. */
export type Fit = 'cover' | 'contain';

/** Upright and centred on the template, covering it or inside it. */
export function fitted(template: Template, size: PixelSize, fit: Fit): Placement {
  const box = template.bleedBox;
  const byWidth = box.width;
  const byHeight = (box.height * size.width) / size.height;
  const width = fit === 'cover' ? Math.max(byWidth, byHeight) : Math.min(byWidth, byHeight);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2, width, rotation: 0 };
}

/** The placement by the print area alone: an edge-to-edge print covers all with its bleed, a spot print lies wholly inside, in the middle. */
export const fittedPlacement = (template: Template, size: PixelSize): Placement =>
  fitted(template, size, template.covers ? 'cover' : 'contain');

/** The size that a picture says it is to be printed at, mm; null: it says none. */
export const ownSize = ({ width, height, ppi }: Sized): { width: number; height: number } | null =>
  ppi ? { width: (width / ppi) * MM_PER_INCH, height: (height / ppi) * MM_PER_INCH } : null;

/** A picture made for a template may be larger than it by so much, mm and share: what was drawn as bleed. */
const MADE_FOR_IT = { mm: 12, share: 0.06 };

/** Whether a picture was made for just this template: it covers it, and is hardly larger. */
function madeFor(own: number, wanted: number): boolean {
  return own >= wanted - 0.05 && own <= wanted + Math.max(MADE_FOR_IT.mm, wanted * MADE_FOR_IT.share);
}

/**
 * Art on the chest: in the middle, as wide as the size wants, its top three to four fingers below the collar, and never beyond the print area. `width`: narrower, where the picture has a size
 * of its own. On a template without a collar it lies inside, in the middle.
 */
export function chestPlacement(template: Template, size: PixelSize, width = Infinity): Placement {
  const { chest } = template;
  const inside = fitted(template, size, 'contain');
  if (!chest) return width < inside.width ? { ...inside, width } : inside;
  const room = ((template.height - chest.top) * size.width) / size.height;
  const placement = { x: template.width / 2, y: 0, width: Math.min(chest.width, width, room), rotation: 0 };
  return { ...placement, y: chest.top + printedHeight(placement, size) / 2 };
}

/** Pictures that print on less of their rim than this have no edge of their own: a badge, a line of words. */
const CLEAR_RIM = 0.1;

/** Whether a picture is a thing by itself on a clear ground: stretched over a face it would be cut off, and leave bare what it does not reach. */
const standsFree = ({ hasAlpha, rim }: Sized): boolean =>
  hasAlpha === true && rim !== undefined && rim.opaqueShare < CLEAR_RIM;

/** Inside the line that words and faces stay within. */
function insideSafe(template: Template, size: PixelSize): Placement {
  const box = template.safePolygon.length > 0 ? boundsOf(template.safePolygon) : template.bleedBox;
  return fitted({ ...template, bleedBox: box }, size, 'contain');
}

/**
 * The placement that Kanga proposes: an edge-to-edge print covers all with its bleed, unless its picture stands free on a clear ground; a spot print lies wholly inside, on a garment below its
 * collar. A picture that carries a printed size of its own keeps it where it fits.
 */
export function proposePlacement(template: Template, size: Sized): Placement {
  const own = ownSize(size);
  if (!template.covers) {
    const fits = own && own.width <= template.width + 0.05 && own.height <= template.height + 0.05;
    return chestPlacement(template, size, fits ? own.width : Infinity);
  }
  if (standsFree(size)) {
    const inside = insideSafe(template, size);
    return own && own.width <= inside.width ? { ...inside, width: own.width } : inside;
  }
  const cover = fitted(template, size, 'cover');
  const { width, height } = template.bleedBox;
  return own && madeFor(own.width, width) && madeFor(own.height, height) ? { ...cover, width: own.width } : cover;
}

/** Printed widths that make sense, mm. */
export const PLACEMENT_LIMITS = { least: 2, most: 6000 };

/** Where a centre makes sense, mm. */
const CENTRE_LIMITS = { least: -3000, most: 3000 };

/** Keeps a placement within sense: width within limits, turn within ±180°, the centre within 3 m. */
export function tidyPlacement(placement: Placement): Placement {
  const turned = ((((placement.rotation + 180) % 360) + 360) % 360) - 180;
  return {
    x: clamped(placement.x, CENTRE_LIMITS),
    y: clamped(placement.y, CENTRE_LIMITS),
    width: clamped(placement.width, PLACEMENT_LIMITS),
    rotation: turned === -180 ? 180 : turned,
  };
}
