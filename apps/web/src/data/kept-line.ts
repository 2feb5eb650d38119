import { useSyncExternalStore } from 'react';

/** Whether this screen lives on answers that were kept, because the server is away. */
class KeptLine {
  private since: string | null = null;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): string | null => this.since;

  /** Of an answer: when it was given, if it was kept; null: it came just now. The oldest that was heard counts until the server is back. */
  hear(given: string | null): void {
    const at = given === null ? null : new Date(given).toISOString();
    const next = at === null || this.since === null ? at : at < this.since ? at : this.since;
    if (next === this.since) return;
    this.since = next;
    for (const listener of this.listeners) listener();
  }
}

export const keptLine = new KeptLine();

/** From when on this screen shows how it was, ISO 8601; null: the server answers. */
export const useKeptSince = (): string | null => useSyncExternalStore(keptLine.subscribe, keptLine.read);
