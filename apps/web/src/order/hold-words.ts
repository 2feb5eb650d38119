import type { Hold } from '@kanga/core/order';

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
  closing: 'All made: to be closed',
};
