import type { Purchase, Standing } from '@kanga/core/stock';
import { plainMoney } from '@kanga/core/units';
import { csv } from '../document/index.js';

const COLUMNS = [
  'supplier',
  'thing',
  'kind',
  'order',
  'unit',
  'order by',
  'because',
  'in stock',
  'wanted by orders',
  'cost',
  'currency',
];

/** The purchase list as a table: amounts in the unit that stands beside them. */
export function purchaseTable(purchases: readonly Purchase[], currency: string): string {
  const row = (supplier: string, { item, order, orderBy, because, reserved, cost }: Standing) => [
    supplier,
    item.name,
    item.kind,
    order,
    item.unit,
    orderBy ?? '',
    because ?? '',
    item.level ?? '',
    reserved.amount,
    cost === null ? '' : plainMoney(cost, currency),
    cost === null ? '' : currency,
  ];
  const rows = purchases.flatMap(({ supplier, standings }) => standings.map((one) => row(supplier, one)));
  return csv([COLUMNS, ...rows]);
}
