import { GUIDANCES, type Guidance } from '@kanga/core/bench';
import { keptText } from './kept-text.js';
import { useOperator } from './operator.js';

/** How each operator likes to be led at the press, kept at this screen by name. */
const likings = keptText('kanga.guidance');

function byName(text: string | null): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(text ?? '{}');
    return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
  } catch {
    // Somebody wrote something else there: nobody is known to like anything.
    return {};
  }
}

/** Remembers it for an operator; nobody is remembered who did not say who they are. */
export function setLiked(who: string | null, guidance: Guidance): void {
  if (who === null) return;
  likings.keep(JSON.stringify({ ...byName(likings.read()), [who]: guidance }));
}

/** How whoever stands at this screen likes to be led; null: never said. */
export function useLiked(): Guidance | null {
  const who = useOperator();
  const text = likings.useText();
  const value = who === null ? null : byName(text)[who];
  return GUIDANCES.find((one) => one === value) ?? null;
}
