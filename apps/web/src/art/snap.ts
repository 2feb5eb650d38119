import type { Placement } from '@kanga/core/art';
import type { Template } from '@kanga/core/blank';

/** Half the size of what is moved, as it lies. */
export interface HalfSize {
  width: number;
  height: number;
}

/** Lines that show what a move has snapped to. */
export interface Guides {
  x: number | null;
  y: number | null;
}

/** Moves snap within this share of the template’s longer side. */
const REACH = 0.012;

/** The nearest of the wanted places for any of the marks, as a step; null when none is near. */
function nearest(
  marks: readonly number[],
  places: readonly number[],
  reach: number,
): { step: number; at: number } | null {
  let best: { step: number; at: number } | null = null;
  for (const place of places) {
    for (const mark of marks) {
      const step = place - mark;
      if (Math.abs(step) <= reach && (best === null || Math.abs(step) < Math.abs(best.step)))
        best = { step, at: place };
    }
  }
  return best;
}

/**
 * Snaps a moved item: its middle to the middle lines of the template, its edges to the edges of print area, bleed and safe line.
 * Only upright and quarter-turned items have edges to snap.
 */
export function snapped(spot: Placement, half: HalfSize, template: Template): { spot: Placement; guides: Guides } {
  const { width, height, bleed, safe } = template;
  const reach = Math.max(width, height) * REACH;
  const quarter = Math.abs(Math.round(spot.rotation / 90) * 90 - spot.rotation) < 1e-6;
  const lying = quarter && Math.round(spot.rotation / 90) % 2 !== 0;
  const [w, h] = lying ? [half.height, half.width] : [half.width, half.height];
  const marks = (middle: number, by: number) => (quarter ? [middle, middle - by, middle + by] : [middle]);
  const edges = (size: number) => [0, size, -bleed, size + bleed, safe, size - safe];
  const near = (middle: number, by: number, size: number) => {
    const centre = nearest([middle], [size / 2], reach);
    return centre ?? (quarter ? nearest(marks(middle, by).slice(1), edges(size), reach) : null);
  };
  const [x, y] = [near(spot.x, w, width), near(spot.y, h, height)];
  return {
    spot: { ...spot, x: spot.x + (x?.step ?? 0), y: spot.y + (y?.step ?? 0) },
    guides: { x: x?.at ?? null, y: y?.at ?? null },
  };
}
