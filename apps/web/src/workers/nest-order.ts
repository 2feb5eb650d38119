import type { NestProblem, NestResult, Spot } from '@kanga/core/nest';

/** What is asked of the workers that nest. */
export interface NestOrder {
  problem: NestProblem;
  /** Where things lie now. */
  known: readonly Spot[];
  seconds: number;
  /** How many look at once, each in its own way; they tell each other what they find. */
  searches: number;
}

/** The part of one of them. */
export type NestShare = Omit<NestOrder, 'searches'> & { seed: number };

/** How far a nesting is; `best` where it got better. */
export interface NestNews {
  best: NestResult | null;
  tries: number;
  seconds: number;
}

/** How a nesting ended: nothing better is possible, the time was up, or a piece is larger than the paper. */
export type NestEnd = { done: 'proved' | 'time' } | { done: 'too large' };
