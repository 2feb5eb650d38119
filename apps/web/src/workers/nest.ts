import { proxy } from 'comlink';
import { inWorker } from './ask.js';
import type { NestEnd, NestNews, NestOrder } from './nest-order.js';
import type { Nesting } from './nest.worker.js';

/** Nests off the screen's own thread; `hear` is told of every better layout; `signal` ends it at once. */
export const nestInWorker = (order: NestOrder, hear: (news: NestNews) => void, signal: AbortSignal): Promise<NestEnd> =>
  inWorker<Nesting, NestEnd>(
    new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }),
    (nesting) => nesting.nest(order, proxy(hear)),
    signal,
  );
