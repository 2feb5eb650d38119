import { minorOf, addDays, type Minor, wholeMinor } from '../units/index.js';
import { enoughFor } from '../inspect/index.js';
import type { Rates } from '../shop/index.js';
import type { Claim, StockItem } from './item.js';
import { reorderPoint, type ReorderPoint } from './reorder.js';

/** What accepted orders want of a thing. */
export interface Reserved {
  amount: number;
  /** With spares, so that it is enough with a surety of 95 %, spoiled ones counted. */
  safe: number;
  /** The due day of the first order that it is not enough for; null: it is enough, or that order has no day. */
  due: string | null;
}

/** What orders want of a thing together, and for which of them it is missed first; `house`: the share that the shop takes to be spoiled. O(claims). */
export function reservedOf(
  { kind, claims, level, log }: Pick<StockItem, 'kind' | 'claims' | 'level' | 'log'>,
  house: number,
): Reserved {
  const amount = claims.reduce((sum, claim) => sum + claim.amount, 0);
  const safe = amount === 0 || kind !== 'blank' ? amount : enoughFor(amount, log, house);
  let left = level ?? 0;
  for (const claim of claims) {
    left -= claim.amount;
    if (left < 0) return { amount, safe, due: claim.due };
  }
  // Enough but for the spares: the last that wants some.
  return { amount, safe, due: left < safe - amount ? (claims.at(-1)?.due ?? null) : null };
}

/** What is left of a thing for an order after those that were promised it before: accepted ones, of which one that is due later comes later. O(claims). */
export function freeFor(
  { claims, level }: Pick<StockItem, 'claims' | 'level'>,
  order: { due: string | null; accepted: boolean },
): number | null {
  if (level === null) return null;
  const before = (claim: Claim) => !order.accepted || (claim.due ?? '9999') < (order.due ?? '9999');
  return level - claims.filter(before).reduce((sum, { amount }) => sum + amount, 0);
}

/** Where a thing stands, and what is to be bought of it. */
export interface Standing {
  item: StockItem;
  reserved: Reserved;
  /** What there is beyond what orders want; null: nobody counts it. */
  free: number | null;
  /** Null: nothing of it was used of late. */
  reorder: ReorderPoint | null;
  /** Days until it runs out at this rate; null: nobody knows. */
  lasts: number | null;
  /** What to order now, in whole lots; 0: nothing. */
  order: number;
  /** Because an order wants it, or because it runs low. */
  because: 'order' | 'low' | null;
  /** The last day to order it on, where an order wants it by a day. */
  orderBy: string | null;
  cost: Minor | null;
}

/** So many days of use are bought at once beyond the reorder point. */
const COVER = 30;

/** What so many of a thing cost; null: its price is not known. A price is that of one, of a metre where it is counted in mm. */
export function costOfAmount(
  { price, unit }: Pick<StockItem, 'price' | 'unit'>,
  amount: number,
  currency: string,
): Minor | null {
  return price === null ? null : wholeMinor(minorOf(price, currency) * (unit === 'mm' ? amount / 1000 : amount));
}

/** Rounds up to whole lots; nothing stays nothing. */
export function inLots(amount: number, lot: number): number {
  if (!(lot > 0)) throw new RangeError(`a lot is more than 0, got ${lot}`);
  // What is a hair over a lot by how doubles are kept is that lot.
  return Math.max(0, Math.ceil(amount / lot - 1e-9)) * lot;
}

/**
 * Where a thing stands: it is ordered when what there is and what is coming, less what orders want with its spares, falls to the reorder point or below nothing; then up to
 * the reorder point and a month of use, in whole lots. What nobody counts is never ordered. O(claims).
 */
export function standingOf(item: StockItem, { currency, fallout }: Pick<Rates, 'currency' | 'fallout'>): Standing {
  const reserved = reservedOf(item, fallout);
  const { level, rate } = item;
  const reorder = rate && reorderPoint(rate, item.lead);
  const free = level === null ? null : level - reserved.amount;
  const after = level === null ? null : level + (item.coming?.amount ?? 0) - reserved.safe;
  const short = after !== null && after < -1e-9;
  const low = after !== null && reorder !== null && after <= reorder.point + 1e-9;
  const wanted = after === null ? 0 : (reorder?.point ?? 0) + (low && rate ? rate.mean * COVER : 0) - after;
  const order = short || low ? inLots(wanted, item.lot) : 0;
  return {
    item,
    reserved,
    free,
    reorder,
    lasts: rate && free !== null ? Math.max(0, free / rate.mean) : null,
    order,
    because: order === 0 ? null : short ? 'order' : 'low',
    orderBy: short && reserved.due !== null ? addDays(reserved.due, -item.lead) : null,
    cost: costOfAmount(item, order, currency),
  };
}

/** What to buy first comes first: what an order wants, by the day it has to be ordered; then what runs out soonest. */
export const byUrgency = (a: Standing, b: Standing): number =>
  rank(a) - rank(b) ||
  (a.orderBy ?? '9999').localeCompare(b.orderBy ?? '9999') ||
  (a.lasts ?? Infinity) - (b.lasts ?? Infinity) ||
  a.item.name.localeCompare(b.item.name);
const rank = ({ because, order }: Standing): number => (order === 0 ? 2 : because === 'order' ? 0 : 1);

/** What is bought from one supplier. */
export interface Purchase {
  supplier: string;
  standings: Standing[];
  /** Of what has a price. */
  cost: Minor;
  /** How many have none. */
  unpriced: number;
}

/** The purchase list: what is to be ordered, by supplier, most urgent first. */
export function purchaseList(standings: readonly Standing[]): Purchase[] {
  const bySupplier = new Map<string, Standing[]>();
  for (const one of [...standings].filter(({ order }) => order > 0).sort(byUrgency))
    bySupplier.set(one.item.supplier, [...(bySupplier.get(one.item.supplier) ?? []), one]);
  return [...bySupplier].map(([supplier, own]) => ({
    supplier,
    standings: own,
    cost: own.reduce((sum, { cost }) => sum + (cost ?? 0), 0),
    unpriced: own.filter(({ cost }) => cost === null).length,
  }));
}
