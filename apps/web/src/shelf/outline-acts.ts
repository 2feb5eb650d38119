import type { BlankDescription, Side } from '@kanga/core/blank';
import {
  grownPolygon,
  mirroredOutline,
  polygonOf,
  simplified,
  sizeOf,
  squaredUp,
  symmetric,
  upright,
  type Outline,
  type Polygon,
} from '@kanga/core/geometry';
import { rulerStep, type LengthUnit } from '@kanga/core/units';

/** Simplifying steps, mm: each press takes the next that leaves fewer points. */
const TOLERANCES = [0.1, 0.2, 0.4, 0.8, 1.6, 3];
/** A step that is worth taking leaves less than this share of the points. */
const FEWER = 0.9;
/** As many sides as a blank may have. */
export const MOST_SIDES = 4;

/** Something done to an outline as a whole; null where it would leave none, or changes nothing. */
export interface OutlineAct {
  label: string;
  act: (outline: Outline) => Polygon | null;
}

const fewerPoints = (outline: Outline): Polygon | null => {
  const points = polygonOf(outline);
  const steps = TOLERANCES.map((tolerance) => simplified(points, tolerance));
  return steps.find((next) => next.length < points.length * FEWER && next.length >= 3) ?? null;
};
const grown = (by: number) => (outline: Outline) => {
  const points = grownPolygon(outline, by);
  return points.length > 2 ? points : null;
};

/** What can be done to an outline, growing and shrinking by what a ruler of the shop shows: 1 mm or a sixteenth of an inch. */
export function outlineActs(unit: LengthUnit): OutlineAct[] {
  const { step, said } = rulerStep(unit);
  return [
    { label: 'Simplify', act: fewerPoints },
    { label: 'Upright', act: (outline) => upright(polygonOf(outline)) },
    { label: 'Symmetric', act: (outline) => symmetric(polygonOf(outline)) },
    { label: 'Straighten', act: (outline) => squaredUp(simplified(polygonOf(outline), 0.1)) },
    { label: `Grow ${said}`, act: grown(step) },
    { label: `Shrink ${said}`, act: grown(-step) },
  ];
}

/** A name that no side has yet. */
function unusedName(name: string, sides: readonly Side[]): string {
  const taken = sides.map((one) => one.name);
  let next = name;
  for (let n = 2; taken.includes(next); n++) next = `${name} ${n}`;
  return next;
}

/** The sides of a blank with one more: the other side sees the outline, and all that is kept out of it, the other way round. */
export function withMirroredSide({ sides }: Pick<BlankDescription, 'sides'>, at: number): Side[] {
  const seen = sides[at];
  if (!seen || sides.length >= MOST_SIDES) return [...sides];
  const { width } = sizeOf(seen.outline);
  return [
    ...sides,
    {
      name: unusedName(at === 0 ? 'back' : `side ${sides.length + 1}`, sides),
      outline: { kind: 'polygon', points: mirroredOutline(polygonOf(seen.outline)) },
      keepOuts: seen.keepOuts.map((one) => ({
        ...one,
        area: one.area.map((p) => ({ x: width - p.x, y: p.y })).reverse(),
      })),
    },
  ];
}
