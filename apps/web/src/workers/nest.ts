import { proxy } from 'comlink';
import type { NestProblem, NestResult, Spot } from '@kanga/core/nest';
import { inWorker } from './ask.js';
import type { Nesting } from './nest.worker.js';

export interface NestOrder {
  problem: NestProblem;
  /** Where things lie now. */
  known: readonly Spot[];
  seconds: number;
}

/** How far a nesting is; `best` where it got better. */
export interface NestNews {
  best: NestResult | null;
  tries: number;
  seconds: number;
}

/** How a nesting ended: nothing better is possible, the time was up, or a piece is larger than the paper. */
export type NestEnd = { done: 'proved' | 'time'; tries: number; seconds: number } | { done: 'too large' };

/** Nests off the screen's own thread; `hear` is told of every better layout; `signal` ends it at once. */
export const nestInWorker = (order: NestOrder, hear: (news: NestNews) => void, signal: AbortSignal): Promise<NestEnd> =>
  inWorker<Nesting, NestEnd>(
    new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }),
    (nesting) => nesting.nest(order, proxy(hear)),
    signal,
  );
