import { proxy } from 'comlink';
import type { DayView, OneMoreTold, Tried } from '@kanga/core/day';
import { inWorker } from './ask.js';
import type { DayAsked, DayPlanning, TriedOrder } from './day.worker.js';

const worker = () => new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' });

/** Tries an order in the plan, off the screen's own thread. */
export const tryInWorker = (asked: DayAsked, order: TriedOrder, signal: AbortSignal): Promise<Tried> =>
  inWorker<DayPlanning, Tried>(worker(), (work) => work.tryOrder(asked, order), signal);

/** What one more of something would bring, off the screen's own thread. */
export const oneMoreInWorker = (asked: DayAsked, signal: AbortSignal): Promise<OneMoreTold[]> =>
  inWorker<DayPlanning, OneMoreTold[]>(worker(), (work) => work.oneMore(asked), signal);

/** Plans the day off the screen's own thread; `onBetter` hears of each better plan on the way. */
export const planInWorker = (
  asked: DayAsked,
  onBetter: (view: DayView) => void,
  signal: AbortSignal,
): Promise<DayView> => inWorker<DayPlanning, DayView>(worker(), (work) => work.plan(asked, proxy(onBetter)), signal);
