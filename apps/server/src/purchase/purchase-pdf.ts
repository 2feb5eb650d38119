import { amountText, type Purchase } from '@kanga/core/stock';
import { formatMoney, unitPrinter, type Calendar, type ShopUnits } from '@kanga/core/units';
import { EDGE, penFor, RIGHT } from '../document/index.js';

/** A purchase list, and what it is headed with. */
export interface PurchaseList {
  purchases: readonly Purchase[];
  shop: string;
  day: string;
  currency: string;
  units: ShopUnits;
  calendar: Calendar;
}

/** The purchase list: supplier by supplier, each thing with a box to tick. */
export async function purchasePdf(list: PurchaseList): Promise<Uint8Array> {
  const { purchases, shop, day, currency, units, calendar } = list;
  const print = unitPrinter(units, calendar);
  const { pdf, pen } = await penFor('Purchase list');
  pen.heading({ shop, title: 'Purchase list', to: [], facts: [day] }, 12);
  if (purchases.length === 0) pen.line('Nothing is to be ordered.', 12);
  for (const { supplier, standings, cost, unpriced } of purchases) {
    pen.room(80);
    pen.y -= 10;
    pen.line(supplier === '' ? 'No supplier named' : supplier, 15);
    const missing = unpriced === 0 ? '' : `, and ${unpriced} without a price`;
    pen.line(`${formatMoney(cost, currency)}${missing}`, 10, true);
    for (const { item, order, orderBy, because, cost: own } of standings) {
      pen.room(36);
      pen.rule(0.4);
      pen.y -= 16;
      pen.box(EDGE);
      pen.text(item.name, 12, { x: EDGE + 20, width: RIGHT - EDGE - 220 });
      pen.text(amountText(order, item.unit, print), 12, { x: RIGHT - 90, right: true, width: 110 });
      if (own !== null) pen.text(formatMoney(own, currency), 12, { x: RIGHT, right: true, width: 80 });
      const why = because === 'order' ? 'an order wants it' : 'it runs low';
      const by = orderBy === null ? '' : `; order it by ${print.day(orderBy)}`;
      pen.y -= 12;
      pen.text(`${why}${by}`, 9, { x: EDGE + 20, soft: true });
    }
  }
  return pdf.save();
}
