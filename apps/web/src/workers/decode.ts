import type { Picture } from '@kanga/core/trace';

/** Decodes a picture as it is stored: true pixels, none resized. */
export async function decode(file: Blob): Promise<Picture> {
  const bitmap = await createImageBitmap(file, { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gives no canvas to read pixels from.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { data: context.getImageData(0, 0, width, height).data, width, height };
}
