export * from './departure.js';
export * from './fallout.js';
export * from './faults.js';
export type { PieceSpot } from './spot.js';
export * from './tally.js';
export * from './why.js';
export type { CauseRule, Change } from './cause-rule.js';
export type { Evidence, Pressed } from './pressed.js';
