import { expose } from 'comlink';
import { Nester, TooLarge, type NestResult } from '@kanga/core/nest';
import type { NestEnd, NestNews, NestShare } from './nest-order.js';

/** How often the screen hears of it while nothing gets better, and the others are listened to, ms. */
const TICK = 300;

let nester: Nester | null = null;

const nesting = {
  /** Nests until nothing better is possible or the time is up, and says at once whenever the best got better. */
  async nest({ problem, known, seconds, seed }: NestShare, hear: (news: NestNews) => void): Promise<NestEnd> {
    const began = performance.now();
    const elapsed = () => (performance.now() - began) / 1000;
    try {
      nester = new Nester(problem, { known, seed });
    } catch (error) {
      if (error instanceof TooLarge) return { done: 'too large' };
      throw error;
    }
    const tell = (best: NestResult | null) => {
      hear({ best, tries: nester?.tries ?? 0, seconds: elapsed() });
    };
    tell(nester.best);
    let last = performance.now();
    while (!nester.proved && elapsed() < seconds) {
      const better = nester.step();
      if (better) tell(nester.best);
      if (performance.now() - last < TICK) continue;
      if (!better) tell(null);
      // What the others found comes in between two tries.
      await new Promise((resolve) => setTimeout(resolve));
      last = performance.now();
    }
    return { done: nester.proved ? 'proved' : 'time' };
  },

  /** What another search found. */
  offer(found: NestResult): void {
    nester?.offer(found);
  },
};
export type Nesting = typeof nesting;
expose(nesting);
