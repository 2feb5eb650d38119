import type { NestProblem, NestResult, Spot } from '@kanga/core/nest';
import { askWorker, type Heard } from './ask.js';

export type NestAnswer =
  | { best: NestResult | null; tries: number; seconds: number }
  | { done: 'proved' | 'time'; tries: number; seconds: number }
  | { problem: string };

export interface NestOrder {
  problem: NestProblem;
  /** Where things lie now. */
  known: readonly Spot[];
  seconds: number;
}

/** Nests off the screen's own thread; `hear` is told of every better layout; `signal` ends it at once. */
export const nestInWorker = (
  problem: NestProblem,
  known: readonly Spot[],
  seconds: number,
  hear: (answer: Exclude<NestAnswer, { problem: string }>) => void,
  signal: AbortSignal,
): Promise<'proved' | 'time'> =>
  askWorker(
    new Worker(new URL('./nest.worker.ts', import.meta.url), { type: 'module' }),
    { problem, known, seconds } satisfies NestOrder,
    (answer: NestAnswer): Heard<'proved' | 'time'> => {
      if ('problem' in answer) return { failure: new Error(answer.problem) };
      hear(answer);
      return 'done' in answer ? { result: answer.done } : { more: true };
    },
    signal,
  );
