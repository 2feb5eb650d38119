import type { NestProblem, NestResult, Spot } from '@kanga/core/nest';

/** What is asked of the worker that nests. */
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
