// Benchmarks of tracing: photographs whose truth is known, rendered by librsvg.
import sharp from 'sharp';
import { grainy, MIXED_PHOTOS, mixedPhoto, sceneOf, shapeError } from '../packages/core/dist/testing/index.js';
import { tracePhoto, TraceProblem } from '../packages/core/dist/trace/index.js';

/** No outline of use is further off than this, mm. */
const AIM = 1.2;

/** A photograph of a series, as a phone would have saved it. */
async function taken(photo) {
  const { svg, width, height } = sceneOf(photo.outline, photo.scene);
  const clean = await sharp(Buffer.from(svg)).flatten().blur(1).removeAlpha().raw().toBuffer();
  const raw = { width, height, channels: 3 };
  const saved = await sharp(grainy(clean, width * 3, 3, photo), { raw })
    .jpeg({ quality: 88 })
    .toBuffer();
  const data = await sharp(saved).ensureAlpha().raw().toBuffer();
  return { data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length), width, height };
}

export const traceCases = ({ megabytes, seconds }) => ({
  photos: async () => {
    const count = { good: 0, refused: 0, off: 0, silent: 0 };
    const times = [];
    for (let i = 0; i < 2 * MIXED_PHOTOS; i++) {
      const photo = mixedPhoto(i % MIXED_PHOTOS, 1 + Math.floor(i / MIXED_PHOTOS));
      const picture = await taken(photo);
      const began = performance.now();
      try {
        const { outline, uncertainty } = tracePhoto(picture);
        times.push(performance.now() - began);
        const error = shapeError(outline, photo.outline);
        count[error <= AIM ? 'good' : 'off']++;
        if (error > uncertainty) count.silent++;
      } catch (problem) {
        if (!(problem instanceof TraceProblem)) throw problem;
        count.refused++;
      }
    }
    times.sort((a, b) => a - b);
    return {
      what: 'Photographs with a card',
      input: `${2 * MIXED_PHOTOS} of 5 megapixels: cards of six looks on six grounds, tilts to 25°, grain to 10 levels, lenses of k1 to ±0.08, striped blanks; the slowest`,
      time: seconds(times.at(-1) ?? 0),
      memory: megabytes(),
      reached: `${count.good} within ${AIM} mm of the truth (95th percentile), ${count.refused} refused in words, ${count.off} further off, ${count.silent} of all further off than they said; aim: 22 of 24, none in silence`,
      grows: 'with the pixels, and the square of the straight edges',
    };
  },
});
