/** How a drawing lies in its frame: so many times as large as the frame, its top left corner at x, y, px. */
export interface Zoom {
  scale: number;
  x: number;
  y: number;
}

interface Place {
  x: number;
  y: number;
}

/** A drawing is never smaller or larger than this. */
export const ZOOM_LIMITS = { least: 0.2, most: 20 };

/** Where an edge may lie: a larger drawing covers its frame, a smaller one stands in the middle of it. */
const held = (at: number, frame: number, scale: number): number =>
  scale <= 1 ? (frame - frame * scale) / 2 : Math.min(0, Math.max(frame - frame * scale, at));

/** The drawing at another scale, `at` staying where it is; `middle` is that of the frame, px. */
export function zoomAbout(before: Zoom, wanted: number, at: Place, middle: Place): Zoom {
  const scale = Math.min(ZOOM_LIMITS.most, Math.max(ZOOM_LIMITS.least, wanted));
  const grows = scale / before.scale;
  return {
    scale,
    x: held(at.x - (at.x - before.x) * grows, middle.x * 2, scale),
    y: held(at.y - (at.y - before.y) * grows, middle.y * 2, scale),
  };
}

/** CSS pixels of a millimetre: 96 to the inch, as CSS Values and Units Level 4, section 6.2 has it. */
export const PIXELS_PER_MM = 96 / 25.4;
