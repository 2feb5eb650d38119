/** From the pixels of a pressed target to figures: where it lies, its patches, edges and ghosts. What is done with the figures is in `dial`. */
export { lightSteps, type Solid, SOLIDS, strengthOf, yellowingOf } from './strength.js';
export { CODE_CELLS, CODE_LIMITS, cellsOf, readCells, studyInCode, type TargetCode } from './code.js';
export {
  type Inks,
  PATCH_NAMES,
  type PatchName,
  PATCHES,
  PLACES,
  TARGET,
  TARGET_GAP,
  type TargetShape,
  targetShapes,
} from './target.js';
export { findTargets, type FoundTarget, type Unread } from './find.js';
export type { KnownSpot } from './light.js';
export { SPOT_KINDS, type SpotKind, spotLight } from './spots.js';
export {
  type ClothKnown,
  type ClothReading,
  type Measured,
  readCloth,
  type ReadTarget,
  type TargetReading,
} from './read.js';
