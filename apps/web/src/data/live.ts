import { useEffect, useSyncExternalStore } from 'react';
import { deviceFinding } from '@kanga/core/bench';
import type { Finding } from '@kanga/core/finding';
import type { LiveMessage, PressNow } from '@kanga/contract/bench';
import { addressOf } from '@kanga/contract/route';

/** What a listener is told: a message of the server, or that the line is open again and something may have been missed. */
export type LiveNews = LiveMessage | { kind: 'again' };
type Listener = (news: LiveNews) => void;

/** How things stand on the line. */
export interface LiveState {
  /** Whether the server is heard. Null: not known yet. */
  heard: boolean | null;
  presses: readonly PressNow[];
}

/** An `EventSource`, as far as it is needed here. */
export interface Source {
  onopen: ((event: Event) => unknown) | null;
  onmessage: ((event: MessageEvent<string>) => unknown) | null;
  onerror: ((event: Event) => unknown) | null;
  close: () => void;
}

const RETRY_MS = 1000;
/** A line that was good is opened again sooner: another server of the shop may be there. Not by all screens in the same moment. */
const soon = (): number => 50 + Math.random() * 150;

/**
 * The one line on which the server says what happens, as server-sent events: open while anybody listens. It is opened anew whenever it broke, and then
 * every listener is told, since what was said meanwhile is not said again.
 */
export class LiveLine {
  private readonly listeners = new Set<Listener>();
  private readonly watchers = new Set<() => void>();
  private source: Source | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private state: LiveState = { heard: null, presses: [] };

  constructor(private readonly open: () => Source) {}

  readonly read = (): LiveState => this.state;

  /** For whoever looks at the state. */
  readonly watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  private set(change: Partial<LiveState>): void {
    this.state = { ...this.state, ...change };
    for (const watcher of this.watchers) watcher();
  }

  private tell(news: LiveNews): void {
    for (const listener of this.listeners) listener(news);
  }

  listen(listener: Listener): () => void {
    this.listeners.add(listener);
    if (!this.source && !this.timer) this.connect();
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.hangUp();
    };
  }

  private hangUp(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.source?.close();
    this.source = null;
    this.set({ heard: null });
  }

  private connect(): void {
    this.timer = null;
    const source = this.open();
    this.source = source;
    let wasGood = false;
    source.onopen = () => {
      wasGood = true;
      this.set({ heard: true });
      this.tell({ kind: 'again' });
    };
    source.onmessage = ({ data }) => {
      const message = JSON.parse(data) as LiveMessage;
      if (message.kind === 'presses') this.set({ presses: message.presses });
      this.tell(message);
    };
    source.onerror = () => {
      // A browser gives some lines up for good: it is opened anew here, always in the same way.
      source.close();
      if (this.source !== source) return;
      this.source = null;
      this.set({ heard: false, presses: [] });
      this.timer = setTimeout(
        () => {
          this.connect();
        },
        wasGood ? soon() : RETRY_MS,
      );
    };
  }
}

export const liveLine = new LiveLine(() => new EventSource(addressOf('live', {})));

export const useLive = (): LiveState => useSyncExternalStore(liveLine.watch, liveLine.read);

/** Tells what happens, while the component is there. */
export function useNews(listener: Listener): void {
  useEffect(() => liveLine.listen(listener), [listener]);
}

/** What is wrong with the controllers of these presses. */
export function useDeviceFindings(presses: readonly { id: string; name: string }[]): Finding[] {
  const told = useLive().presses;
  return presses.flatMap((press) => {
    const trouble = told.find(({ pressId }) => pressId === press.id)?.trouble ?? null;
    return trouble === null ? [] : [deviceFinding(press, trouble)];
  });
}

/** What a press tells of itself now; undefined: it has no controller. */
export const usePressNow = (pressId: string): PressNow | undefined =>
  useLive().presses.find((one) => one.pressId === pressId);
