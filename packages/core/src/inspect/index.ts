export type { Departure } from './departure.js';
export {
  BELIEVED_FROM,
  blanksToOrder,
  controlChart,
  type ControlDay,
  enoughFor,
  FALLOUT_AIM,
  falloutBy,
  type FalloutKey,
  falloutOf,
  type Outcomes,
  pareto,
  type RunOutcome,
  runsOf,
  type Share,
} from './fallout.js';
export { FAULT_CODES, type FaultCode, faultOf, FAULTS } from './faults.js';
export type { PieceSpot } from './spot.js';
export { wilsonInterval } from './tally.js';
export { type Cause, CAUSE_RULES, whyOf } from './why.js';
export type { CauseRule, Change } from './cause-rule.js';
export type { Batch, Evidence, Pressed } from './pressed.js';
