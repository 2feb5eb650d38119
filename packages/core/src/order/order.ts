import { comesInPairs, type Blank } from '../blank/index.js';
import type { Stage } from '../finding/index.js';
import type { Minor } from '../units/index.js';

/** Who ordered, and how to reach them. */
export interface Customer {
  name: string;
  /** Address, telephone: as the shop writes it. */
  reach: string;
  notes: string;
}

/** Who it is for, line by line, as it stands on paper. */
export const addressOf = ({ name, reach }: Pick<Customer, 'name' | 'reach'>): string[] =>
  [name, ...reach.split('\n')].filter((line) => line.trim() !== '');

/** A line of an order: one kind of goods with one design. What of it is made in which size are its jobs, one for each blank. */
export interface OrderLine {
  id: string;
  /** As the customer calls it. */
  what: string;
}

/** What is asked for one size of a line, as it was quoted: a price does not change when costs do. */
export interface QuotedSize {
  line: string;
  what: string;
  blankId: string;
  blankName: string;
  /** In pieces, or pairs of what is worn in pairs. */
  count: number;
  price: Minor;
}

/** A quote as the customer got it. */
export interface Quote {
  /** ISO 8601. */
  at: string;
  /** The last day that it holds, `2026-12-24`. */
  until: string;
  currency: string;
  sizes: QuotedSize[];
  shipping: Minor;
  tax: { name: string; share: number } | null;
  terms: string;
}

export const ORDER_STATES = ['open', 'closed', 'cancelled'] as const;

/** An order: what one customer wants by one day. */
export interface Order {
  id: string;
  /** Counted by the shop. */
  number: number;
  name: string;
  /** Counts saves; a save names the version it changes. */
  version: number;
  customer: Customer;
  /** ISO 8601 day. */
  due: string | null;
  note: string;
  lines: OrderLine[];
  /** The last quote; null: none yet. */
  quote: Quote | null;
  /** When the customer took the quote, and whose word it was; null: not yet. */
  accepted: { at: string; by: string } | null;
  status: (typeof ORDER_STATES)[number];
  createdAt: string;
  updatedAt: string;
}

/** What a save may change of an order itself. */
export type OrderChange = Pick<Order, 'name' | 'version' | 'customer' | 'due' | 'note'>;

/** A job of an order, as an order sees it. */
export interface OrderJob {
  id: string;
  number: number;
  line: string;
  /** Whether its design is the one of the line; false: this size has one of its own. */
  follows: boolean;
  blankId: string | null;
  pieces: number;
  status: 'open' | 'closed';
  reached: Stage;
  artId: string | null;
  /** Judged good, and spoiled. */
  good: number;
  spoiled: number;
  /** Whether its plan is frozen: what it is made of can no longer change by itself. */
  atPress: boolean;
}

/** An order with its jobs, in the order of their numbers. */
export interface OrderFile {
  order: Order;
  jobs: OrderJob[];
}

/** Lines, sizes and counts that an order may have. */
export const ORDER_LIMITS = { lines: 40, sizes: 60, pieces: 5000 };

/** Pieces that one of a count stands for: two of what is worn in pairs. */
export const piecesEach = (blank: Pick<Blank, 'family'>): number => (comesInPairs(blank) ? 2 : 1);

/** The job that a line’s design is made in: the first that there is. */
export const leadOf = <J extends Pick<OrderJob, 'line' | 'number'>>(jobs: readonly J[], line: string): J | null =>
  jobs.filter((job) => job.line === line).reduce<J | null>((a, b) => (a === null || b.number < a.number ? b : a), null);

/** How far an order has come, over all pieces. */
export interface Progress {
  pieces: number;
  good: number;
  spoiled: number;
}
export const progressOf = (jobs: readonly OrderJob[]): Progress => ({
  pieces: jobs.reduce((sum, job) => sum + job.pieces, 0),
  // More good ones than were wanted are spares.
  good: jobs.reduce((sum, job) => sum + Math.min(job.good, job.pieces), 0),
  spoiled: jobs.reduce((sum, job) => sum + job.spoiled, 0),
});

/** A blank that an order wants more of than there is. */
export interface Short {
  blankId: string;
  wanted: number;
  have: number;
}

/** Blanks that an order is short of: what is not pressed yet, against the stock. Blanks that nobody counts are never short. O(jobs). */
export function shortOf(jobs: readonly OrderJob[], blanks: readonly Pick<Blank, 'id' | 'stock'>[]): Short[] {
  const wanted = new Map<string, number>();
  for (const { blankId, pieces, good, atPress } of jobs)
    // At the press, stock went down with every piece already.
    if (blankId !== null && !atPress) wanted.set(blankId, (wanted.get(blankId) ?? 0) + Math.max(0, pieces - good));
  return [...wanted].flatMap(([blankId, count]) => {
    const have = blanks.find(({ id }) => id === blankId)?.stock ?? null;
    return have !== null && have < count ? [{ blankId, wanted: count, have }] : [];
  });
}

/** What holds an order up. */
export const HOLDS = ['goods', 'art', 'quote', 'approval', 'blanks', 'paper', 'press', 'inspect', 'closing'] as const;
export type Hold = (typeof HOLDS)[number];

/** What holds an order up now: the first thing that somebody has to do before all else can go on; null: nothing, it is closed or cancelled. O(jobs). */
export function holdOf({ order, jobs }: OrderFile, short: readonly Short[]): Hold | null {
  if (order.status !== 'open') return null;
  if (jobs.length === 0) return 'goods';
  if (jobs.some(({ artId, status }) => artId === null && status === 'open')) return 'art';
  if (!order.quote) return 'quote';
  if (!order.accepted) return 'approval';
  const open = jobs.filter(({ status }) => status === 'open');
  if (open.length === 0) return 'closing';
  if (short.length > 0) return 'blanks';
  const at = (...stages: Stage[]) => open.some(({ reached }) => stages.includes(reached));
  if (at('blank', 'art', 'sheet')) return 'paper';
  return at('stack', 'press') ? 'press' : 'inspect';
}

/** The sums of a quote. */
export interface QuoteSums {
  goods: Minor;
  shipping: Minor;
  net: Minor;
  tax: Minor;
  gross: Minor;
}
