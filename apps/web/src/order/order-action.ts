import type { NextAction } from '@kanga/core/job';
import type { Hold, OrderFile } from '@kanga/core/order';
import { HOLD_WORDS } from './hold-words.js';

/** What moves an order on, in one sentence. */
export function actionOf(
  { order, jobs }: OrderFile,
  hold: Hold | null,
): Omit<NextAction, 'stage' | 'command'> & { go: string | null } {
  const artless = jobs.find(({ artId, status }) => artId === null && status === 'open');
  const next = jobs.find(({ status }) => status === 'open');
  switch (hold) {
    case 'goods':
      return { sentence: 'Say what is ordered: goods, sizes, and how many of each.', label: 'Add a line', go: null };
    case 'art':
      return {
        sentence: `Put the art on ${order.lines.find(({ id }) => id === artless?.line)?.what ?? 'the goods'}; the other sizes follow.`,
        label: 'Choose the art',
        go: artless ? `/jobs/${artless.id}/art` : null,
      };
    case 'quote':
      return {
        sentence: 'Look at what it costs, and make the quote.',
        label: 'Price it',
        go: `/orders/${order.id}/price`,
      };
    case 'approval':
      return {
        sentence: `Does ${order.customer.name || 'the customer'} take the quote?`,
        label: 'They take it',
        go: null,
      };
    case 'closing':
      return { sentence: 'All of it is made and packed.', label: 'Close the order', go: null };
    case 'pack':
      return { sentence: 'All of it is made. Pack it, bag by bag.', label: 'Pack it', go: `/orders/${order.id}/pack` };
    case null:
      return { sentence: `This order is ${order.status}.`, label: 'Open it again', go: null };
    default:
      return {
        sentence: `${HOLD_WORDS[hold]}: go on with job ${next?.number ?? ''}.`,
        label: 'Open the job',
        go: next ? `/jobs/${next.id}/${next.reached}` : null,
      };
  }
}
