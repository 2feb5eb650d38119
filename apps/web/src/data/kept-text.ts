import { useSyncExternalStore } from 'react';

/** A text that is kept at this screen, and seen at once wherever it is shown. */
export interface KeptText {
  /** Null: nothing is kept. */
  read: () => string | null;
  /** Keeps it; null forgets it. */
  keep: (text: string | null) => void;
  useText: () => string | null;
}

export function keptText(key: string): KeptText {
  const watchers = new Set<() => void>();
  const read = (): string | null => localStorage.getItem(key);
  const watch = (watcher: () => void) => {
    watchers.add(watcher);
    return () => watchers.delete(watcher);
  };
  return {
    read,
    keep: (text) => {
      if (text === null) localStorage.removeItem(key);
      else localStorage.setItem(key, text);
      for (const watcher of watchers) watcher();
    },
    useText: () => useSyncExternalStore(watch, read),
  };
}
