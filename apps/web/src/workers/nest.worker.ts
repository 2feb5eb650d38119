import { expose } from 'comlink';
import { Nester, TooLarge } from '@kanga/core/nest';
import type { NestEnd, NestNews, NestOrder } from './nest-order.js';

/** How often the screen hears of it while nothing gets better, ms. */
const TICK = 300;

const nesting = {
  /** Nests until nothing better is possible or the time is up, and says at once whenever the best got better. */
  nest({ problem, known, seconds }: NestOrder, hear: (news: NestNews) => void): NestEnd {
    const began = performance.now();
    const elapsed = () => (performance.now() - began) / 1000;
    try {
      const nester = new Nester(problem, { known });
      const tell = (better: boolean) => {
        hear({ best: better ? nester.best : null, tries: nester.tries, seconds: elapsed() });
      };
      tell(true);
      let last = performance.now();
      while (!nester.proved && elapsed() < seconds) {
        const better = nester.step();
        if (better || performance.now() - last > TICK) {
          tell(better);
          last = performance.now();
        }
      }
      return { done: nester.proved ? 'proved' : 'time', tries: nester.tries, seconds: elapsed() };
    } catch (error) {
      if (error instanceof TooLarge) return { done: 'too large' };
      throw error;
    }
  },
};
export type Nesting = typeof nesting;
expose(nesting);
