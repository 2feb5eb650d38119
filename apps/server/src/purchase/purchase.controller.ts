import { Body, Controller, Param, Res } from '@nestjs/common';
import type { Buying, StockEvent, StockItem, SupplyWords, OrderClaim } from '@kanga/core/stock';
import { dayIn, formatDay } from '@kanga/core/units';
import { idSchema } from '@kanga/contract/finding';
import {
  buyingSchema,
  type NewStockReport,
  stockIdSchema,
  stockReportSchema,
  supplySchema,
} from '@kanga/contract/stock';
import type { Response } from 'express';
import { Route, Valid } from '../http/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import type { purchasePdf } from './purchase-pdf.js';
import { PurchaseService } from './purchase.service.js';
import { purchaseTable } from './purchase-table.js';

const LIST = task<typeof purchasePdf>(new URL('./purchase-pdf.js', import.meta.url), 'purchasePdf');
const ITEM = new Valid(stockIdSchema);
const ID = new Valid(idSchema);

@Controller()
export class PurchaseController {
  constructor(
    private readonly purchases: PurchaseService,
    private readonly shop: ShopService,
    private readonly documents: DocumentMaker,
  ) {}

  @Route('stock')
  items(): Promise<StockItem[]> {
    return this.purchases.items();
  }

  @Route('stockEvents')
  events(@Param('item', ITEM) item: string): Promise<StockEvent[]> {
    return this.purchases.events(item);
  }

  @Route('stockClaims')
  claims(@Param('item', ITEM) item: string): Promise<OrderClaim[]> {
    return this.purchases.claims(item);
  }

  @Route('reportStock')
  report(
    @Param('item', ITEM) item: string,
    @Body(new Valid(stockReportSchema)) sent: NewStockReport,
  ): Promise<StockItem> {
    return this.purchases.report(item, sent);
  }

  @Route('setBuying')
  setBuying(@Param('item', ITEM) item: string, @Body(new Valid(buyingSchema)) sent: Buying): Promise<StockItem> {
    return this.purchases.setBuying(item, sent);
  }

  @Route('setSupply')
  setSupply(@Param('id', ID) id: string, @Body(new Valid(supplySchema)) sent: SupplyWords): Promise<StockItem> {
    return this.purchases.setSupply(id, sent);
  }

  @Route('removeSupply')
  removeSupply(@Param('id', ID) id: string): Promise<StockItem[]> {
    return this.purchases.removeSupply(id);
  }

  @Route('purchaseTable')
  async table(@Res() response: Response): Promise<void> {
    const { purchases, currency } = await this.purchases.list();
    response.type('text/csv').attachment('purchase-list.csv').send(purchaseTable(purchases, currency));
  }

  @Route('purchasePdf')
  async pdf(@Res() response: Response): Promise<void> {
    const [{ purchases, currency }, { settings }] = await Promise.all([this.purchases.list(), this.shop.read()]);
    const { dates, timeZone, units, shopName: shop } = settings;
    const calendar = { dates, timeZone };
    const day = formatDay(dayIn(timeZone, new Date().toISOString()), dates);
    const data = await this.documents.make(LIST, { purchases, shop, day, currency, units, calendar });
    response.type('application/pdf').attachment('purchase-list.pdf').send(data);
  }
}
