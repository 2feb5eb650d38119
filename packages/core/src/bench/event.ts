import type { FaultCode } from '../inspect/index.js';

/** Something that happened at the press. Rows are only ever added; `id` makes sending one twice count once. */
export type BenchEvent = { id: string; /** ISO 8601 with milliseconds. */ at: string } & (
  | { kind: 'start'; piece: number; step: number }
  | { kind: 'done'; piece: number; step: number }
  | { kind: 'skip'; piece: number; step: number }
  | { kind: 'verdict'; piece: number; verdict: 'good' }
  | { kind: 'verdict'; piece: number; verdict: 'spoiled'; fault: FaultCode; note: string }
  | { kind: 'undo'; undoes: string }
);
