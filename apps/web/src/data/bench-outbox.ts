import type { BenchEvent } from '@kanga/core/bench';
import type { Happened } from '@kanga/contract/bench';
import type { Problem } from '@kanga/contract/finding';
import { addressOf } from '@kanga/contract/route';
import { keepAnswer } from '../kept/index.js';
import { ApiError, call, problemFrom } from './api.js';

type Send = (jobId: string, events: BenchEvent[], since: number) => Promise<Happened>;
const sendByApi: Send = (jobId, events, since) => call('addEvents', { id: jobId, body: { events, since } });

/** An entry that the server never takes, and why: it waits for somebody to look, and holds up none of the others. */
export interface SetAside {
  event: BenchEvent;
  problem: Problem;
}

export interface OutboxState {
  /** What the server has, then what it does not have yet. */
  events: BenchEvent[];
  waiting: number;
  aside: SetAside[];
  trouble: Problem | null;
}

const RETRY_MS = 1500;
/** As many entries as the server takes in one go. */
const MOST_AT_ONCE = 500;
const keyOf = (jobId: string, part = '') => `kanga.bench.${jobId}.${part}`;
const asideKey = (jobId: string, id = '') => `kanga.aside.${jobId}.${id}`;
/** Answers that say of an entry itself that it is not taken: they stay the same however often it is sent. */
const REFUSED = [400, 404, 409, 413, 422];
/** Writes down what is known to have happened from an entry on, for a reload while the server is away. */
type Remember = (jobId: string, happened: Happened) => Promise<void>;
const rememberHere: Remember = (jobId, happened) =>
  keepAnswer(addressOf('events', { id: jobId }, { since: happened.from }), happened);
/** Keeps the order of entries that were made in the same instant. */
let entries = 0;

/** What lies in the browser's store under keys that begin so, by key, in their order. */
function readKept<T>(store: Storage, begins: string): Map<string, T> {
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i)).flatMap((key) =>
    key?.startsWith(begins) ? [key] : [],
  );
  return new Map(
    keys.sort().flatMap((key): [string, T][] => {
      const text = store.getItem(key);
      return text ? [[key, JSON.parse(text) as T]] : [];
    }),
  );
}

/**
 * What is done at the press, written down here first and then sent: an entry outlives a reload, a closed lid and a server
 * that is away. Every event carries its own id, so that sending one twice does no harm; every entry has a key of its own, so that two windows of one browser never
 * write over each other's.
 */
export class BenchOutbox {
  /** What the server has, in its order, from the first entry on. */
  private known: BenchEvent[];
  private readonly ids: Set<string>;
  /** What was heard of while something before it was still on its way. */
  private told: BenchEvent[] = [];
  /** As many entries as were known when this screen was opened: what came since is written down here. */
  readonly base: number;
  private readonly kept: Map<string, BenchEvent>;
  private readonly aside: Map<string, SetAside>;
  private state: OutboxState;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending: Promise<void> | null = null;
  private closed = false;
  /** After a refusal entries are sent one by one, until it is known which of them are refused. */
  private oneByOne = false;

  constructor(
    private readonly jobId: string,
    known: BenchEvent[],
    private readonly store: Storage,
    private readonly send: Send = sendByApi,
    private readonly remember: Remember = rememberHere,
  ) {
    this.known = known;
    this.ids = new Set(known.map(({ id }) => id));
    this.base = known.length;
    this.kept = readKept(store, keyOf(jobId));
    this.aside = readKept(store, asideKey(jobId));
    this.state = this.compute(null);
    if (this.kept.size > 0) this.later(0);
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly read = (): OutboxState => this.state;

  private compute(trouble: Problem | null): OutboxState {
    const waiting = [...this.kept.values()].filter(({ id }) => !this.ids.has(id));
    return {
      events: [...this.known, ...this.told, ...waiting],
      waiting: waiting.length,
      aside: [...this.aside.values()],
      trouble,
    };
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
    // What is on its way is followed by what came meanwhile.
    if (!this.sending) void this.flush();
  }

  private later(ms: number): void {
    if (this.closed) return;
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), ms);
  }

  /**
   * Takes the server's list from an entry on. Nothing is ever taken away there: what is missing from the list was told on the live line while the list was
   * on its way, or by a server that has since been put back to an earlier day.
   */
  private learn({ from, events }: Happened): void {
    if (from > this.known.length) {
      this.told = [...this.told, ...events.filter(({ id }) => !this.ids.has(id))];
    } else {
      const after = this.known.slice(from);
      this.known = [...this.known.slice(0, from), ...events];
      const listed = new Set((after.length === 0 ? events : this.known).map(({ id }) => id));
      this.told = [...after, ...this.told].filter(({ id }) => !listed.has(id));
    }
    for (const { id } of events) this.ids.add(id);
  }

  /** Takes what the server says has happened, whether it was asked or said so by itself. */
  take(happened: Happened): void {
    const more = happened.events.some(({ id }) => !this.ids.has(id));
    // Nothing that was not known, in the place where it was known to be: nobody has to look again.
    if (!more && this.told.length === 0 && happened.from + happened.events.length === this.known.length) return;
    this.learn(happened);
    this.publish(this.state.trouble);
    // Should it fail, the next reload without a server shows a little less, and is told all when the server is back.
    if (more) this.writeDown().catch(() => undefined);
  }

  private writeDown(): Promise<void> {
    return this.remember(this.jobId, { from: this.base, events: [...this.known.slice(this.base), ...this.told] });
  }

  /**
   * Sends what is kept here and waits until the server has all of it, what was on its way already included: whoever waits for this may build on it. Resolves
   * also when some could not be sent: `trouble` or `aside` then says why.
   */
  async flush(): Promise<void> {
    let before = Infinity;
    while (this.kept.size > 0 && (this.sending !== null || this.kept.size < before)) {
      if (!this.sending) {
        before = this.kept.size;
        this.sending = this.sendKept().finally(() => (this.sending = null));
      }
      await this.sending;
    }
  }

  private async sendKept(): Promise<void> {
    const sent = new Map([...this.kept].slice(0, this.oneByOne ? 1 : MOST_AT_ONCE));
    try {
      this.learn(await this.send(this.jobId, [...sent.values()], this.known.length));
      // What is not kept here any more as an entry must be kept as something that happened.
      await this.writeDown().catch(() => undefined);
      this.forget(sent.keys());
      if (this.kept.size === 0) this.oneByOne = false;
      this.publish(null);
      if (this.kept.size > 0) this.later(0);
    } catch (error) {
      this.failed(error, sent);
    }
  }

  private failed(error: unknown, sent: ReadonlyMap<string, BenchEvent>): void {
    const refused = error instanceof ApiError && REFUSED.includes(error.status);
    const [first] = sent;
    if (refused && first && sent.size === 1) this.setAside(...first, error.problem);
    else if (refused) this.oneByOne = true;
    this.publish(refused ? null : problemFrom(error));
    // A server that is away is asked again; so are the entries beside one that is refused.
    if (refused) this.later(0);
    else if (!(error instanceof ApiError) || error.passes || error.status >= 500) this.later(RETRY_MS);
  }

  private setAside(key: string, event: BenchEvent, problem: Problem): void {
    const aside = { event, problem };
    this.store.setItem(asideKey(this.jobId, event.id), JSON.stringify(aside));
    this.aside.set(asideKey(this.jobId, event.id), aside);
    this.forget([key]);
  }

  private takeAside(id: string): SetAside | undefined {
    const key = asideKey(this.jobId, id);
    const found = this.aside.get(key);
    this.aside.delete(key);
    this.store.removeItem(key);
    return found;
  }

  /** Throws an entry away that the server refuses, on the user's word. */
  drop(id: string): void {
    this.takeAside(id);
    this.publish(this.state.trouble);
  }

  /** Sends an entry again that was refused, as it is or as it was changed. */
  again(id: string, change: (event: BenchEvent) => BenchEvent = (event) => event): void {
    const found = this.takeAside(id);
    if (found) this.record(change(found.event));
  }

  close(): void {
    this.closed = true;
    if (this.timer) clearTimeout(this.timer);
  }
}
