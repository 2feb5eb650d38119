import type { Hold, Order, Wanted } from '@kanga/core/order';

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

/** Where an order stands, in words; what it wants of the stock says which blanks it waits for. */
export const standingOf = (
  { status }: Pick<Order, 'status'>,
  hold: Hold | null,
  wants: readonly Wanted[] = [],
): string => {
  const missing = wants.flatMap(({ item, wanted, have }) =>
    have < wanted ? [`${wanted - have} more of ${item.name}`] : [],
  );
  if (hold === 'blanks' && missing.length > 0) return `Waits for ${missing.join(', ')}`;
  return hold ? HOLD_WORDS[hold] : status === 'closed' ? 'Closed' : 'Cancelled';
};
