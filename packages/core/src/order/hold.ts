import type { Stage } from '../finding/index.js';
import { enoughFor } from '../inspect/index.js';
import { blankItem, freeFor, type StockItem } from '../stock/index.js';
import { addDays } from '../units/index.js';
import { progressOf, type OrderFile } from './order.js';

/** A blank that an order wants more of than is left for it. */
export interface Short {
  blankId: string;
  /** Pieces that are not pressed yet. */
  wanted: number;
  /** What is there that no order was promised before. */
  have: number;
  /** What would be enough with a surety of 95 %, spoiled ones counted. */
  safe: number;
  /** The last day to order some, by the order’s due day and the time that they take to come; null: no day is set. */
  orderBy: string | null;
  /** What is on its way, and when it comes; null: nothing. */
  coming: StockItem['coming'];
}

/** What an order still wants of a blank that somebody counts, and what is left for it. */
export interface Wanted {
  item: StockItem;
  blankId: string;
  wanted: number;
  have: number;
}

/** What an order still wants of each blank: what is not pressed yet. Blanks that nobody counts are left out. O(jobs · things). */
export function wantedOf({ order, jobs }: OrderFile, items: readonly StockItem[]): Wanted[] {
  const wanted = new Map<string, number>();
  for (const { blankId, pieces, pressed, status } of jobs)
    if (blankId !== null && status === 'open' && pieces > pressed)
      wanted.set(blankId, (wanted.get(blankId) ?? 0) + pieces - pressed);
  const asking = { due: order.due, accepted: order.accepted !== null };
  return [...wanted].flatMap(([blankId, count]) => {
    const item = items.find(({ id }) => id === blankItem(blankId));
    const free = item ? freeFor(item, asking) : null;
    return item && free !== null ? [{ item, blankId, wanted: count, have: Math.max(0, free) }] : [];
  });
}

/** Blanks that an order has not enough of, spares included; `house`: the share that the shop takes to be spoiled. O(jobs · things). */
export function shortOf(file: OrderFile, items: readonly StockItem[], house: number): Short[] {
  const { due } = file.order;
  return wantedOf(file, items).flatMap(({ item, blankId, wanted, have }) => {
    const safe = enoughFor(wanted, item.log, house);
    if (have >= safe) return [];
    const orderBy = due === null ? null : addDays(due, -item.lead);
    return [{ blankId, wanted, have, safe, orderBy, coming: item.coming }];
  });
}

/** What holds an order up. */
export const HOLDS = [
  'goods',
  'art',
  'quote',
  'approval',
  'blanks',
  'paper',
  'press',
  'inspect',
  'pack',
  'closing',
] as const;
export type Hold = (typeof HOLDS)[number];

/** What holds an order up now, by what it wants of the stock: the first thing that somebody has to do before all else can go on; null: nothing, it is closed or cancelled. O(jobs). */
export function holdOf({ order, jobs }: OrderFile, wants: readonly Pick<Wanted, 'wanted' | 'have'>[]): Hold | null {
  if (order.status !== 'open') return null;
  if (jobs.length === 0) return 'goods';
  if (jobs.some(({ artId, status }) => artId === null && status === 'open')) return 'art';
  if (!order.quote) return 'quote';
  if (!order.accepted) return 'approval';
  const open = jobs.filter(({ status }) => status === 'open');
  // Enough without spares is enough to go on with.
  if (wants.some(({ wanted, have }) => have < wanted)) return 'blanks';
  const at = (...stages: Stage[]) => open.some(({ reached }) => stages.includes(reached));
  if (at('blank', 'art', 'sheet')) return 'paper';
  if (at('stack', 'press')) return 'press';
  if (open.length > 0) return 'inspect';
  const { good, packed } = progressOf(jobs);
  return packed < good ? 'pack' : 'closing';
}
