import { randomUUID } from 'node:crypto';
import { clockOf, type BenchEvent } from '@kanga/core/bench';
import type { RunPlan } from '@kanga/core/job';
import type { Happened, LiveMessage } from '@kanga/contract/bench';
import { designOf, type TestServer } from './test-server.js';

export const event = <T extends object>(what: T): BenchEvent =>
  ({ id: randomUUID(), at: new Date().toISOString(), by: 'Wren', ...what }) as unknown as BenchEvent;

/** A run that is pressed just as it was planned, from a moment on (ms), its heat looked at; `over`: each pressing so many seconds longer. */
export function pressedThrough(
  plan: RunPlan,
  { from, by = 'Wren', over = 0 }: { from: number; by?: string | null; over?: number },
): BenchEvent[] {
  let now = from;
  const head = (seconds: number) => ({ by, at: new Date((now += seconds * 1000)).toISOString() });
  const events = [event({ ...head(1), kind: 'heat', celsius: plan.dial })];
  for (let bed = 0; bed < Math.ceil(plan.pieces / plan.atOnce); bed++)
    plan.steps.forEach((what, step) => {
      const clock = clockOf(what);
      if (clock !== null) events.push(event({ ...head(1), kind: 'start', bed, step }));
      const pressed = what.kind === 'press' ? Math.max(0.1, (clock ?? 1) + over) : (clock ?? 1);
      events.push(event({ ...head(pressed), kind: 'done', bed, step }));
    });
  return events;
}

/** So long anything is waited for, ms: less than a test may take, so that it is told what never came, and nothing goes on waiting after its test. */
const PATIENCE = 150_000;

/** Waits until it holds. */
export async function until<T>(
  look: () => Promise<T | null | undefined | false> | T | null | undefined | false,
): Promise<T> {
  for (const till = Date.now() + PATIENCE; Date.now() < till;) {
    const seen = await look();
    if (seen) return seen;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error(`this never came to hold: ${look.toString()}`);
}

/** What the tests of the bench do with a server. */
export class TestBench {
  constructor(readonly server: TestServer) {}

  post = (id: string, events: BenchEvent[]) => this.server.ask<Happened>('POST', `jobs/${id}/events`, { events });

  happened = async (id: string) => (await this.server.ask<Happened>('GET', `jobs/${id}/events`)).body.events;

  /** A job of tees at the press whose name is given. */
  atPress = async (pieces: number, pressName = 'Back press'): Promise<{ id: string; plan: RunPlan }> => {
    const { body: art } = await this.server.ask<{ id: string; name: string }[]>('GET', 'art');
    const file = await this.server.job(pieces, ({ blanks, shop }) => ({
      blankId: blanks.find(({ family }) => family === 'tee')?.id ?? null,
      design: designOf(art.find(({ name }) => name === 'Open night badge.png')?.id ?? null),
      pressId: shop.presses.find(({ name }) => name === pressName)?.id ?? null,
    }));
    const { status, body } = await this.server.ask<RunPlan>('POST', `jobs/${file.job.id}/plan`);
    if (status !== 201) throw new Error(`freezing answered ${status}: ${JSON.stringify(body)}`);
    return { id: file.job.id, plan: body };
  };

  /** A screen that hears what is said. */
  listen = async (): Promise<{ heard: LiveMessage[]; stop: () => void; ended: Promise<unknown> }> => {
    const heard: LiveMessage[] = [];
    const control = new AbortController();
    const response = await fetch(`${this.server.url}/api/bench/live`, { signal: control.signal });
    const type = response.headers.get('content-type');
    if (!type?.startsWith('text/event-stream')) throw new Error(`the live line is ${type ?? 'nothing'}`);
    const read = async () => {
      let text = '';
      const decoder = new TextDecoder();
      for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
        text += decoder.decode(part, { stream: true });
        const blocks = text.split('\n\n');
        text = blocks.pop() ?? '';
        for (const block of blocks) {
          const data = /^data: (.*)$/m.exec(block)?.[1];
          if (data) heard.push(JSON.parse(data) as LiveMessage);
        }
      }
    };
    return {
      heard,
      stop: () => {
        control.abort();
      },
      ended: read().catch(() => undefined),
    };
  };
  /** What a screen knows of a run: it hears what happens, and when its line breaks it opens another and asks for what it missed. */
  follow = async (id: string): Promise<{ known: Set<string>; stop: () => void }> => {
    const known = new Set<string>();
    let stopped = false;
    let stop: () => void = () => undefined;
    const begin = async () => {
      const line = await this.listen();
      stop = line.stop;
      const { body } = await this.server.ask<Happened>('GET', `jobs/${id}/events`);
      for (const event of body.events) known.add(event.id);
      return line;
    };
    let line = await begin();
    void (async () => {
      while (!stopped) {
        const over = await Promise.race([
          line.ended.then(() => true),
          new Promise<false>((done) => setTimeout(done, 50, false)),
        ]);
        for (const one of line.heard) if (one.kind === 'run') for (const event of one.events) known.add(event.id);
        // A server whose database is away is asked again, as a screen does.
        if (over && !stopped) line = await begin().catch(() => line);
      }
    })();
    return {
      known,
      stop: () => {
        stopped = true;
        stop();
      },
    };
  };
}
