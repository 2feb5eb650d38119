import { COST_PARTS, costAt, earnedAt, priceOf, type Earned, type JobCost, type RunCost } from '../cost/index.js';
import type { Blank } from '../blank/index.js';
import type { Rates } from '../shop/index.js';
import { wholeMinor } from '../units/index.js';
import { piecesEach, type Reckoned, type OrderJob, type OrderLine, type QuotedSize } from './order.js';

/** One size of an order with what it costs. */
export interface CostedSize {
  job: OrderJob;
  line: OrderLine;
  blank: Blank;
  cost: JobCost;
  /** Each piece has a name of its own. */
  personalised: boolean;
}

/** A size with the price that is proposed for it. */
export interface OfferedSize extends QuotedSize {
  jobId: string;
  /** Of one of the count, its share of the set-up included; not rounded. */
  cost: number;
  /** The same apart: what the line pays once, and for each one of the count; and by what a price is multiplied. */
  run: RunCost;
  factor: number;
  /** What that is made of: the parts add up to it. */
  parts: JobCost['parts'];
  /** Seconds of hands for all of them. */
  seconds: number;
}

/**
 * Prices for the sizes of an order by what they cost. The set-up of a line is paid once and shared by all its pieces: its file, its print and its press are the same for all sizes. O(sizes²).
 */
export function offerOf(sizes: readonly CostedSize[], rates: Rates): OfferedSize[] {
  return sizes.map(({ job, line, blank, cost, personalised }) => {
    const beside = sizes.filter((other) => other.line.id === line.id);
    const pieces = beside.reduce((sum, other) => sum + other.job.pieces, 0);
    const setUp = Math.max(...beside.map((other) => other.cost.run.setUp));
    const each = piecesEach(blank);
    const run = { setUp, each: cost.run.each * each };
    const own = costAt(run, pieces / each);
    const factor = (personalised ? rates.personalised : 1) * (cost.fullColour ? (rates.fullColour ?? 1) : 1);
    const parts = cost.parts.map(({ part, amount }) => ({
      part,
      amount: { ...amount, value: part === 'set-up' ? (setUp / pieces) * each : (amount.value / job.pieces) * each },
    }));
    // Seconds of set-up are in each job's: the line has them once.
    const setUpSeconds = rates.setUp * 60;
    return {
      jobId: job.id,
      line: line.id,
      what: line.what,
      blankId: blank.id,
      blankName: blank.name,
      count: job.pieces / each,
      price: priceOf(own, rates.pricing, factor, rates),
      cost: own,
      run,
      factor,
      parts,
      seconds: cost.seconds - setUpSeconds + (setUpSeconds * job.pieces) / pieces,
    };
  });
}

/** What an offer is reckoned to cost, part by part for all of it: kept with its quote, so that it can be held against what it comes to. */
export function reckonedOf(sizes: readonly Pick<OfferedSize, 'parts' | 'count' | 'seconds'>[]): Reckoned {
  const parts = COST_PARTS.flatMap((part) => {
    const amount = sizes.reduce(
      (sum, size) =>
        sum +
        size.count * size.parts.filter((one) => one.part === part).reduce((all, one) => all + one.amount.value, 0),
      0,
    );
    return amount > 0 ? [{ part, amount: wholeMinor(amount) }] : [];
  });
  return { parts, seconds: sizes.reduce((sum, { seconds }) => sum + seconds, 0) };
}

/** What all sizes of an offer earn together at their prices, shipping left out: it is passed on. */
export function offerEarned(sizes: readonly Pick<OfferedSize, 'cost' | 'price' | 'count' | 'seconds'>[]): Earned {
  const count = sizes.reduce((sum, size) => sum + size.count, 0);
  const cost = sizes.reduce((sum, size) => sum + size.cost * size.count, 0);
  const asked = sizes.reduce((sum, size) => sum + size.price * size.count, 0);
  const seconds = sizes.reduce((sum, size) => sum + size.seconds, 0);
  return earnedAt(
    { setUp: 0, each: count === 0 ? 0 : cost / count },
    count === 0 ? 0 : asked / count,
    count || 1,
    seconds,
  );
}
