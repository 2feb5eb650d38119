import type { Shift } from './hours.js';

/** One row of a plan that somebody took. */
export interface TakenRow {
  task: string;
  unit: string;
  /** ISO 8601. */
  start: string;
  end: string;
}

/** What the shop has said about its days: hours, presses that are down, what was put somewhere, and the plan that was taken. */
export interface DayBook {
  /** Counts saves; a save must name the version it changes. */
  version: number;
  shifts: Shift[];
  /** Presses that are down, by id. */
  down: string[];
  pins: { task: string; at: string; unit: string | null }[];
  taken: { at: string; by: string | null; rows: TakenRow[] } | null;
}

/** A book that nobody has written in. */
export const EMPTY_BOOK: DayBook = { version: 0, shifts: [], down: [], pins: [], taken: null };
