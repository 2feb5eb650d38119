import { EndType, FillRule, inflatePathsD, intersectD, JoinType, unionD, type PathD, type PathsD } from 'clipper2-ts';
import type { Point } from './point.js';
import { areaOf, type Polygon } from './polygon.js';

/** Largest distance between a true arc and the chords drawn for it, mm: a tenth of a printer's dot at 300 per inch. */
const ARC_TOLERANCE_MM = 0.01;

/**
 * The outline moved outwards by `by` mm, or inwards when negative; outer corners are rounded (`round`) or kept sharp (`sharp`).
 * A convex outline grown round by r gains perimeter × r + π r² of area. Moving in further than the outline is wide gives [].
 */
export function offsetPolygon(polygon: Polygon, by: number, corners: 'round' | 'sharp' = 'round'): Polygon {
  if (by === 0 || polygon.length < 3) return polygon;
  const subject: PathD = polygon.map(({ x, y }) => ({ x, y }));
  // The engine works in integers: five decimals of a millimetre are far below anything a printer or a ruler shows.
  const grown = inflatePathsD(
    [subject],
    by,
    corners === 'round' ? JoinType.Round : JoinType.Miter,
    EndType.Polygon,
    4,
    5,
    ARC_TOLERANCE_MM,
  );
  const largest = grown.map((path) => path.map(({ x, y }) => ({ x, y }))).sort((a, b) => areaOf(b) - areaOf(a))[0];
  return largest ?? [];
}

/** The engine works in integers: five decimals of a millimetre. */
const DECIMALS = 5;
const pathsOf = (polygons: readonly Polygon[]): PathsD =>
  polygons.map((polygon) => polygon.map(({ x, y }) => ({ x, y })));
const polygonsOf = (paths: PathsD): Point[][] =>
  paths
    .map((path) => path.map(({ x, y }) => ({ x, y })))
    .filter((polygon) => polygon.length >= 3)
    .sort((a, b) => areaOf(b) - areaOf(a));

/** Everything that lies in any of the polygons; several when they do not touch, the largest first. Holes come as polygons of their own. */
export const united = (polygons: readonly Polygon[]): Point[][] =>
  polygonsOf(unionD(pathsOf(polygons), [], FillRule.NonZero, DECIMALS));

/** What the polygons share with another one, the largest first; none when they share nothing. */
export const clipped = (polygons: readonly Polygon[], by: Polygon): Point[][] =>
  polygonsOf(intersectD(pathsOf(polygons), pathsOf([by]), FillRule.NonZero, DECIMALS));
