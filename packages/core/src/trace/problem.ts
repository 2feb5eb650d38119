export type TraceCode =
  | 'trace.nothing'
  | 'trace.open'
  | 'trace.several'
  | 'trace.cut-off'
  | 'trace.faint'
  | 'trace.unsure'
  | 'trace.no-card'
  | 'trace.card-cut-off'
  | 'trace.corners'
  | 'trace.too-small'
  | 'trace.resolution';

/** A picture that cannot be traced: why, and what to do about it. */
export class TraceProblem extends Error {
  constructor(
    readonly code: TraceCode,
    title: string,
    readonly remedy: string,
  ) {
    super(title);
  }
}
