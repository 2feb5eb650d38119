import { lateIn, type DayPromise, type DayView } from './view.js';
import { TRIED } from './work.js';

/** What a new order would come to in the plan. */
export interface Tried {
  /** When it is done, and by when nine times in ten, s from now; null: it cannot be planned. */
  end: number | null;
  sure: number | null;
  /** Why it cannot be planned; null: it can. */
  why: string | null;
  /** Jobs that would be late with it and are not without. */
  pushed: Pick<DayPromise, 'jobId' | 'number' | 'name'>[];
}

/** A plan with what is tried, held against the one without it. O(jobs²). */
export function triedIn(without: DayView, withIt: DayView): Tried {
  const own = withIt.promises.find(({ jobId }) => jobId === TRIED);
  const known = new Set(lateIn(without).map(({ jobId }) => jobId));
  return {
    end: own?.end ?? null,
    sure: own ? Math.max(own.end, own.sure) : null,
    why: own ? null : (withIt.left.find(({ jobId }) => jobId === TRIED)?.why ?? 'there is nothing to be done for it'),
    pushed: lateIn(withIt)
      .filter(({ jobId }) => !known.has(jobId))
      .map(({ jobId, number, name }) => ({ jobId, number, name })),
  };
}
