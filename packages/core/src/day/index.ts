/** The day: what is done when, where and by whom, and what can be promised. It plans and judges; it draws nothing and keeps nothing. */
export { type DayBook, EMPTY_BOOK, type TakenRow } from './book.js';
export { boundOf, jacksonBound, lateBound, spanBound } from './bound.js';
export { buildDay, type DayBuilt, type DayKind, type DayPart, type DayShop, type Pin } from './build.js';
export { changesSince, type DayChange, follow, isWorth, takenRows } from './changes.js';
export {
  dayDone,
  type DoneBed,
  type DoneLoad,
  doneLoads,
  type Lost,
  type Pace,
  paceOf,
  type PressDay,
} from './done.js';
export { dispatch, RULES, type Rule } from './dispatch.js';
export { ExactDay, type Exactly } from './exact.js';
export { type Arrangement, DayGraph } from './graph.js';
export {
  AHEAD,
  minutesOf,
  type MomentOf,
  restFits,
  type Shift,
  shiftsOf,
  USUAL_SHIFT,
  windowsOf,
  workDays,
} from './hours.js';
export {
  type Aim,
  type Aims,
  type Choice,
  type DayJob,
  type DayModel,
  type Link,
  type Need,
  type Scores,
  type Task,
  type Unit,
  USUAL_AIMS,
  type Window,
} from './model.js';
export { broughtBy, type OneMore, oneMores, type OneMoreTold, withOneMore } from './one-more.js';
export { DaySearch, type SearchAsked } from './search.js';
export { type DayWork, type PressWay, type Ready, TRIED, workFor, workOf } from './work.js';
export { type Tried, triedIn } from './promise.js';
export { shareBy, spreadOf, strayEnds, sureBy } from './surety.js';
export { type DayPromise, type DayRow, type DayView, dayViewer, lateIn, mostTaken } from './view.js';
