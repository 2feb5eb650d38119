import type { BenchEvent } from '@kanga/core/bench';
import type { Happened } from '@kanga/contract/bench';
import fc from 'fast-check';
import { BenchOutbox } from './index.js';
import { MemoryStore } from './testing/memory-store.js';
import { away, event } from './testing/outbox.js';

const idsOf = (events: readonly BenchEvent[]): string[] => events.map(({ id }) => id);

interface Request {
  events: BenchEvent[];
  since: number;
  /** What the server answers, once it has taken them. */
  answer: Happened | null;
  resolve: (happened: Happened) => void;
  reject: (error: unknown) => void;
}

/** A server, and two screens whose requests, answers and live lines arrive whenever they do, or never. */
class World {
  server: BenchEvent[] = [];
  made = 0;
  readonly requests: Request[][] = [[], []];
  readonly lines: Happened[][] = [[], []];
  readonly lists: Happened[][] = [[], []];
  readonly stores = [new MemoryStore(), new MemoryStore()];
  readonly screens = [0, 1].map((i) => this.open(i));

  open(i: number): BenchOutbox {
    const send = (_: string, events: BenchEvent[], since: number) =>
      new Promise<Happened>((resolve, reject) =>
        this.requests[i]?.push({ events, since, answer: null, resolve, reject }),
      );
    // As a page that is loaded: what the server has now, and what is kept here.
    return new BenchOutbox('j', [...this.server], this.stores[i] ?? new MemoryStore(), send);
  }

  since(wanted: number): Happened {
    const from = Math.min(wanted, this.server.length);
    return { from, events: this.server.slice(from) };
  }

  private first = (i: number, is: (request: Request) => boolean): Request | undefined => {
    const at = this.requests[i]?.findIndex(is) ?? -1;
    return at < 0 ? undefined : this.requests[i]?.splice(at, 1)[0];
  };

  /** The server takes what one screen sent, and says so on the lines of all. */
  serve(i: number): void {
    const request = this.requests[i]?.find(({ answer }) => answer === null);
    if (!request) return;
    const fresh = request.events.filter(({ id }) => !this.server.some((known) => known.id === id));
    const from = this.server.length;
    this.server = [...this.server, ...fresh];
    request.answer = this.since(request.since);
    if (fresh.length > 0) for (const line of this.lines) line.push({ from, events: fresh });
  }

  readonly acts: Record<string, (i: number) => void> = {
    record: (i) => this.screens[i]?.record(event(this.made++)),
    serve: (i) => {
      this.serve(i);
    },
    answer: (i) => {
      const request = this.first(i, ({ answer }) => answer !== null);
      if (request?.answer) request.resolve(request.answer);
    },
    /** The request is lost on its way, or its answer is. */
    lose: (i) => {
      this.first(i, () => true)?.reject(away);
    },
    hear: (i) => {
      const news = this.lines[i]?.shift();
      if (news) this.screens[i]?.take(news);
    },
    cut: (i) => {
      this.lines[i]?.splice(0);
    },
    ask: (i) => {
      this.lists[i]?.push(this.since(this.screens[i]?.base ?? 0));
    },
    told: (i) => {
      const list = this.lists[i]?.shift();
      if (list) this.screens[i]?.take(list);
    },
    reload: (i) => {
      this.screens[i]?.close();
      this.requests[i]?.splice(0);
      this.lines[i]?.splice(0);
      this.lists[i]?.splice(0);
      this.screens[i] = this.open(i);
    },
  };
}

describe('two screens on an unsteady line', () => {
  beforeEach(() => {
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });
  it('lose no entry, double none, and agree in the end, in whatever order all arrives', async () => {
    const act = fc.constantFrom('record', 'serve', 'answer', 'lose', 'hear', 'cut', 'ask', 'told', 'reload');
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(act, fc.nat(1)), { maxLength: 60, size: 'max' }), async (script) => {
        const world = new World();
        let shown = world.screens.map((screen) => idsOf(screen.read().events));
        for (const [name, i] of script) {
          world.acts[name]?.(i);
          await jest.advanceTimersByTimeAsync(name === 'lose' ? 2000 : 0);
          const now = world.screens.map((screen) => idsOf(screen.read().events));
          for (const [at, ids] of now.entries()) {
            expect(new Set(ids).size).toBe(ids.length);
            // What was shown is never taken away again.
            expect(shown[at]?.filter((id) => !ids.includes(id))).toEqual([]);
          }
          shown = now;
        }
        // The line holds again: all that was kept is sent, answered and heard.
        for (let round = 0; round < 20; round++) {
          for (const i of [0, 1]) {
            world.serve(i);
            world.acts['answer']?.(i);
          }
          await jest.advanceTimersByTimeAsync(2000);
        }
        for (const screen of world.screens) {
          screen.take(world.since(0));
          expect(idsOf(screen.read().events)).toEqual(idsOf(world.server));
          expect(screen.read().waiting).toBe(0);
          screen.close();
        }
        expect(idsOf(world.server).toSorted()).toEqual(
          Array.from({ length: world.made }, (_, n) => `e${n}`).toSorted(),
        );
        expect(world.stores.map(({ length }) => length)).toEqual([0, 0]);
      }),
      { numRuns: 300 },
    );
  });
});
