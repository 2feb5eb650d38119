import { traceScan, tracePhoto, TraceProblem, type Picture } from '@kanga/core/trace';
import type { TraceAnswer, TraceRequest } from './trace.js';

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

const say = (answer: TraceAnswer) => {
  self.postMessage(answer);
};

/** Traces one picture; tells how far it is on the way. */
self.onmessage = async ({ data }: MessageEvent<TraceRequest>) => {
  try {
    say({ share: 0.01, doing: 'Reading the picture' });
    const picture = await decode(data.file);
    const progress = (share: number, doing: string) => {
      say({ share: 0.2 + share * 0.8, doing });
    };
    const size = { width: picture.width, height: picture.height };
    if (data.kind === 'scan')
      say({ traced: traceScan(picture, data.ppi, data.subject, progress), size, corners: null });
    else {
      const traced = tracePhoto(picture, data.corners, progress);
      say({ traced, size, corners: traced.corners });
    }
  } catch (error) {
    if (error instanceof TraceProblem)
      say({ problem: { code: error.code, title: error.message, remedy: error.remedy } });
    else
      say({
        problem: {
          code: 'trace.unreadable',
          title: 'The picture cannot be read',
          remedy: `Save it as PNG or JPEG and try again. (${error instanceof Error ? error.message : String(error)})`,
        },
      });
  }
};
