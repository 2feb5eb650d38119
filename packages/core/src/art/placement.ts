import { chain, rotation, scaling, translation, type Transform } from '../geometry/index.js';
import { clamped, MM_PER_INCH } from '../units/index.js';
import type { Template } from '../blank/index.js';
import type { ArtFacts, Placement } from './art.js';

type PixelSize = Pick<ArtFacts, 'width' | 'height'>;

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

/**
 * The placement Kanga proposes: an edge-to-edge print covers all with its bleed, a spot print lies wholly inside.
 */
export const proposePlacement = (template: Template, size: PixelSize): Placement =>
  fitted(template, size, template.covers ? 'cover' : 'contain');

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
