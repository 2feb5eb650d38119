export { actualOf, believable, type PlateReading, type Sample, thinned } from './actual.js';
export { type AsPressed, asPressed, isFarOff, NEAR_PLAN, type PressedCourse } from './as-planned.js';
export { type ClockPhase, type ClockReading, readClock, secondsBetween } from './clock.js';
export { coolsUntold } from './cooling.js';
export type { BenchEvent, Verdict } from './event.js';
export { type Guidance, GUIDANCES } from './guidance.js';
export { type LeverEvent, whenClosed, whenOpened, whenRead } from './lever.js';
export { type PackedEvents, packEvents, unpackEvents } from './packed.js';
export { type PlateHeat, plateHeat } from './plate-heat.js';
export { RunningBench } from './running.js';
export {
  allPressed,
  bedOf,
  bedsOf,
  type BenchPlan,
  type BenchState,
  benchState,
  clockOf,
  heatIsKnown,
  isPressing,
  pressedPieces,
  standing,
} from './state.js';
export { dueStep, namePieces, type Task, tellingOf, type Told, wholeAgain } from './task.js';
export { type Todo, todoOf } from './todo.js';
export { DEVICE_TROUBLES, deviceFinding, type DeviceTrouble } from './trouble.js';
