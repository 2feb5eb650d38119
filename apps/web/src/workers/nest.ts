import { proxy, type Remote } from 'comlink';
import { costOf } from '@kanga/core/nest';
import { inWorker } from './ask.js';
import type { NestEnd, NestNews, NestOrder } from './nest-order.js';
import type { Nesting } from './nest.worker.js';

/** As many searches as help: one a core, and the screen stays quick beside two. */
export const SEARCHES = Math.max(1, Math.min(2, navigator.hardwareConcurrency));

/** Nests off the screen's own thread; `hear` is told of every better layout; `signal` ends it at once, as does whichever search ends first. */
export async function nestInWorkers(
  { searches, ...order }: NestOrder,
  hear: (news: NestNews) => void,
  signal: AbortSignal,
): Promise<NestEnd> {
  const all: Remote<Nesting>[] = [];
  const tries: number[] = [];
  let least = Infinity;
  const heard = (search: number, news: NestNews) => {
    tries[search] = news.tries;
    const cost = news.best ? costOf(order.problem, news.best) : Infinity;
    const best = cost < least ? news.best : null;
    if (best) {
      least = cost;
      all.forEach((nesting, other) => {
        if (other !== search) void nesting.offer(best);
      });
    }
    hear({ best, tries: tries.reduce((sum, one) => sum + one, 0), seconds: news.seconds });
  };
  const first = new AbortController();
  const ends = Array.from({ length: searches }, (_, search) =>
    inWorker<Nesting, NestEnd>(
      new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }),
      (nesting) => {
        all[search] = nesting;
        return nesting.nest(
          { ...order, seed: search + 1 },
          proxy((news: NestNews) => {
            heard(search, news);
          }),
        );
      },
      AbortSignal.any([signal, first.signal]),
    ),
  );
  try {
    return await Promise.race(ends);
  } finally {
    first.abort();
    await Promise.allSettled(ends);
  }
}
