import type { Step } from '../stack/index.js';
import type { BenchEvent } from './event.js';

type Verdict = Extract<BenchEvent, { kind: 'verdict' }>;

/** What became of one step of one piece. */
export interface StepRecord {
  piece: number;
  step: number;
  startedAt: string | null;
  endedAt: string;
  skipped: boolean;
  /** Seconds under the clock; null for a step without one, or skipped. */
  seconds: number | null;
}

export interface BenchState {
  /** The step now due, or null when every piece is through. Counted from 0. */
  position: { piece: number; step: number; startedAt: string | null } | null;
  records: StepRecord[];
  verdicts: (Verdict | null)[];
  /** The event that undo would take back now, if any. */
  undoable: BenchEvent | null;
}

export const secondsBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 1000;

/** Events that still count: those taken back are gone, and so is each undo. An undo of an undo has no effect. */
export function standing(events: readonly BenchEvent[]): Exclude<BenchEvent, { kind: 'undo' }>[] {
  const undone = new Set(events.flatMap((e) => (e.kind === 'undo' ? [e.undoes] : [])));
  return events.flatMap((e) => (e.kind === 'undo' || undone.has(e.id) ? [] : [e]));
}

/**
 * The state of a run as a pure function of its steps and the recorded events, in order. An event about any step but the
 * one due is stale (a second screen, a second press of a button) and changes nothing. O(events).
 */
export function benchState(steps: readonly Step[], pieces: number, events: readonly BenchEvent[]): BenchState {
  const records: StepRecord[] = [];
  const verdicts: BenchState['verdicts'] = Array.from({ length: pieces }, () => null);
  let undoable: BenchEvent | null = null;
  let position: BenchState['position'] = pieces > 0 && steps.length > 0 ? { piece: 0, step: 0, startedAt: null } : null;

  for (const event of standing(events)) {
    if (event.kind === 'verdict') {
      if (event.piece >= pieces) continue;
      verdicts[event.piece] = event;
      undoable = event;
      continue;
    }
    if (!position || event.piece !== position.piece || event.step !== position.step) continue;
    const clocked: boolean = typeof steps[position.step]?.seconds === 'number';
    if (event.kind === 'start') {
      if (!clocked || position.startedAt) continue;
      position = { ...position, startedAt: event.at };
    } else {
      if (event.kind === 'done' && clocked && !position.startedAt) continue;
      const { startedAt } = position;
      const skipped = event.kind === 'skip';
      records.push({
        piece: position.piece,
        step: position.step,
        startedAt,
        endedAt: event.at,
        skipped,
        seconds: clocked && startedAt && !skipped ? secondsBetween(startedAt, event.at) : null,
      });
      const last = position.step === steps.length - 1;
      const piece: number = last ? position.piece + 1 : position.piece;
      position = piece >= pieces ? null : { piece, step: last ? 0 : position.step + 1, startedAt: null };
    }
    undoable = event;
  }
  return { position, records, verdicts, undoable };
}

/** Pieces that are through every step. */
export const piecesPressed = (state: BenchState, pieces: number): number => state.position?.piece ?? pieces;

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
