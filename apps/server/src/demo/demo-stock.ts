import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { BUILT_IN_BLANKS, isHardGoods } from '@kanga/core/blank';
import {
  blankItem,
  type Buying,
  inkItem,
  paperItem,
  type StockEvent,
  supplyItem,
  type SupplyWords,
  USUAL_BUYING,
} from '@kanga/core/stock';
import type { Shop } from '@kanga/contract/shop';
import { DB } from '../db/index.js';
import type { Knex } from 'knex';
import { StockLedger } from '../stock/index.js';

const DAY = 24 * 3_600_000;

interface DemoSupply {
  words: SupplyWords;
  buying: Buying;
  /** What came first, and what of it goes on a usual day. */
  came: number;
  daily: number;
}
const MILL = 'Alder Mill Blanks';
const PAPER = 'Quillby Paper and Ink';
const PACKERS = 'Nettlebed Packing';
const buying = (supplier: string, lead: number, lot: number): Buying => ({ ...USUAL_BUYING, supplier, lead, lot });

const SUPPLIES: readonly DemoSupply[] = [
  {
    words: {
      kind: 'protective paper',
      name: 'Butcher paper, wide roll',
      unit: 'mm',
      takes: { amount: 450, per: 'pressing' },
      price: 0.25,
    },
    buying: buying(PAPER, 5, 100_000),
    came: 200_000,
    daily: 1500,
  },
  {
    words: {
      kind: 'tape',
      name: 'Heat tape, narrow',
      unit: 'mm',
      takes: { amount: 200, per: 'pressing' },
      price: 0.06,
    },
    buying: buying(PAPER, 5, 33_000),
    came: 99_000,
    daily: 900,
  },
  {
    words: { kind: 'spray', name: 'Tack spray', unit: 'ml', takes: { amount: 1.5, per: 'pressing' }, price: 0.02 },
    buying: buying(PAPER, 5, 400),
    came: 800,
    daily: 6,
  },
  {
    words: { kind: 'packing', name: 'Garment bag', unit: 'piece', takes: { amount: 1, per: 'piece' }, price: 0.09 },
    buying: buying(PACKERS, 4, 100),
    came: 500,
    daily: 4,
  },
  {
    words: { kind: 'packing', name: 'Mat tube, long', unit: 'piece', takes: { amount: 0, per: 'piece' }, price: 1.1 },
    buying: buying(PACKERS, 4, 10),
    came: 10,
    daily: 0,
  },
];

/** Days of use that the demo shop looks back on. */
const PAST = 88;
/** Figures that look like chance and are the same every time: a linear congruential generator (Numerical Recipes; from memory). */
function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32;
}

/** Fills the stock of the demo shop: how things are bought, what was used of them, and supplies. */
@Injectable()
export class DemoStock {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly ledger: StockLedger,
  ) {}

  async load({ media, printers }: Pick<Shop, 'media' | 'printers'>): Promise<void> {
    const random = chance(20_261_129);
    await this.db.transaction(async (trx) => {
      const past = async (item: string, came: number, daily: number, batch: string) => {
        const events = pastOf(item, came, daily, batch, random);
        await this.ledger.ensure(events, trx);
      };
      for (const [i, { id, stock, family }] of BUILT_IN_BLANKS.entries()) {
        const item = blankItem(id);
        const lead = isHardGoods(family) ? 10 : 6;
        await this.ledger.describe(item, { ...buying(MILL, lead, isHardGoods(family) ? 12 : 6) }, trx);
        // What was pressed in the past came and went: what there is stays as the shelf has it.
        if (stock !== null) await past(item, 0, [0.6, 0.3, 0.15, 0.4][i % 4] ?? 0.3, `AM-${410 + i}`);
      }
      for (const { id, kind } of media)
        await this.ledger.describe(paperItem(id), buying(PAPER, 5, kind === 'roll' ? 50_000 : 100), trx);
      for (const { id, inks } of printers)
        for (const { name } of inks) {
          await this.ledger.describe(inkItem(id, name), buying(PAPER, 5, 100), trx);
          await past(inkItem(id, name), name === 'black' ? 300 : 250, 1.4, 'Q-77');
        }
      for (const { words, buying: bought, came, daily } of SUPPLIES) {
        const item = supplyItem(randomUUID());
        await this.ledger.describe(item, { ...bought, supply: words }, trx);
        await past(item, came, daily, '');
      }
    });
  }
}

/** What came at first, and what was used on each day since; with nothing that came, what was used came again on the same day. */
function pastOf(item: string, came: number, daily: number, batch: string, random: () => number): StockEvent[] {
  const at = (daysAgo: number) => new Date(Date.now() - daysAgo * DAY).toISOString();
  const event = (kind: 'receipt' | 'use', change: number, daysAgo: number, reason: string): StockEvent => ({
    id: randomUUID(),
    item,
    kind,
    change,
    counted: null,
    at: at(daysAgo),
    by: null,
    reason,
    batch: kind === 'receipt' ? batch : '',
    measured: null,
  });
  const events = came > 0 ? [event('receipt', came, PAST + 1, '')] : [];
  let used = 0;
  for (let ago = PAST; ago > 0; ago--) {
    // Closed at weekends; on other days more or less than usual.
    if (ago % 7 < 2 || daily === 0) continue;
    const amount = Math.round(daily * 1.4 * (0.3 + 1.4 * random()));
    if (amount === 0) continue;
    used += amount;
    events.push(event('use', -amount, ago, 'jobs of that day'));
  }
  if (came === 0 && used > 0) events.unshift(event('receipt', used, PAST + 1, ''));
  return events;
}
