import { bySize, comesInPairs, type Blank } from '../blank/index.js';
import type { Stage } from '../finding/index.js';
import type { CostPart } from '../cost/index.js';
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
  /** The set that one of it belongs to, with one of each other line of that set; left out: none. */
  set?: string;
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
  /** What it was reckoned to cost the shop; left out: quotes of before did not say. No customer ever sees it. */
  reckoned?: Reckoned;
}

/** What an order was reckoned to cost when it was quoted, part by part. */
export interface Reckoned {
  parts: { part: CostPart; amount: Minor }[];
  /** Seconds of hands. */
  seconds: number;
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
  /** Whether it makes up for spoiled pieces of a size: what it makes was ordered already. */
  again: boolean;
  blankId: string | null;
  pieces: number;
  status: 'open' | 'closed';
  reached: Stage;
  artId: string | null;
  /** Judged good, and spoiled. */
  good: number;
  spoiled: number;
  /** Whether its transfers were printed here. */
  printed: boolean;
  /** Pieces that were under a plate, and that lie in a bag. */
  pressed: number;
  packed: number;
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

/** The same of a blank by its id; what is not on the shelf is counted in pieces. */
export function eachOf(blankId: string | null, blanks: readonly Pick<Blank, 'id' | 'family'>[]): number {
  const blank = blanks.find(({ id }) => id === blankId);
  return blank ? piecesEach(blank) : 1;
}

/** How many of its goods a job makes, in what they are counted in: pieces, or pairs of what is worn in pairs. */
export const countOf = (
  { blankId, pieces }: Pick<OrderJob, 'blankId' | 'pieces'>,
  blanks: readonly Pick<Blank, 'id' | 'family'>[],
): number => pieces / eachOf(blankId, blanks);

/** The jobs that what is ordered became, one for each size; those that make up for spoiled pieces left out. */
export const sizesOf = <J extends Pick<OrderJob, 'again'>>(jobs: readonly J[]): J[] =>
  jobs.filter(({ again }) => !again);

/** What is ordered, line by line and by size, as it is called where both are said. What is made again takes the place of what was spoiled: it is not among it. O(jobs · blanks). */
export function sizesByLine(
  { order, jobs }: OrderFile,
  blanks: readonly Blank[],
): { job: OrderJob; blank: Blank; what: string }[] {
  return order.lines.flatMap(({ id, what }) =>
    sizesOf(jobs)
      .filter((job) => job.line === id)
      .flatMap((job) => {
        const blank = blanks.find((one) => one.id === job.blankId);
        return blank ? [{ job, blank, what: blank.size === null ? what : `${what}, ${blank.size}` }] : [];
      })
      .sort((a, b) => bySize(a.blank, b.blank)),
  );
}

/** The job that a line’s design is made in: the first that there is. */
export const leadOf = <J extends Pick<OrderJob, 'line' | 'number' | 'again'>>(
  jobs: readonly J[],
  line: string,
): J | null =>
  sizesOf(jobs)
    .filter((job) => job.line === line)
    .reduce<J | null>((a, b) => (a === null || b.number < a.number ? b : a), null);

/** How far an order has come, over all pieces that were ordered. */
export interface Progress {
  pieces: number;
  good: number;
  spoiled: number;
  packed: number;
}
/** A size is as good as its good pieces, those that were made again counted, and never more than was ordered: more are spares. O(jobs). */
export function progressOf(jobs: readonly OrderJob[]): Progress {
  const bySize = new Map<string, Progress>();
  for (const { line, blankId, again, pieces, good, spoiled, packed } of jobs) {
    const key = `${line} ${blankId ?? ''}`;
    const size = bySize.get(key) ?? { pieces: 0, good: 0, spoiled: 0, packed: 0 };
    bySize.set(key, {
      pieces: size.pieces + (again ? 0 : pieces),
      good: size.good + good,
      spoiled: size.spoiled + spoiled,
      packed: size.packed + packed,
    });
  }
  const sum = { pieces: 0, good: 0, spoiled: 0, packed: 0 };
  for (const size of bySize.values()) {
    sum.pieces += size.pieces;
    sum.good += Math.min(size.good, size.pieces);
    sum.spoiled += size.spoiled;
    sum.packed += Math.min(size.packed, size.pieces);
  }
  return sum;
}

/** The sums of a quote. */
export interface QuoteSums {
  goods: Minor;
  shipping: Minor;
  net: Minor;
  tax: Minor;
  gross: Minor;
}
