import { expose } from 'comlink';
import { traceScan, tracePhoto, TraceProblem, type Picture } from '@kanga/core/trace';
import type { TracedPicture, TraceFault, TraceRequest } from './trace-request.js';

/** Decodes a picture as it is stored: true pixels, none resized. */
async function decode(file: Blob): Promise<Picture> {
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to read pixels from.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { data: context.getImageData(0, 0, width, height).data, width, height };
}

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
