/** Studies: the search for the best settings of a material on a press, as somebody goes through it. The arithmetic is in `dial`, the reading of cloth in `measure`. */
export {
  BUDGET_LIMITS,
  type Reached,
  type Study,
  STUDY_CHANGEABLE,
  STUDY_SCHOOLS,
  type StudyAnswer,
  type StudyChange,
  type StudyCloth,
  type StudyResult,
  type StudySchool,
  type StudySwatch,
  SWATCH_AIMS,
  SWATCH_REASONS,
  type SwatchAim,
  type SwatchReason,
  tells,
  truly,
} from './study.js';
export { limitsFor, pressuresFor } from './limits.js';
export { checkStudy } from './check.js';
export { checksOf } from './drift.js';
export {
  meritOfSwatch,
  type Proposal,
  sayingOf,
  type StudyAction,
  type StudyKnown,
  type StudyView,
  type SurfaceShown,
  swatchesOf,
  viewStudy,
} from './view.js';
