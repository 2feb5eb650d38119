import type { Guidance } from './guidance.js';
import type { FaultCode, PieceSpot } from '../inspect/index.js';

/** Something that happened at the press. Rows are only ever added; `id` makes sending one twice count once. */
export type BenchEvent = {
  id: string;
  /** ISO 8601 with milliseconds. */
  at: string;
  /** Who did it; null: nobody said. */
  by: string | null;
} &
  /**
   * `from`: the step that was due, where hands were not led step by step: all from there up to this one is passed by the same act. `seconds`: what is left of a
   * pressing that was stopped, where it is finished and not pressed whole again.
   */
  (
    | { kind: 'start'; bed: number; step: number; from?: number; seconds?: number }
    /** `from`: as above; of a clock that runs there, it ends, and what follows up to this step is passed. */
    | { kind: 'done'; bed: number; step: number; from?: number }
    | { kind: 'skip'; bed: number; step: number }
    /** The press was opened before its time: the step is due again. */
    | { kind: 'stop'; bed: number; step: number }
    /** Goes back to a step that was done already. */
    | { kind: 'repeat'; bed: number; step: number }
    /** From here on it is pressed on another press, whose dial stands at `dial` °C. */
    | { kind: 'swap'; press: { id: string; name: string }; dial: number }
    /** Whoever presses says that the plate stands at its heat, °C: asked where nothing measures it. */
    | { kind: 'heat'; celsius: number }
    /** From here on hands are led so. */
    | { kind: 'guide'; guidance: Guidance }
    | { kind: 'verdict'; piece: number; verdict: 'good' }
    /** Before its bed is through, the piece is scrapped: it is taken off. */
    | {
        kind: 'verdict';
        piece: number;
        verdict: 'spoiled';
        fault: FaultCode;
        note: string;
        spot: PieceSpot | null;
        /** Names a photograph that the server keeps; null: none was taken. */
        photo: string | null;
      }
    | { kind: 'undo'; undoes: string }
  );

/** Events about one step of one bed. */
export type StepEvent = Extract<BenchEvent, { bed: number }>;
export type Verdict = Extract<BenchEvent, { kind: 'verdict' }>;
