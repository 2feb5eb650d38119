import type { BenchEvent } from '@kanga/core/bench';
import { keepAnswer } from '../kept/index.js';
import { api, ApiError, problemFrom } from './api.js';
import type { Problem } from '@kanga/contract/finding';

type Send = (jobId: string, events: BenchEvent[]) => Promise<BenchEvent[]>;
const sendByApi: Send = (jobId, events) =>
  api<BenchEvent[]>(`jobs/${jobId}/events`, { method: 'POST', json: { events } });

export interface OutboxState {
  /** What the server has, then what it does not have yet. */
  events: BenchEvent[];
  waiting: number;
  trouble: Problem | null;
}

const RETRY_MS = 1500;
/** As many entries as the server takes in one go. */
const MOST_AT_ONCE = 500;
const keyOf = (jobId: string, part = '') => `kanga.bench.${jobId}.${part}`;
/** Writes down what is known to have happened, for a reload while the server is away. */
type Remember = (jobId: string, events: readonly BenchEvent[]) => Promise<void>;
const rememberHere: Remember = (jobId, events) => keepAnswer(`/api/jobs/${jobId}/events`, events);
/** Keeps the order of entries that were made in the same instant. */
let entries = 0;

function withoutThose(events: readonly BenchEvent[], those: readonly BenchEvent[]): BenchEvent[] {
  const ids = new Set(those.map(({ id }) => id));
  return events.filter(({ id }) => !ids.has(id));
}

/** Every entry has a key of its own, so that two windows of one browser never write over each other’s. */
function readKept(store: Storage, jobId: string): Map<string, BenchEvent> {
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i)).flatMap((key) =>
    key?.startsWith(keyOf(jobId)) ? [key] : [],
  );
  return new Map(
    keys.sort().flatMap((key): [string, BenchEvent][] => {
      const text = store.getItem(key);
      return text ? [[key, JSON.parse(text) as BenchEvent]] : [];
    }),
  );
}

/**
 * What is done at the press, written down here first and then sent: an entry outlives a reload, a closed lid and a server
 * that is away. Every event carries its own id, so that sending one twice does no harm.
 */
export class BenchOutbox {
  private known: BenchEvent[];
  private readonly kept: Map<string, BenchEvent>;
  private state: OutboxState;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending = false;
  private closed = false;

  constructor(
    private readonly jobId: string,
    known: BenchEvent[],
    private readonly store: Storage,
    private readonly send: Send = sendByApi,
    private readonly remember: Remember = rememberHere,
  ) {
    this.known = known;
    this.kept = readKept(store, jobId);
    this.state = this.compute(null);
    if (this.kept.size > 0) this.later(0);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): OutboxState => this.state;

  private compute(trouble: Problem | null): OutboxState {
    const waiting = withoutThose([...this.kept.values()], this.known);
    return { events: [...this.known, ...waiting], waiting: waiting.length, trouble };
  }

  private publish(trouble: Problem | null): void {
    this.state = this.compute(trouble);
    for (const listener of this.listeners) listener();
  }

  private forget(keys: Iterable<string>): void {
    for (const key of keys) {
      this.kept.delete(key);
      this.store.removeItem(key);
    }
  }

  /** Writes events down here, then sends them. */
  record(...events: BenchEvent[]): void {
    for (const event of events) {
      const key = keyOf(this.jobId, `${event.at}.${String(entries++).padStart(6, '0')}.${event.id}`);
      this.kept.set(key, event);
      this.store.setItem(key, JSON.stringify(event));
    }
    this.publish(this.state.trouble);
    void this.flush();
  }

  private later(ms: number): void {
    if (this.closed) return;
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  /**
   * Takes the server's list, as another screen may have added to it. Nothing is ever taken away there: what is missing from the list was told on the live
   * line while the list was on its way.
   */
  take(known: readonly BenchEvent[]): void {
    this.learn(known);
    this.publish(this.state.trouble);
  }

  private learn(list: readonly BenchEvent[]): void {
    this.known = [...list, ...withoutThose(this.known, list)];
  }

  /** Takes what was added on the server just now. */
  add(events: readonly BenchEvent[]): void {
    const fresh = withoutThose(events, this.known);
    if (fresh.length === 0) return;
    this.known = [...this.known, ...fresh];
    this.publish(this.state.trouble);
    // Should it fail, the next reload without a server shows a little less, and is told all when the server is back.
    this.remember(this.jobId, this.known).catch(() => undefined);
  }

  async flush(): Promise<void> {
    if (this.sending || this.kept.size === 0) return;
    this.sending = true;
    const sent = new Map([...this.kept].slice(0, MOST_AT_ONCE));
    try {
      this.learn(await this.send(this.jobId, [...sent.values()]));
      // What is not kept here any more as an entry must be kept as something that happened.
      await this.remember(this.jobId, this.known).catch(() => undefined);
      this.forget(sent.keys());
      this.publish(null);
      if (this.kept.size > 0) this.later(0);
    } catch (error) {
      this.publish(problemFrom(error));
      // A refusal stays until somebody looks; a server that is away is asked again.
      if (!(error instanceof ApiError) || error.offline || error.status >= 500) this.later(RETRY_MS);
    } finally {
      this.sending = false;
    }
  }

  /** Throws away entries that the server refuses, on the user's word. */
  dropWaiting(): void {
    this.forget([...this.kept.keys()]);
    this.publish(null);
  }

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
  }
}
