import { askWorker, type Heard } from './ask.js';
import type { Four, Point } from '@kanga/core/geometry';
import type { Subject, Traced } from '@kanga/core/trace';

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

export type TraceAnswer = { share: number; doing: string } | TracedPicture | { problem: TraceFault };

/** A picture could not be traced; says why and how to mend it. */
export class TraceRefused extends Error {
  constructor(readonly fault: TraceFault) {
    super(fault.title);
  }
}

/** Traces a picture off the screen's own thread; `signal` ends the work at once. */
export const tracePicture = (
  request: TraceRequest,
  onProgress: (share: number, doing: string) => void,
  signal: AbortSignal,
): Promise<TracedPicture> =>
  askWorker(
    new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' }),
    request,
    (answer: TraceAnswer): Heard<TracedPicture> => {
      if ('share' in answer) {
        onProgress(answer.share, answer.doing);
        return { more: true };
      }
      return 'traced' in answer ? { result: answer } : { failure: new TraceRefused(answer.problem) };
    },
    signal,
  );
