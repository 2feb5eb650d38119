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
export function tracePicture(
  request: TraceRequest,
  onProgress: (share: number, doing: string) => void,
  signal: AbortSignal,
): Promise<TracedPicture> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' });
    const end = (settle: () => void) => {
      worker.terminate();
      settle();
    };
    worker.onmessage = ({ data }: MessageEvent<TraceAnswer>) => {
      if ('share' in data) onProgress(data.share, data.doing);
      else
        end(() => {
          if ('traced' in data) resolve(data);
          else reject(new TraceRefused(data.problem));
        });
    };
    worker.onerror = (event) => {
      end(() => {
        reject(new Error(event.message));
      });
    };
    signal.addEventListener('abort', () => {
      end(() => {
        reject(new DOMException('cancelled', 'AbortError'));
      });
    });
    worker.postMessage(request);
  });
}
