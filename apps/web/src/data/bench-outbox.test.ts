import type { BenchEvent } from '@kanga/core/bench';
import type { Happened } from '@kanga/contract/bench';
import { ApiError, BenchOutbox } from './index.js';
import { MemoryStore } from './testing/memory-store.js';
import { away, event } from './testing/outbox.js';

/** A server that adds each event once, and can be away. */
class Server {
  events: BenchEvent[] = [];
  away = false;
  calls = 0;
  send = (_: string, sent: BenchEvent[], since: number): Promise<Happened> => {
    this.calls++;
    if (this.away) return Promise.reject(away);
    this.events.push(...sent.filter((e) => !this.events.some((known) => known.id === e.id)));
    return Promise.resolve({ from: since, events: this.events.slice(since) });
  };
}

describe('BenchOutbox', () => {
  it('shows an entry at once and sends it', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    const outbox = new BenchOutbox('j', [], store, server.send);
    outbox.record(event(0));
    expect(outbox.read()).toMatchObject({ events: [event(0)], waiting: 1 });
    await outbox.flush();
    await new Promise((done) => setTimeout(done, 0));
    expect(server.events).toEqual([event(0)]);
    expect(outbox.read()).toMatchObject({ events: [event(0)], waiting: 0, trouble: null });
    expect(store.length).toBe(0);
    outbox.close();
  });
  it('waits for what is on its way already, and for what came meanwhile', async () => {
    const server = new Server();
    const arrived: (() => void)[] = [];
    const slow = async (...sent: Parameters<typeof server.send>): Promise<Happened> => {
      await new Promise<void>((arrive) => arrived.push(arrive));
      return server.send(...sent);
    };
    const outbox = new BenchOutbox('j', [], new MemoryStore(), slow);
    outbox.record(event(0));
    outbox.record(event(1));
    let done = false;
    const flushed = outbox.flush().then(() => (done = true));
    for (let sending = 0; sending < 2; sending++) {
      while (arrived.length === 0) await new Promise((next) => setTimeout(next, 0));
      expect(done).toBe(false);
      arrived.pop()?.();
    }
    await flushed;
    expect(server.events).toEqual([event(0), event(1)]);
    outbox.close();
  });
  it('keeps entries over a reload while the server is away, and sends each once', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    server.away = true;
    const before = new BenchOutbox('j', [], store, server.send);
    before.record(event(0));
    before.record(event(1));
    await before.flush();
    expect(before.read()).toMatchObject({ waiting: 2, trouble: { code: 'net.offline' } });
    before.close();

    server.away = false;
    const after = new BenchOutbox('j', [], store, server.send);
    expect(after.read().events).toEqual([event(0), event(1)]);
    await after.flush();
    await after.flush();
    expect(server.events).toEqual([event(0), event(1)]);
    expect(after.read().waiting).toBe(0);
    after.close();
  });
  it('does not show an entry twice that the server has but never confirmed', () => {
    const store = new MemoryStore();
    const before = new BenchOutbox('j', [], store, () => Promise.reject(away));
    before.record(event(0), event(1));
    before.close();
    const outbox = new BenchOutbox('j', [event(0)], store, new Server().send);
    expect(outbox.read()).toMatchObject({ events: [event(0), event(1)], waiting: 1 });
    outbox.close();
  });
  it('takes what another screen added, and never an older list', () => {
    const outbox = new BenchOutbox('j', [event(0), event(1)], new MemoryStore(), new Server().send);
    outbox.take({ from: 0, events: [event(0)] });
    expect(outbox.read().events).toHaveLength(2);
    outbox.take({ from: 0, events: [event(0), event(1), event(2)] });
    expect(outbox.read().events).toHaveLength(3);
    outbox.close();
  });
  it('adds what is told of it just now, once', () => {
    const outbox = new BenchOutbox('j', [event(0)], new MemoryStore(), new Server().send);
    outbox.take({ from: 0, events: [event(0), event(1)] });
    outbox.take({ from: 1, events: [event(1)] });
    expect(outbox.read()).toMatchObject({ events: [event(0), event(1)], waiting: 0 });
    outbox.close();
  });
  it('writes down what happened before it forgets its own entry, so that a reload without a server shows it', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    const seen: [happened: Happened, keptHere: number][] = [];
    const remember = (_: string, happened: Happened) => {
      seen.push([happened, store.length]);
      return Promise.resolve();
    };
    const outbox = new BenchOutbox('j', [], store, server.send, remember);
    outbox.record(event(0));
    await new Promise((done) => setTimeout(done, 0));
    expect(seen).toEqual([[{ from: 0, events: [event(0)] }, 1]]);
    expect(store.length).toBe(0);
    outbox.take({ from: 1, events: [event(1)] });
    expect(seen.at(-1)?.[0]).toEqual({ from: 0, events: [event(0), event(1)] });
    outbox.close();
  });
  it('goes on where what happened cannot be written down', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    const outbox = new BenchOutbox('j', [], store, server.send, () => Promise.reject(new Error('no room')));
    outbox.record(event(0));
    await new Promise((done) => setTimeout(done, 0));
    expect(outbox.read()).toMatchObject({ events: [event(0)], waiting: 0, trouble: null });
    expect(store.length).toBe(0);
    outbox.close();
  });
  it('keeps what was told on the live line while an older answer was on its way', async () => {
    const answer: { give: (happened: Happened) => void } = { give: () => undefined };
    const outbox = new BenchOutbox('j', [], new MemoryStore(), () => new Promise((resolve) => (answer.give = resolve)));
    outbox.record(event(0));
    // The server took it, and told of it and of another screen's entry, before its answer came through.
    outbox.take({ from: 0, events: [event(0)] });
    outbox.take({ from: 1, events: [event(1)] });
    answer.give({ from: 0, events: [event(0)] });
    await new Promise((done) => setTimeout(done, 0));
    expect(outbox.read()).toMatchObject({ events: [event(0), event(1)], waiting: 0 });
    // Nor does a longer list that was read before the last entry.
    outbox.take({ from: 3, events: [event(4)] });
    outbox.take({ from: 0, events: [event(0), event(1), event(2)] });
    expect(outbox.read().events).toEqual([event(0), event(1), event(2), event(4)]);
    outbox.close();
  });
  it('loses nothing where two windows keep entries of the same job at once, and sends all in order', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    server.away = true;
    const [one, two] = [0, 1].map(() => new BenchOutbox('j', [], store, server.send));
    one?.record(event(0));
    two?.record(event(1));
    one?.record(event(2));
    one?.close();
    two?.close();
    server.away = false;
    const later = new BenchOutbox('j', [], store, server.send);
    await later.flush();
    expect(server.events).toEqual([event(0), event(1), event(2)]);
    expect(store.length).toBe(0);
    later.close();
  });
  it('catches up after an hour alone with more than goes in one request', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    server.away = true;
    const outbox = new BenchOutbox('j', [], store, server.send);
    const all = Array.from({ length: 1200 }, (_, i) => event(i));
    outbox.record(...all);
    await outbox.flush();
    expect(outbox.read().waiting).toBe(1200);
    server.away = false;
    for (let i = 0; i < 3; i++) await outbox.flush();
    expect(server.events).toEqual(all);
    expect(outbox.read().waiting).toBe(0);
    outbox.close();
  });
  it('sets an entry aside that is never taken, and sends the others; it outlives a reload and can be sent again or dropped', async () => {
    const [server, store] = [new Server(), new MemoryStore()];
    const problem = { code: 'input.invalid', title: 'a NUL', remedy: 'Take it out.', faults: [] };
    let calls = 0;
    let mended = false;
    const send = (job: string, sent: BenchEvent[], since: number): Promise<Happened> => {
      calls++;
      return !mended && sent.some(({ id }) => id === 'e1')
        ? Promise.reject(new ApiError(400, problem))
        : server.send(job, sent, since);
    };
    server.away = true;
    const before = new BenchOutbox('j', [], store, server.send);
    before.record(event(0), event(1), event(2));
    before.close();
    server.away = false;
    const outbox = new BenchOutbox('j', [], store, send);
    for (let i = 0; i < 5; i++) await outbox.flush();
    expect(server.events).toEqual([event(0), event(2)]);
    expect(outbox.read()).toMatchObject({ waiting: 0, trouble: null, aside: [{ event: event(1), problem }] });
    const asked = calls;
    await outbox.flush();
    expect(calls).toBe(asked);
    outbox.close();
    const later = new BenchOutbox('j', server.events, store, send);
    expect(later.read().aside).toEqual([{ event: event(1), problem }]);
    // Sent again as it is, it comes back; changed, or with what was wrong mended, it goes through.
    later.again('e1');
    await new Promise((done) => setTimeout(done, 5));
    expect(later.read().aside).toHaveLength(1);
    mended = true;
    later.again('e1', (one) => ({ ...one, by: 'Wren' }));
    await new Promise((done) => setTimeout(done, 5));
    expect(later.read()).toMatchObject({ aside: [], waiting: 0 });
    expect(server.events.at(-1)).toEqual({ ...event(1), by: 'Wren' });
    expect(store.length).toBe(0);
    later.close();
  });
  it('drops what was set aside on the user’s word alone', async () => {
    const store = new MemoryStore();
    const closed = new ApiError(409, { code: 'job.closed', title: 'closed', remedy: '', faults: [] });
    const outbox = new BenchOutbox('j', [], store, () => Promise.reject(closed));
    outbox.record(event(0));
    await new Promise((done) => setTimeout(done, 5));
    expect(outbox.read()).toMatchObject({ events: [], waiting: 0, aside: [{ problem: { code: 'job.closed' } }] });
    outbox.drop('e0');
    expect(outbox.read().aside).toEqual([]);
    expect(store.length).toBe(0);
    outbox.close();
  });
});
