/** Dial-in: designs, the surface that swatches leave likely, what to press next and when to stop. How pixels become figures is in `measure`. */
export { type DialLimits, type DialSetting, isSame, isWithin, type Nearness, wholeWithin } from './setting.js';
export { type Channel, CHANNELS } from './physics.js';
export { meritOf, USUAL_WANTS, type Wants, type Weight, WEIGHTS, weightsOf } from './wants.js';
export { type Figure, type Slips, type Swatch, USUAL_SLIPS } from './posterior.js';
export { type Grid, gridOf, type Surface, surfaceOf, topOf } from './surface.js';
export {
  chanceOfBetter,
  ENOUGH,
  gains,
  isEnough,
  type Next,
  nextOf,
  type Reason,
  SEEN,
  startCount,
  startOf,
} from './next.js';
export { FORGIVES, OFF, type Point, pointsOf, readGrid, UNKNOWN } from './robust.js';
export { oneAtATime } from './one-at-a-time.js';
export { bradleyTerry, type Compared, type Comparison, meritsOf, pairToCompare } from './compare.js';
export { equalSetting, type EqualSetting } from './equal.js';
export { type Change, CHANGES, type CheckSwatch, type DriftChart, driftOf } from './drift.js';
export { boxBehnken, centralComposite, type Design, fullFactorial, latinHypercube, rotatable } from './design.js';
export { leastSquares } from './least-squares.js';
export { fitQuadratic, type Quadratic, quadraticAt, stationary } from './quadratic.js';
export { type Expected, processAfter } from './process.js';
