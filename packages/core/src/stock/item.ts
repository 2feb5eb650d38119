import type { Family } from '../blank/index.js';
import type { Finding } from '../finding/index.js';
import type { UseRate } from './reorder.js';

/** Things that a shop buys beside blanks, papers and inks. */
export const SUPPLY_KINDS = ['protective paper', 'tape', 'spray', 'packing'] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];
export const STOCK_KINDS = ['blank', 'paper', 'ink', ...SUPPLY_KINDS] as const;
export type StockKind = (typeof STOCK_KINDS)[number];

/** What a thing in stock is counted in. */
export const STOCK_UNITS = ['piece', 'sheet', 'mm', 'ml'] as const;
export type StockUnit = (typeof STOCK_UNITS)[number];

/** How a thing is bought. */
export interface Buying {
  supplier: string;
  /** Days from ordering it to having it. */
  lead: number;
  /** It is bought in multiples of so many. */
  lot: number;
  /** What was ordered and is not there yet; null: nothing. */
  coming: { amount: number; day: string } | null;
}
export const USUAL_BUYING: Buying = { supplier: '', lead: 7, lot: 1, coming: null };

/** A supply as the shop describes it. */
export interface SupplyWords {
  kind: SupplyKind;
  name: string;
  unit: StockUnit;
  /** What one pressing, or one piece, takes of it. */
  takes: { amount: number; per: 'pressing' | 'piece' };
  /** Price of one in the shop's own money, of a metre where it is counted in mm; null: not known. */
  price: number | null;
}

/** What accepted orders of one due day still want of a thing. */
export interface Claim {
  amount: number;
  due: string | null;
}

/** What one of them wants of it. */
export interface OrderClaim extends Claim {
  orderId: string;
  /** The number of the order. */
  order: number;
}

/** A thing that a shop keeps, however it is described: where it stands, how it is bought, and how fast it goes. */
export interface StockItem extends Buying {
  /** `blank:…`, `paper:…`, `ink:…` or `supply:…`, after what it stands for. */
  id: string;
  kind: StockKind;
  name: string;
  /** What kind of goods a blank is, for its picture. */
  family: Family | null;
  unit: StockUnit;
  /** What there is; null: nobody counts it. Below nothing, more was used than anybody put in. */
  level: number | null;
  price: number | null;
  /** The batch that came last. */
  batch: string;
  /** How fast it goes of late; null: none of it was used. */
  rate: UseRate | null;
  /** What accepted orders want of it by due day, the first day first. */
  claims: Claim[];
  /** Pieces of it that were judged of late, and those that were spoiled. */
  log: { spoiled: number; pressed: number };
  /** What one of the last batch measures, mm, where it was measured. */
  measured: StockEvent['measured'];
  /** Null but for supplies. */
  supply: SupplyWords | null;
}

export const blankItem = (blankId: string): string => `blank:${blankId}`;
export const paperItem = (mediaId: string): string => `paper:${mediaId}`;
export const inkItem = (printerId: string, ink: string): string => `ink:${printerId}:${ink}`;
export const supplyItem = (id: string): string => `supply:${id}`;

/** What can happen to what is in stock. `stopped`: it is no longer counted. */
export const STOCK_EVENTS = ['receipt', 'count', 'use', 'stopped'] as const;
type StockEventKind = (typeof STOCK_EVENTS)[number];

/** Something that happened to what is in stock; only ever added. */
export interface StockEvent {
  id: string;
  item: string;
  kind: StockEventKind;
  /** By so much there is more, or less. What there is is the sum of all of them. */
  change: number;
  /** What was counted; null for what is no count. */
  counted: number | null;
  /** ISO 8601. */
  at: string;
  by: string | null;
  /** In words: why a count differs, or what used it. */
  reason: string;
  batch: string;
  /** What one of a receipt measures where it was measured, mm. */
  measured: { width: number; height: number } | null;
}

/** What there is after some events: their sum, in thousandths, so that it is exact. */
export const levelOf = (events: readonly Pick<StockEvent, 'change'>[]): number =>
  events.reduce((sum, { change }) => sum + Math.round(change * 1000), 0) / 1000;

/** What somebody reports of a thing. */
export interface StockReport {
  id: string;
  item: string;
  kind: 'receipt' | 'count' | 'stopped';
  /** What came, or what was counted; null where counting stops. */
  amount: number | null;
  by: string | null;
  reason: string;
  batch: string;
  measured: StockEvent['measured'];
}

/** By how much a report changes what there is, `level` (null: nobody counted until now). Throws a RangeError for less than nothing. */
export function changeBy({ kind, amount }: Pick<StockReport, 'kind' | 'amount'>, level: number | null): number {
  if (kind === 'stopped') return 0;
  if (amount === null || !(amount >= 0)) throw new RangeError(`an amount in stock is 0 or more, got ${amount}`);
  if (kind === 'receipt') return amount;
  return Math.round((amount - (level ?? 0)) * 1000) / 1000;
}

/** A place of a finding in the shop, of one that is no stop. */
export const stockFinding = (
  code: string,
  severity: Exclude<Finding['severity'], 'stop'>,
  title: string,
  why: string,
  remedy: string,
): Finding => ({ code: `stock.${code}`, severity, title, why, remedy, where: { stage: 'shop' }, waivable: true });
