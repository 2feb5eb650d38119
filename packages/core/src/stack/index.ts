export { CHART, type ChartRow, chartRowFor, MEDIUM_KPA, type Peel, schoolRowFor, TONER_FROM } from './chart.js';
export { checkBedOf } from './check-bed.js';
export { checkStack } from './check.js';
export { cutList, cutSides, rollLength } from './cut-list.js';
export { type Cycle, cycleOf } from './cycle.js';
export { holdOf } from './hold.js';
export {
  INSERT_OVERHANG,
  isFolded,
  type Layer,
  LAYER_ROLES,
  type LayerRole,
  layersOf,
  PAPER_OVERHANG,
  stackThickness,
} from './layers.js';
export { PAD_INSET, padOf } from './pads.js';
export { type Planned, planStack, type SidePlan, type StackPlan } from './plan.js';
export {
  fitsPlate,
  type PressBed,
  type SeamLook,
  type Sectioning,
  SECTIONINGS,
  type SectionWay,
  spanUnder,
  toleranceOf,
} from './press-bed.js';
export { isProven, type Proven, provenHere } from './proven.js';
export { type Known, type Overrides, type PressSettings, proposeSettings, SETTING_LIMITS } from './settings.js';
export { STEP_KINDS, type StepKind } from './step-facts.js';
export type { Sheets, Step, StepPlace, StepsAsked } from './step.js';
export { stepsOf } from './steps.js';
export { settingsRows, type SettingsRow } from './settings-sheet.js';
export { unsuited } from './suits.js';
export { wayUpOf } from './way-up.js';
export { bedPicture, stackPicture } from './picture.js';
