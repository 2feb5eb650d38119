import { expose } from 'comlink';
import { traceScan, tracePhoto, TraceProblem } from '@kanga/core/trace';
import { decode } from './decode.js';
import type { TracedPicture, TraceFault, TraceRequest } from './trace-request.js';

const faultOf = (error: unknown): TraceFault =>
  error instanceof TraceProblem
    ? { code: error.code, title: error.message, remedy: error.remedy }
    : {
        code: 'trace.unreadable',
        title: 'The picture cannot be read',
        remedy: `Save it as PNG or JPEG and try again. (${error instanceof Error ? error.message : String(error)})`,
      };

const tracing = {
  /** Traces one picture; tells how far it is on the way. */
  async trace(
    request: TraceRequest,
    hear: (share: number, doing: string) => void,
  ): Promise<TracedPicture | TraceFault> {
    try {
      hear(0.01, 'Reading the picture');
      const picture = await decode(request.file);
      const progress = (share: number, doing: string) => {
        hear(0.2 + share * 0.8, doing);
      };
      const size = { width: picture.width, height: picture.height };
      if (request.kind === 'scan')
        return { traced: traceScan(picture, request.ppi, request.subject, progress), size, corners: null };
      const traced = tracePhoto(picture, request.corners, progress);
      return { traced, size, corners: traced.corners };
    } catch (error) {
      return faultOf(error);
    }
  },
};
export type Tracing = typeof tracing;
expose(tracing);
