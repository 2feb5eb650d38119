import { normalQuantile } from '../numbers/index.js';
import { addDays } from '../units/index.js';

/** How fast a thing goes: of a day, and how much days differ. */
export interface UseRate {
  mean: number;
  deviation: number;
  /** Days that had any. */
  days: number;
}

/** What was used of a thing on one day. */
export interface DayUse {
  /** ISO 8601. */
  day: string;
  amount: number;
}

/** So far back use is looked at, days. */
export const USE_WINDOW = 90;

/**
 * The use of a day over the last `window` days before `today`, days without any counted as none: mean and standard deviation (n − 1). Null when there was none. O(days).
 */
export function useRate(used: readonly DayUse[], today: string, window: number = USE_WINDOW): UseRate | null {
  const since = addDays(today, -window);
  const amounts = used.filter(({ day }) => day >= since && day < today).map(({ amount }) => amount);
  const sum = amounts.reduce((all, one) => all + one, 0);
  if (!(sum > 0)) return null;
  const mean = sum / window;
  const squares = amounts.reduce((all, one) => all + (one - mean) ** 2, (window - amounts.length) * mean ** 2);
  return { mean, deviation: Math.sqrt(squares / (window - 1)), days: amounts.length };
}

/** What is always kept, so that what goes while an order is on its way is enough. */
export interface ReorderPoint {
  point: number;
  /** The part of it that stands against days on which more goes than usual. */
  safety: number;
}

/** So sure a shop is not to run out while it waits. */
export const SURETY = 0.95;

/**
 * When to order: mean use over the lead time and z times its spread, mean · L + z · σ · √L, use of a day taken as normal and its days as independent, the lead time as
 * known. Source: the reorder point of the inventory chapters of operations textbooks (Heizer and Render, Operations Management; from memory).
 * `lead` in days, `surety` of a cycle without running out.
 */
export function reorderPoint(
  { mean, deviation }: Pick<UseRate, 'mean' | 'deviation'>,
  lead: number,
  surety: number = SURETY,
): ReorderPoint {
  if (!(lead >= 0)) throw new RangeError(`a lead time is 0 days or more, got ${lead}`);
  const safety = Math.max(0, normalQuantile(surety) * deviation * Math.sqrt(lead));
  return { point: mean * lead + safety, safety };
}
