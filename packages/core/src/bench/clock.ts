export const secondsBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 1000;

/** How long before the end a clock says *soon*, seconds. */
export const SOON_SECONDS = 5;

export type ClockPhase = 'waiting' | 'running' | 'soon' | 'now' | 'overdue';

/** A clock reading worked out from a recorded start: nothing ticks, so nothing can be lost. */
export interface ClockReading {
  phase: ClockPhase;
  /** Seconds left; negative when overdue. */
  left: number;
  /** Share of the time gone, 0 to 1. */
  share: number;
}

/** Reads a clock of `seconds` started at `startedAt` (null: not yet) at the moment `now`, ISO 8601. */
export function readClock(seconds: number, startedAt: string | null, now: string): ClockReading {
  if (startedAt === null) return { phase: 'waiting', left: seconds, share: 0 };
  // A clock set back must not show more time than there ever was.
  const gone = Math.max(0, secondsBetween(startedAt, now));
  const left = seconds - gone;
  const phase = left > SOON_SECONDS ? 'running' : left > 0 ? 'soon' : left > -3 ? 'now' : 'overdue';
  return { phase, left, share: seconds <= 0 ? 1 : Math.min(1, gone / seconds) };
}
