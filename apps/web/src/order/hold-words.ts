import type { Hold, Order } from '@kanga/core/order';

/** What holds an order up, in words. */
export const HOLD_WORDS: Record<Hold, string> = {
  goods: 'Nothing ordered yet',
  art: 'Waits for art',
  quote: 'To be quoted',
  approval: 'Waits for the customer',
  blanks: 'Waits for blanks',
  paper: 'To be printed',
  press: 'To be pressed',
  inspect: 'To be inspected',
  pack: 'To be packed',
  closing: 'All packed: to be closed',
};

/** Where an order stands, in words. */
export const standingOf = ({ status }: Pick<Order, 'status'>, hold: Hold | null): string =>
  hold ? HOLD_WORDS[hold] : status === 'closed' ? 'Closed' : 'Cancelled';
