import { GUIDANCES, type Guidance } from '@kanga/core/bench';
import { useSyncExternalStore } from 'react';
import { useWho } from './who.js';

/** How each operator likes to be led at the press, kept at this screen by name. */
const KEY = 'kanga.guidance';
const watchers = new Set<() => void>();
const read = (): string => localStorage.getItem(KEY) ?? '{}';

function kept(text: string): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {};
  } catch {
    // Somebody wrote something else there: nobody is known to like anything.
    return {};
  }
}

/** Remembers it for an operator; nobody is remembered who did not say who they are. */
export function setLiked(who: string | null, guidance: Guidance): void {
  if (who === null) return;
  localStorage.setItem(KEY, JSON.stringify({ ...kept(read()), [who]: guidance }));
  for (const watcher of watchers) watcher();
}

/** How whoever stands at this screen likes to be led; null: never said. */
export function useLiked(): Guidance | null {
  const who = useWho();
  const text = useSyncExternalStore((watcher) => {
    watchers.add(watcher);
    return () => watchers.delete(watcher);
  }, read);
  const value = who === null ? null : kept(text)[who];
  return GUIDANCES.find((one) => one === value) ?? null;
}
