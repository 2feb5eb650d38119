export { distance, type Point } from './point.js';
export { boundsOf, growRect, type Rect, rectContains, rectPolygon, rectsOverlap, unionOf } from './rect.js';
export {
  applyTo,
  chain,
  determinant,
  IDENTITY,
  inverse,
  rotation,
  scaling,
  svgMatrix,
  type Transform,
  translation,
} from './transform.js';
export { areaOf, fillsBox, perimeterOf, type Polygon, polygonContains, rowSpans, transformed } from './polygon.js';
export { clipped, offsetPolygon, united } from './clip.js';
export { grownBox, grownPolygon, type Outline, polygonOf, sizeOf, svgPath } from './outline.js';
export { crossingOf } from './crossing.js';
export { resampled, simplified, toSegment } from './simplify.js';
export { type Four, type Homography, homographyOf, project } from './homography.js';
export { atOrigin, hullOf, mirroredOutline, squaredUp, symmetric, upright } from './edit.js';
