export { type Art, ART_LIMITS, ART_TYPES, type ArtFacts, type ArtMaps, type ArtType, type Placement } from './art.js';
export {
  artIdsOf,
  DESIGN_LIMITS,
  type DesignItem,
  fieldsOf,
  type Fill,
  FILLS,
  fontsOf,
  isPrinted,
  itemsShown,
  ofPair,
  type PictureItem,
  proposed,
  proposedAgain,
  type Repeat,
  REPEATS,
  type RunRow,
  saidFor,
  type SideDesign,
  sideDesign,
  type TextItem,
  valuesOf,
  withFill,
  withItems,
} from './design.js';
export {
  chestPlacement,
  fitted,
  ownSize,
  pixelsPerInch,
  pixelToTemplate,
  PLACEMENT_LIMITS,
  printedHeight,
  proposePlacement,
  tidyPlacement,
} from './placement.js';
export {
  type ComposedSide,
  composedSides,
  type Drawn,
  drawnOn,
  type DrawnPicture,
  type DrawnText,
  type Palette,
  repeatsOf,
} from './compose.js';
export { cellAt, coverageOf, coverFinder, pixelFinder } from './coverage.js';
export { checkDesign, checkRun, groundOf, rowFaults, seamBetween, type SideCheck } from './check/index.js';
export {
  calledBy,
  calledOf,
  checkSizes,
  isSizeColumn,
  type OtherSize,
  otherSizes,
  sameSize,
  sizeIn,
  withoutPieces,
} from './sizes.js';
export { TRIM_MARGIN, trimmedSide } from './trim.js';
