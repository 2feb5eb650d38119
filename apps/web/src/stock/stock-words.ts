import { amountText, type Standing, type StockKind } from '@kanga/core/stock';
import { formatCount, type UnitPrinter } from '@kanga/core/units';

/** What things of a kind are called together, in the order that they are shown. */
export const KIND_NAMES: Record<StockKind, string> = {
  blank: 'Blanks',
  paper: 'Papers',
  ink: 'Inks',
  'protective paper': 'Protective paper',
  tape: 'Tape',
  spray: 'Spray',
  packing: 'Packing',
};

/** How a thing stands, in a few words. */
export function standingWords({ item, reserved, lasts }: Standing, print: UnitPrinter): string {
  const said = [
    ...(reserved.amount > 0 ? [`${amountText(reserved.amount, item.unit, print)} wanted by orders`] : []),
    ...(item.coming
      ? [`${amountText(item.coming.amount, item.unit, print)} coming ${print.day(item.coming.day)}`]
      : []),
    ...(lasts !== null && item.level !== null ? [`lasts ${formatCount(Math.floor(lasts), 'day')}`] : []),
  ];
  return said.join(' · ');
}

/** What is to be ordered of a thing, in a few words. */
export function orderWords({ item, order, orderBy, because }: Standing, print: UnitPrinter): string {
  const by = orderBy === null ? '' : ` by ${print.day(orderBy)}`;
  return `Order ${amountText(order, item.unit, print)}${by}${because === 'order' ? ', for orders' : ': runs low'}`;
}
