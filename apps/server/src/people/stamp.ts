import type { RouteName } from '@kanga/contract/route';

/** What is sent to these doors says whose it is: `by`, of it all or of each of its `events`. */
export const SAY_BY: readonly RouteName[] = [
  'addEvents',
  'packIntoOrder',
  'packIntoJob',
  'useTestCloth',
  'reportStock',
  'addRecipe',
  'settlePrint',
  'setResult',
  'addAnswer',
];

const hasBy = (value: unknown): value is { by: unknown } =>
  typeof value === 'object' && value !== null && 'by' in value;

/**
 * Makes what is said to be somebody's theirs who signed in. `others`: who was at this device lately; what they entered while the server was away is sent under another's name, and stays
 * theirs.
 */
export function stamp(body: unknown, own: string, others: readonly string[]): void {
  const { events } = (body ?? {}) as { events?: unknown };
  for (const one of [body, ...(Array.isArray(events) ? (events as unknown[]) : [])])
    if (hasBy(one) && !(typeof one.by === 'string' && others.includes(one.by))) one.by = own;
}
