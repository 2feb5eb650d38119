import { Inject, Injectable } from '@nestjs/common';
import type { Blank } from '@kanga/core/blank';
import type { Media, Printer } from '@kanga/core/shop';
import { USUAL_RATES } from '@kanga/core/shop';
import {
  blankItem,
  inkItem,
  paperItem,
  purchaseList,
  type Purchase,
  standingOf,
  type StockEvent,
  type StockItem,
  supplyItem,
  type SupplyWords,
  USE_WINDOW,
  useRate,
  USUAL_BUYING,
  type Buying,
  type OrderClaim,
} from '@kanga/core/stock';
import { addDays, dayIn } from '@kanga/core/units';
import type { NewStockReport } from '@kanga/contract/stock';
import type { Knex } from 'knex';
import { BlankRepository } from '../blank/index.js';
import { DB } from '../db/index.js';
import { notFound, refuse } from '../http/index.js';
import { ShopRepository, ShopService } from '../shop/index.js';
import { StockLedger } from '../stock/index.js';
import { ClaimRepository } from './claim.repository.js';

type Described = Pick<StockItem, 'id' | 'kind' | 'name' | 'family' | 'unit' | 'price'>;

const ofBlank = ({ id, name, family, cost }: Blank): Described => ({
  id: blankItem(id),
  kind: 'blank',
  name,
  family,
  unit: 'piece',
  price: cost,
});
const ofPaper = ({ id, name, kind, price }: Media): Described => ({
  id: paperItem(id),
  kind: 'paper',
  name,
  family: null,
  unit: kind === 'roll' ? 'mm' : 'sheet',
  price,
});
const ofInks = ({ id, name, inks }: Printer): Described[] =>
  inks.map((ink) => ({
    id: inkItem(id, ink.name),
    kind: 'ink',
    name: `${ink.name}, ${name}`,
    family: null,
    unit: 'ml',
    price: ink.price,
  }));

const BLANK = blankItem('');

/** What a shop keeps, and what is to be bought of it. */
@Injectable()
export class PurchaseService {
  constructor(
    @Inject(DB) private readonly db: Knex,
    private readonly ledger: StockLedger,
    private readonly blanks: BlankRepository,
    private readonly shop: ShopService,
    private readonly floor: ShopRepository,
    private readonly wanted: ClaimRepository,
  ) {}

  /** All things that a shop keeps, blanks that are off the shelf left out. */
  async items(): Promise<StockItem[]> {
    const zone = await this.floor.timeZone();
    const today = dayIn(zone, new Date().toISOString());
    const [levels, bodies, used, measured, claims, log, blanks, { printers, media }] = await Promise.all([
      this.ledger.levels(),
      this.ledger.bodies(),
      this.ledger.used(addDays(today, -USE_WINDOW), zone),
      this.ledger.measured(),
      this.wanted.byDay(),
      this.wanted.log(),
      this.blanks.all(),
      this.floor.floor(),
    ]);
    const supplies = [...bodies].flatMap(([id, { supply }]): Described[] =>
      supply
        ? [{ id, kind: supply.kind, name: supply.name, family: null, unit: supply.unit, price: supply.price }]
        : [],
    );
    const described = [
      ...blanks.filter(({ archived }) => !archived).map(ofBlank),
      ...media.filter(({ offcut }) => !offcut).map(ofPaper),
      ...printers.flatMap(ofInks),
      ...supplies,
    ];
    return described.map((one) => {
      const level = levels.get(one.id);
      const { supply, ...buying } = bodies.get(one.id) ?? { ...USUAL_BUYING, supply: null };
      const blankId = one.kind === 'blank' ? one.id.slice(BLANK.length) : '';
      return {
        ...one,
        ...buying,
        supply,
        level: level?.level ?? null,
        batch: level?.batch ?? '',
        rate: useRate(used.get(one.id) ?? [], today),
        claims: claims.get(blankId) ?? [],
        log: log.get(blankId) ?? { spoiled: 0, pressed: 0 },
        measured: measured.find(({ item }) => item === one.id)?.measured ?? null,
      };
    });
  }

  private async item(id: string): Promise<StockItem> {
    const found = (await this.items()).find((one) => one.id === id);
    if (!found) throw notFound('thing in stock', id);
    return found;
  }

  async events(id: string): Promise<StockEvent[]> {
    await this.item(id);
    return this.ledger.events(id, 200);
  }

  /** What accepted orders still want of a thing. */
  async claims(id: string): Promise<OrderClaim[]> {
    await this.item(id);
    return id.startsWith(BLANK) ? this.wanted.ofBlank(id.slice(BLANK.length)) : [];
  }

  /** What came, or what was counted. What came is no longer on its way. */
  async report(item: string, report: NewStockReport): Promise<StockItem> {
    const { unit, coming } = await this.item(item);
    const { amount, kind } = report;
    if (amount !== null && (unit === 'piece' || unit === 'sheet') && !Number.isInteger(amount))
      throw refuse(
        422,
        'stock.whole',
        `${amount} is no whole number of ${unit}s`,
        `Count whole ${unit}s; what is broken is left out.`,
      );
    await this.db.transaction(async (trx) => {
      const added = await this.ledger.report({ ...report, item }, trx);
      if (!added || kind !== 'receipt' || coming === null || amount === null) return;
      const rest = coming.amount - amount;
      await this.ledger.describe(item, { coming: rest > 1e-9 ? { ...coming, amount: rest } : null }, trx);
    });
    return this.item(item);
  }

  async setBuying(item: string, buying: Buying): Promise<StockItem> {
    await this.item(item);
    await this.db.transaction((trx) => this.ledger.describe(item, buying, trx));
    return this.item(item);
  }

  async setSupply(id: string, supply: SupplyWords): Promise<StockItem> {
    await this.db.transaction((trx) => this.ledger.describe(supplyItem(id), { supply }, trx));
    return this.item(supplyItem(id));
  }

  async removeSupply(id: string): Promise<StockItem[]> {
    if (!(await this.ledger.take(supplyItem(id)))) throw notFound('supply', id);
    return this.items();
  }

  /** What is to be bought today, by supplier. */
  async list(): Promise<{ purchases: Purchase[]; currency: string }> {
    const [items, { settings }] = await Promise.all([this.items(), this.shop.read()]);
    const rates = settings.rates ?? USUAL_RATES;
    return { purchases: purchaseList(items.map((item) => standingOf(item, rates))), currency: rates.currency };
  }
}
