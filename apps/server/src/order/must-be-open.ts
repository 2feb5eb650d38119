import type { Order } from '@kanga/core/order';
import { refuse } from '../http/index.js';

/** Refuses what is done to open orders only. */
export function mustBeOpen(
  { number, status }: Order,
  remedy = 'Open it again first, or repeat it as a new one.',
): void {
  if (status !== 'open') throw refuse(409, 'order.not-open', `Order ${number} is ${status}`, remedy);
}
