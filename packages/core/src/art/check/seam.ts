import { deltaE00, labOfLinear, linearOf, toLinear, type Lab, type Rgb } from '../../colour/index.js';
import type { Finding } from '../../finding/index.js';
import { rowSpans, type Point } from '../../geometry/index.js';
import type { Blank, Template } from '../../blank/index.js';
import { memoised } from '../../memo/index.js';
import type { Drawn, DrawnPicture } from '../compose.js';
import { cellAt, pixelFinder } from '../coverage.js';
import { artFinding } from './finding.js';

const SAMPLES = 64;
/** How far from the edge colours are taken, mm: far enough not to fall beside the picture by rounding. */
const INSIDE = 0.4;

type Painter = (p: Point) => Rgb | null;

/** The colour that a picture lays on a place, linear light; null beside it. */
function painterOf(picture: DrawnPicture): Painter {
  const { facts } = picture.art;
  const grid = facts.maps?.colours;
  const find = pixelFinder(picture);
  if (!grid) return () => null;
  return (place) => {
    const p = find(place);
    if (!p) return null;
    const at = cellAt(p, facts, grid.columns, grid.rows) * 6;
    const channel = (i: number) => toLinear(parseInt(grid.cells.slice(at + i * 2, at + i * 2 + 2), 16) / 255);
    return [channel(0), channel(1), channel(2)];
  };
}

/** How two edges differ in colour along their length. */
export interface SeamMatch {
  /** ΔE00 that nine places in ten stay under. */
  p90: number;
  mean: number;
}

/** The left or the right edge of a template at `y`, a little inside. */
function edgeAt(template: Template, y: number, edge: 'left' | 'right'): Point | null {
  const spans = rowSpans(template.bleedPolygon, y);
  const [first, last] = [spans[0], spans.at(-1)];
  if (!first || !last) return null;
  const { bleed } = template;
  return edge === 'left' ? { x: first.from + bleed + INSIDE, y } : { x: last.to - bleed - INSIDE, y };
}

/** Where colours are taken along one edge of a template, from top to bottom; the height of the shorter of two that meet counts. */
const placesAlong = memoised(
  'template',
  ({ template, edge, height }: { template: Template; edge: 'left' | 'right'; height: number }) =>
    Array.from({ length: SAMPLES }, (_, i) => edgeAt(template, ((i + 0.5) / SAMPLES) * height, edge)),
);

/** Compares what is printed along the right edge of one side with the left edge of another; null where neither is coloured. */
export function seamBetween(
  right: { template: Template; drawn: readonly Drawn[] },
  left: { template: Template; drawn: readonly Drawn[] },
): SeamMatch | null {
  const painters = (drawn: readonly Drawn[]) =>
    drawn
      .filter((one) => one.kind === 'picture')
      .reverse()
      .map(painterOf);
  const white = labOfLinear(linearOf('#ffffff'));
  const [onRight, onLeft] = [painters(right.drawn), painters(left.drawn)];
  if (onRight.length === 0 || onLeft.length === 0) return null;
  const seen = (all: Painter[], p: Point): Lab => {
    for (const paint of all) {
      const colour = paint(p);
      if (colour) return labOfLinear(colour);
    }
    return white;
  };
  const height = Math.min(right.template.height, left.template.height);
  const atLeft = placesAlong({ template: left.template, edge: 'left', height });
  const differences = placesAlong({ template: right.template, edge: 'right', height }).flatMap((a, i) => {
    const b = atLeft[i];
    return a && b ? deltaE00(seen(onRight, a), seen(onLeft, b)) : [];
  });
  if (differences.length === 0) return null;
  const sorted = [...differences].sort((x, y) => x - y);
  return {
    p90: sorted[Math.floor(sorted.length * 0.9)] ?? 0,
    mean: differences.reduce((sum, d) => sum + d, 0) / differences.length,
  };
}

/** A difference is plain to see from here on, ΔE00; common reading of the formula: 1 is just seen, 5 is plain. */
const PLAIN = 6;

/** Art that wraps and does not meet itself. */
export function checkSeams(
  blank: Blank,
  sides: readonly { template: Template; drawn: readonly Drawn[]; runsOn: boolean }[],
): Finding[] {
  if (blank.wrap === null) return [];
  return sides.flatMap((side, i) => {
    const next = blank.wrap === 'round' ? side : sides[(i + 1) % sides.length];
    const match = next && seamBetween(side, next);
    if (!match || match.p90 < PLAIN) return [];
    const meant = blank.wrap === 'round' || side.runsOn || next.runsOn;
    const { width, height } = side.template;
    return [
      artFinding(
        'art.seam',
        meant ? 'fix' : 'note',
        'The art does not meet itself along the seam',
        `Where the two edges come together their colours differ, and a line shows: ΔE ${match.p90.toFixed(0)}. 1 is just seen, 5 is plain.`,
        'Use a pattern that repeats, let one picture run across, or a plain ground at the edges.',
        { side: i, marks: [{ x: width - 2, y: 0, width: 2, height }] },
      ),
    ];
  });
}
