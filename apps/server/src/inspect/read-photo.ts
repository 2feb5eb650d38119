import sharp from 'sharp';

/** The longest side that is kept, pixels. */
const SIDE = 1600;

/** What cameras and telephones make. */
const PHOTOGRAPHS: (string | undefined)[] = ['jpeg', 'png', 'webp', 'tiff', 'heif'];

/** A photograph as it is kept: upright, smaller, and without what a camera writes about where it was. */
export async function readPhoto(sent: Uint8Array): Promise<Buffer> {
  const image = sharp(sent, { limitInputPixels: 100_000_000 });
  const { format } = await image.metadata();
  // A drawing is no photograph, and may be a program.
  if (!PHOTOGRAPHS.includes(format)) throw new Error(`a ${format} is no photograph`);
  return image
    .rotate()
    .resize(SIDE, SIDE, { fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82 })
    .toBuffer();
}
