import type { Step } from '../stack/index.js';

/** A step that is due on a bed, and how it is told that it happened. */
export interface Task {
  bed: number;
  pieces: number[];
  step: number;
  what: Step;
  /** Its clock; null when it runs none. */
  clock: { seconds: number; startedAt: string | null } | null;
  event: 'start' | 'done';
  /** It was under the plate before and was stopped: for so many of so many seconds. Null: it was not. */
  stopped: { after: number; of: number } | null;
  /** Steps before it and behind it that are over by the same act, where hands are not led step by step. */
  before: readonly Step[];
  after: readonly Step[];
}

/** The first step of a task that is not over, counted from 0: of several told by one act `step` is the one that tells them all. */
export const dueStep = ({ step, before }: Pick<Task, 'step' | 'before'>): number => step - before.length;

/** What is told when a task is done: an event without its head. */
export interface Told {
  kind: 'start' | 'done';
  bed: number;
  step: number;
  from?: number;
  /** Of a start alone. */
  seconds?: number;
}
/** What is told when a task is done: what was stopped is finished with the seconds that are left. */
export function tellingOf(task: Task): Told {
  const { event, bed, step, clock, stopped, before, after } = task;
  if (event === 'start' && stopped && clock) return { kind: event, bed, step, seconds: clock.seconds };
  const told: Told = { kind: event, bed, step: step + after.length };
  return before.length + after.length > 0 ? { ...told, from: dueStep(task) } : told;
}
/** What is told when what was stopped is pressed whole again. */
export const wholeAgain = ({ bed, step }: Task): Told => ({ kind: 'start', bed, step });

/** Pieces counted from 0, as a screen names them: “Piece 3 of 8”, “Pieces 3 and 4 of 8”, “Pieces 1 to 4 of 8”. */
export function namePieces(pieces: readonly number[], of: number): string {
  const [first = 0] = pieces;
  const last = pieces.at(-1) ?? first;
  if (pieces.length <= 1) return `Piece ${first + 1} of ${of}`;
  if (pieces.length > 2 && last - first === pieces.length - 1) return `Pieces ${first + 1} to ${last + 1} of ${of}`;
  const named = pieces.map((piece) => String(piece + 1));
  return `Pieces ${named.slice(0, -1).join(', ')} and ${named.at(-1) ?? ''} of ${of}`;
}
