import type { Problem } from '@kanga/contract/finding';

/** What every form of the shop floor is given: what is said now, and who takes what is said then. */
export interface FloorFormProps<Words> {
  start: Words;
  busy: boolean;
  problem: Problem | null;
  onDone: (words: Words) => void;
  onCancel: () => void;
}
