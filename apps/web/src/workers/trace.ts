import { proxy } from 'comlink';
import { inWorker } from './ask.js';
import type { TracedPicture, TraceFault, TraceRequest } from './trace-request.js';
import type { Tracing } from './trace.worker.js';

/** A picture could not be traced; says why and how to mend it. */
export class TraceRefused extends Error {
  constructor(readonly fault: TraceFault) {
    super(fault.title);
  }
}

/** Traces a picture off the screen's own thread; `signal` ends the work at once. */
export async function tracePicture(
  request: TraceRequest,
  onProgress: (share: number, doing: string) => void,
  signal: AbortSignal,
): Promise<TracedPicture> {
  const answer = await inWorker<Tracing, TracedPicture | TraceFault>(
    new Worker(new URL('./trace.worker.ts', import.meta.url), { type: 'module' }),
    (tracing) => tracing.trace(request, proxy(onProgress)),
    signal,
  );
  // What a worker throws loses all but its message on the way.
  if ('code' in answer) throw new TraceRefused(answer);
  return answer;
}
