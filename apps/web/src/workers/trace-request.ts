import type { Four, Point } from '@kanga/core/geometry';
import type { Subject, Traced } from '@kanga/core/trace';

/** What is asked of the worker that traces. */
export type TraceRequest =
  | { kind: 'scan'; file: Blob; ppi: number; subject: Subject }
  | { kind: 'photo'; file: Blob; corners: Four<Point> | null };

/** Why a picture could not be traced. */
export interface TraceFault {
  code: string;
  title: string;
  remedy: string;
}

export interface TracedPicture {
  traced: Traced;
  /** Pixels of the picture. */
  size: { width: number; height: number };
  /** Of the card, in a photograph. */
  corners: Four<Point> | null;
}
