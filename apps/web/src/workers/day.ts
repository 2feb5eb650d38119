import { proxy } from 'comlink';
import type { DayView } from '@kanga/core/day';
import { inWorker } from './ask.js';
import type { DayAsked, DayPlanning } from './day.worker.js';

/** Plans the day off the screen's own thread; `onBetter` hears of each better plan on the way. */
export const planInWorker = (
  asked: DayAsked,
  onBetter: (view: DayView) => void,
  signal: AbortSignal,
): Promise<DayView> =>
  inWorker<DayPlanning, DayView>(
    new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }),
    (work) => work.plan(asked, proxy(onBetter)),
    signal,
  );
