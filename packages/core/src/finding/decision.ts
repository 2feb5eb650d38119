/** Where a proposed value comes from. */
export type Source =
  | { kind: "maker's sheet" }
  | { kind: 'proven on this press'; times: number; last: string }
  /** On this press too, but on other goods of the same cloth and build. */
  | { kind: 'proven on like goods'; times: number; last: string }
  | { kind: 'house rule'; rule: string }
  /** Somebody chose it for this job. */
  | { kind: 'set by hand' }
  /** What it would be corrected by was never measured. */
  | { kind: 'never checked'; what: string }
  | { kind: 'reference chart'; row: string }
  | { kind: 'computed'; formula: string };

/** How far to trust a value: `firm` is measured or proven, `fair` is common practice, `start` is a starting point to try. */
export type Confidence = 'firm' | 'fair' | 'start';

/** A value that Kanga proposes, with its reasons. An overruled value keeps the proposal beside it. */
export interface Decision<T> {
  value: T;
  unit?: 'mm' | '°C' | 's' | 'kPa';
  why: string;
  source: Source;
  confidence: Confidence;
  /** The range that common practice allows, in the same unit, where there is one. */
  range?: { low: number; high: number };
  /** What Kanga proposed, when the user overruled it. */
  overruled?: { proposal: T; why: string };
  /** What other sources say and was not taken, nearest to being taken first, each with the reason. */
  notTaken?: NotTaken<T>[];
}

/** A value that another source gives, and why it was not taken. */
export interface NotTaken<T> {
  value: T;
  source: Source;
  why: string;
}

/** The decision with the user's value in place of the proposal; unchanged when there is none. */
export function overrule<T>(decision: Decision<T>, value: T | undefined | null): Decision<T> {
  if (value === undefined || value === null || value === decision.value) return decision;
  return {
    ...decision,
    value,
    why: 'Set by hand for this job.',
    source: { kind: 'set by hand' },
    overruled: { proposal: decision.value, why: decision.why },
  };
}
