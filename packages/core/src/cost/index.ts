/** Money: what a job costs by the shop's own figures, what it is sold for, and what is earned by it. Reading and printing of money is in `units`, orders are in `order`. */
export {
  type Break,
  breaksOf,
  costAt,
  type Earned,
  earnedAt,
  priceOf,
  roundedUp,
  type RunCost,
  taxOn,
} from './price.js';
export { COST_PARTS, type CostPart, type JobCost, type Log, costOf, madeForOne } from './unit-cost.js';
