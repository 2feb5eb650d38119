import type { FaultCode, PieceSpot } from '../inspect/index.js';

/** Something that happened at the press. Rows are only ever added; `id` makes sending one twice count once. */
export type BenchEvent = {
  id: string;
  /** ISO 8601 with milliseconds. */
  at: string;
  /** Who did it; null: nobody said. */
  by: string | null;
} &
  /** Of what was stopped before: `seconds` that are left of it, where it is finished and not pressed whole again. */
  (
    | { kind: 'start'; bed: number; step: number; seconds?: number }
    | { kind: 'done'; bed: number; step: number }
    | { kind: 'skip'; bed: number; step: number }
    /** The press was opened before its time: the step is due again. */
    | { kind: 'stop'; bed: number; step: number }
    /** Goes back to a step that was done already. */
    | { kind: 'repeat'; bed: number; step: number }
    /** From here on it is pressed on another press, whose dial stands at `dial` °C. */
    | { kind: 'swap'; press: { id: string; name: string }; dial: number }
    /** Whoever presses says that the plate stands at its heat, °C: asked where nothing measures it. */
    | { kind: 'heat'; celsius: number }
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
