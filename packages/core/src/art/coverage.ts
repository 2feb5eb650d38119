import { applyTo, inverse, rowSpans, type Rect } from '../geometry/index.js';
import type { Template } from '../blank/index.js';
import type { ArtFacts, Placement } from './art.js';
import { pixelToTemplate } from './placement.js';

export interface Coverage {
  /** Share of the template with its bleed that the art does not cover fully, 0 to 1. */
  missingShare: number;
  /** The uncovered places as strips in template coordinates, mm, for drawing. */
  missing: Rect[];
  /** Grid pitch used, mm: nothing smaller than this is sure to be found. */
  pitch: number;
}

const SAMPLES_ACROSS = 160;
/** A picture whose edge lies on the bleed line to within this is taken to cover it, mm. */
const EDGE_SLACK = 0.05;

/**
 * Finds the parts of the template with its bleed where the picture lays no full colour: outside it, or where it is
 * transparent. Samples a grid: O(160² + 160 × corners
 * of the outline). Neighbouring hits on a row are joined to one strip.
 */
export function coverageOf(template: Template, placement: Placement, facts: ArtFacts): Coverage {
  const { bleedBox: box, bleedPolygon } = template;
  const pitch = Math.max(box.width, box.height) / SAMPLES_ACROSS;
  const back = inverse(pixelToTemplate(placement, facts));
  const slack = (EDGE_SLACK * facts.width) / placement.width;
  const { mask } = facts;
  const maskRow = mask?.[0]?.length ?? 1;

  const covers = (x: number, y: number): boolean => {
    const p = applyTo(back, { x, y });
    if (p.x < -slack || p.y < -slack || p.x > facts.width + slack || p.y > facts.height + slack) return false;
    if (!mask) return true;
    const column = Math.min(maskRow - 1, Math.max(0, Math.floor((p.x / facts.width) * maskRow)));
    const row = Math.min(mask.length - 1, Math.max(0, Math.floor((p.y / facts.height) * mask.length)));
    return mask[row]?.[column] === '#';
  };

  const [columns, rows] = [Math.ceil(box.width / pitch), Math.ceil(box.height / pitch)];
  const [dx, dy] = [box.width / columns, box.height / rows];
  const missing: Rect[] = [];
  let [inside, bare] = [0, 0];
  for (let row = 0; row < rows; row++) {
    const y = box.y + (row + 0.5) * dy;
    const spans = rowSpans(bleedPolygon, y);
    let start: number | null = null;
    for (let column = 0; column <= columns; column++) {
      const x = box.x + (column + 0.5) * dx;
      const counts = column < columns && spans.some(({ from, to }) => x >= from && x < to);
      // The outermost samples speak for the bleed line itself, where a sliver shows first.
      const atX = column === 0 ? box.x : column === columns - 1 ? box.x + box.width : x;
      const atY = row === 0 ? box.y : row === rows - 1 ? box.y + box.height : y;
      const hit = counts && !covers(atX, atY);
      if (counts) inside++;
      if (hit) bare++;
      if (hit && start === null) start = column;
      if (!hit && start !== null) {
        missing.push({ x: box.x + start * dx, y: box.y + row * dy, width: (column - start) * dx, height: dy });
        start = null;
      }
    }
  }
  return { missingShare: inside === 0 ? 0 : bare / inside, missing, pitch };
}
