import type { Problem } from '@kanga/contract/finding';

/** A function that is called in a process of its own. It takes and gives plain values and bytes. */
export type Task = (input: never) => Promise<unknown>;

/** Where a task is: the file of its module, and its name there. */
export interface TaskOf<F extends Task> {
  module: string;
  name: string;
  /** Of the type of the function alone: nothing stands here. */
  is?: F;
}

/** A task by the module that it is exported from: `task<typeof readArt>(new URL('./read-art.js', import.meta.url), 'readArt')`. */
export const task = <F extends Task>(module: URL, name: string): TaskOf<F> => ({ module: module.href, name });

/** What comes back. */
export type Answer =
  { value: unknown } | { refused: { status: number; problem: Problem } } | { error: string; code: string | null };
