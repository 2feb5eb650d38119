export {
  type Blank,
  type BlankDescription,
  type Construction,
  descriptionOf,
  EMPTY_BLANK,
  EMPTY_SHEET,
  FAMILIES,
  type Family,
  type Fibre,
  isFirmer,
  isHardGoods,
  KEEP_OUT_KINDS,
  type KeepOut,
  type KeepOutKind,
  type MakersSheet,
  MAKES,
  NO_LIMITS,
  type PressureLevel,
  PRESSURES,
  PRINT_AREA_LIMITS,
  type Side,
  type StopLimits,
  type Surface,
  SURFACES,
} from './blank.js';
export { besideOf, type Edge, edgeKeepOut, makeTemplate, type Template, templatesOf } from './template.js';
export { type Shape, SHAPE_NAMES, type ShapeName, shapeOutline, SHAPES } from './shapes.js';
export { baseKindOf } from './base.js';
export { buildOf } from './build.js';
export { filmInText } from './film-words.js';
export { type Film, filmFor, FILMS, type Process, PROCESSES, readsRight } from './film.js';
export { dyeShareOf, type Fitness, fitnessOf } from './fitness.js';
export { comesInPairs, type OfPair, pairInTurn } from './pair.js';
export { proposeBleed } from './bleed.js';
export { BUILT_IN_BLANKS } from './built-in/index.js';
export { buildOfFamily, startingKeepOuts, withTwoLayers } from './start.js';
export { blankOfSize, bySize, rangeOf, sizeName } from './size.js';
