export type { NextAction } from './action.js';
export { asking, type BenchAction, heatAction, isIron, wordsAt } from './bench-action.js';
export { guidanceOf } from './guidance.js';
export {
  type Approval,
  CHANGEABLE,
  changeOf,
  type Job,
  type JobChange,
  type JobFile,
  PIECES_LIMITS,
  type RunPlan,
  type ShopFloor,
} from './job.js';
export { type PackedJobFile, packJobFile, unpackJobFile } from './packed-file.js';
export { atBench, blocksUpTo, isDesigned, type JobView, runPlanOf, viewJob } from './view.js';
export { jigsOf, nextAction, ripeness } from './next-action.js';
export { logOf, type LogRow, logRows } from './log.js';
export { approvalState, fingerprintOf } from './approval.js';
export { departureWords } from './departure-words.js';
export { type Outcome, outcomesFrom, outcomesOf } from './outcome.js';
export { pressedOf } from './pressed.js';
export { swapTo } from './swap.js';
export { type Repeat, repeatOf, sinceThen } from './repeat.js';
export { checkPrinted, madeOf, printedAs } from './printed.js';
