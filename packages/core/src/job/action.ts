import type { Told } from '../bench/index.js';
import type { Stage } from '../finding/index.js';

/** The one command that moves a job on. */
export type Command =
  /** Nothing to do by command: the user has to choose or mend something on this screen. */
  | { kind: 'choose'; stage: Stage }
  /** Confirm this stage and go to the next. */
  | { kind: 'advance'; to: Stage }
  /** Go to a stage without confirming anything. */
  | { kind: 'go'; to: Stage }
  /** Freeze the plan and go to the press. */
  | { kind: 'start-press' }
  | { kind: 'bench'; told: Told }
  /** Says that the plate is hot. */
  | { kind: 'heat'; celsius: number }
  | { kind: 'all-good'; pieces: number[] }
  | { kind: 'close' }
  /** To the order that it is a size of. */
  | { kind: 'order'; id: string }
  /** Back to the study that it carries a swatch of. */
  | { kind: 'study'; id: string };

export interface NextAction {
  /** The stage it happens at. */
  stage: Stage;
  /** One plain sentence. */
  sentence: string;
  label: string;
  command: Command;
  /** It is hardly ever meant: no key or pedal does it, and whoever taps it is asked. */
  sure?: { title: string; why: string; label: string };
}
