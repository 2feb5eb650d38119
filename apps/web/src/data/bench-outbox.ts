import type { BenchEvent } from '@kanga/core/bench';
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
const keyOf = (jobId: string) => `kanga.bench.${jobId}`;

function readKept(store: Storage, jobId: string): BenchEvent[] {
  const text = store.getItem(keyOf(jobId));
  return text ? (JSON.parse(text) as BenchEvent[]) : [];
}

/**
 * What is done at the press, written down here first and then sent: an entry outlives a reload, a closed lid and a server
 * that is away. Every event carries its own id, so that sending one twice does no harm.
 */
export class BenchOutbox {
  private known: BenchEvent[];
  private kept: BenchEvent[];
  private state: OutboxState;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending = false;

  constructor(
    private readonly jobId: string,
    known: BenchEvent[],
    private readonly store: Storage,
    private readonly send: Send = sendByApi,
  ) {
    this.known = known;
    this.kept = readKept(store, jobId);
    this.state = this.compute(null);
    if (this.kept.length > 0) this.later(0);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): OutboxState => this.state;

  private compute(trouble: Problem | null): OutboxState {
    const ids = new Set(this.known.map((event) => event.id));
    const waiting = this.kept.filter((event) => !ids.has(event.id));
    return { events: [...this.known, ...waiting], waiting: waiting.length, trouble };
  }

  private publish(trouble: Problem | null): void {
    this.state = this.compute(trouble);
    for (const listener of this.listeners) listener();
  }

  private keep(events: BenchEvent[]): void {
    this.kept = events;
    if (events.length > 0) this.store.setItem(keyOf(this.jobId), JSON.stringify(events));
    else this.store.removeItem(keyOf(this.jobId));
  }

  /** Writes events down here, then sends them. */
  record(...events: BenchEvent[]): void {
    this.keep([...this.kept, ...events]);
    this.publish(this.state.trouble);
    void this.flush();
  }

  private later(ms: number): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  /** Takes the server's list, as another screen may have added to it. */
  take(known: BenchEvent[]): void {
    if (known.length < this.known.length) return;
    this.known = known;
    this.publish(this.state.trouble);
  }

  async flush(): Promise<void> {
    if (this.sending || this.kept.length === 0) return;
    this.sending = true;
    const sent = this.kept;
    try {
      this.known = await this.send(this.jobId, sent);
      this.keep(this.kept.filter((event) => !sent.includes(event)));
      this.publish(null);
      if (this.kept.length > 0) this.later(0);
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
    this.keep([]);
    this.publish(null);
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
  }
}
