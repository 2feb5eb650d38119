export {
  type Arrangement,
  GAP_LIMITS,
  JOINS,
  PART_TURNS,
  reachesEdges,
  SHEET_LIMITS,
  type SheetChoices,
  type Tiling,
  TORN_GAP,
  USUAL_SHEET,
} from './choices.js';
export { CODE_STRIP, CROSS_ARM, cutMarks, type Face, NOTE_SIZE, type PartKind, type Stroke } from './part.js';
export { type Seam, TAIL, tilesOf } from './tiles.js';
export { levelSeamCost, quietestSeams, quietMap, seamCost } from './seam.js';
export { cellRooms, FOOT_STRIP, groundOf, type Paper } from './ground.js';
export {
  canFold,
  gangTrays,
  makeTray,
  type Part,
  piecesOf,
  proposeTiling,
  tailOf,
  type TiledSide,
  tiledSide,
  tiledSides,
  type Tray,
  type TrayRequest,
} from './tray.js';
export {
  boxOf,
  kindOf,
  type Layout,
  layOut,
  type LayoutRequest,
  type NoFit,
  partToSheet,
  type Placed,
  type Sheet,
} from './layout.js';
export { isLayout } from './outcome.js';
export { arrangedLayout, clashesOn, nestProblem, spotsOf, spotsOnGround, spotsOnSheet } from './arrange.js';
export { planSheets, type SheetPlan } from './plan.js';
export { checkSheet } from './check.js';
export { type Code, codeOf, pieceAddress } from './code.js';
export { labelToPart, type LabelWords, labelWords, planLabel } from './label.js';
export {
  cardLines,
  checkPrinting,
  inksOf,
  type InkUse,
  inkUse,
  paperUse,
  type PaperUse,
  PRINT_EVENTS,
  type PrintEvent,
  type PrintEventKind,
  type PrintRecord,
  type PrintState,
  printState,
  queueName,
  type Tick,
  TICKS,
} from './print.js';
export { type SharedChoices, sharedWith } from './gang.js';
export { cutLinesSvg, insertSvg } from './cut-lines.js';
