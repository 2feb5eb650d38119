import { useSyncExternalStore } from 'react';
import type { BenchEvent } from '@kanga/core/bench';
import { serverNow } from './clock.js';

const KEY = 'kanga.who';
const watchers = new Set<() => void>();

/** Who stands at this screen; null: nobody said. */
const who = (): string | null => localStorage.getItem(KEY);

export function setWho(name: string | null): void {
  if (name === null) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, name);
  for (const watcher of watchers) watcher();
}

export const useWho = (): string | null =>
  useSyncExternalStore((watcher) => {
    watchers.add(watcher);
    return () => watchers.delete(watcher);
  }, who);

/** What every event of the bench begins with. */
export const stamp = (): Pick<BenchEvent, 'id' | 'at' | 'by'> => ({
  id: crypto.randomUUID(),
  at: serverNow(),
  by: who(),
});
