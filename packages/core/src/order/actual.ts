import { clockOf, type BenchPlan, type BenchState } from '../bench/index.js';
import { COST_PARTS, type CostPart } from '../cost/index.js';
import { BELIEVED_FROM } from '../inspect/index.js';
import type { Rates } from '../shop/index.js';
import { formatDuration, type Minor, minorOf, tidyNumber, wholeMinor } from '../units/index.js';
import type { Reckoned } from './order.js';

/** Between two things at the bench, longer than this is a break and nobody’s work, s. Common practice, no published source. */
const BREAK = 300;

/**
 * Seconds that hands took at the press, by what was told: from one entry to the next, clocks and breaks left out. What was passed unseen is in what was told after it. O(records · log records).
 */
export function handsOf(plan: BenchPlan, { records }: Pick<BenchState, 'records'>): number {
  const sorted = records
    .filter(({ outcome }) => outcome === 'done' || outcome === 'stopped')
    .sort((a, b) => a.endedAt.localeCompare(b.endedAt));
  let [sum, last] = [0, null as number | null];
  for (const { step, startedAt, endedAt } of sorted) {
    const isClock = clockOf(plan.steps[step]) !== null;
    // Hands are free while a clock runs: what was done before it counts up to its start.
    const until = Date.parse(isClock ? (startedAt ?? endedAt) : endedAt);
    if (last !== null && until > last) sum += Math.min(BREAK, (until - last) / 1000);
    last = Math.max(last ?? 0, Date.parse(endedAt));
  }
  return sum;
}

/** What an order came to, as far as it was written down. */
export interface Made {
  /** Pieces under the plate, pieces judged, and those that were spoiled. */
  pressed: number;
  judged: number;
  spoiled: number;
  pressings: number;
  /** What the blanks cost that were pressed, in the shop’s own money; null: not all have a price. */
  blanks: number | null;
  /** What was printed took; null: nothing was printed here, or it has no price. */
  paper: number | null;
  ink: number | null;
  /** Seconds of hands at the press, as told and as planned; null: nothing was told. */
  hands: { told: number; planned: number } | null;
  /** Seconds under the plate. */
  press: number;
  packed: number;
}

/** A part of the cost as it was reckoned and as it came to; null: it was not written down. */
export interface Compared {
  part: CostPart;
  reckoned: Minor;
  made: Minor | null;
}

/** What was reckoned against what it came to, part by part. Spoiled pieces are in each part of what was made, so that part has none of its own. O(parts). */
export function comparedOf(reckoned: Reckoned, made: Made, rates: Rates): Compared[] {
  const money = (amount: number | null) => (amount === null ? null : minorOf(amount, rates.currency));
  const came: Partial<Record<CostPart, Minor | null>> = {
    blanks: money(made.blanks),
    paper: money(made.paper),
    ink: money(made.ink),
    tape: wholeMinor(made.pressings * rates.tape),
    hands: made.hands === null ? null : wholeMinor((made.hands.told / 3600) * rates.hands),
    press: wholeMinor((made.press / 3600) * rates.press),
    packing: wholeMinor(made.packed * rates.packing),
    spoiled: 0,
  };
  return COST_PARTS.flatMap((part) => {
    const was = reckoned.parts.filter((one) => one.part === part).reduce((sum, { amount }) => sum + amount, 0);
    const is = came[part] ?? null;
    return was === 0 && (is ?? 0) === 0 ? [] : [{ part, reckoned: was, made: is }];
  });
}

/** A figure of the shop that what was made speaks against. */
export interface Correction {
  key: 'fallout' | 'pace';
  was: number;
  now: number;
  /** What it would be, in words. */
  says: string;
  why: string;
}

/** Less than this apart a figure stands: orders differ. */
const WORTH = 0.1;

/** What to correct in the shop’s figures by what was made of one order or of many: shares that are spoiled, and the pace of hands. O(1). */
export function correctionsOf(
  { judged, spoiled, hands }: Pick<Made, 'judged' | 'spoiled' | 'hands'>,
  rates: Rates,
): Correction[] {
  const corrections: Correction[] = [];
  const share = judged > 0 ? spoiled / judged : 0;
  if (judged >= BELIEVED_FROM && Math.abs(share - rates.fallout) > 0.01)
    corrections.push({
      key: 'fallout',
      was: rates.fallout,
      now: Math.round(share * 1000) / 1000,
      says: `${tidyNumber(share * 100, 1)} % spoiled`,
      why: `${spoiled} of ${judged} were; the shop’s figure is ${tidyNumber(rates.fallout * 100, 1)} %.`,
    });
  const was = rates.pace ?? 1;
  const now = hands && hands.planned > 0 ? hands.told / hands.planned : was;
  // Below a tenth and above ten times, something else than pace was told.
  if (hands && Math.abs(now / was - 1) > WORTH && now >= 0.1 && now <= 10)
    corrections.push({
      key: 'pace',
      was,
      now: Math.round(now * 100) / 100,
      says: `hands ${tidyNumber(now, 2)} times what plans say`,
      why: `${formatDuration(hands.told)} were told at the press, and ${formatDuration(hands.planned)} planned; the shop’s figure is ${tidyNumber(was, 2)} times.`,
    });
  return corrections;
}
