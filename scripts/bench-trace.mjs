// Benchmarks of tracing: photographs whose truth is known, rendered by librsvg.
import { contours } from 'd3-contour';
import sharp from 'sharp';
import { areaOf, homographyOf, polygonContains, project, simplified } from '../packages/core/dist/geometry/index.js';
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

/** The threshold of N. Otsu, “A threshold selection method from gray-level histograms”, 1979. */
function otsu(grey) {
  const counts = new Float64Array(256);
  for (const value of grey) counts[Math.round(value)]++;
  const all = counts.reduce((sum, count, value) => sum + count * value, 0);
  let [below, sum, best, at] = [0, 0, -1, 128];
  for (let value = 0; value < 256; value++) {
    below += counts[value];
    sum += counts[value] * value;
    const above = grey.length - below;
    if (below === 0 || above === 0) continue;
    const between = below * above * (sum / below - (all - sum) / above) ** 2;
    if (between > best) [best, at] = [between, value];
  }
  return at + 0.5;
}

/** What a plain peer makes of the same picture, told where the card's corners are: a threshold, the contours of d3-contour at a quarter of the size, the largest that is not the card's; its error, mm. */
async function peerError(picture, photo) {
  const { corners } = sceneOf(photo.outline, photo.scene);
  const [width, height] = [picture.width / 4, picture.height / 4].map(Math.floor);
  const raw = { width: picture.width, height: picture.height, channels: 4 };
  const small = sharp(Buffer.from(picture.data), { raw }).resize(width, height).greyscale().blur(1.2);
  const grey = Float64Array.from(await small.raw().toBuffer());
  const scale = picture.width / width;
  const toMm = homographyOf(
    corners,
    [
      [0, 0],
      [85.6, 0],
      [85.6, 53.98],
      [0, 53.98],
    ].map(([x, y]) => ({ x, y })),
  );
  const middle = { x: 85.6 / 2, y: 53.98 / 2 };
  const level = otsu(grey);
  let least = Infinity;
  for (const sign of [1, -1]) {
    const values = sign === 1 ? grey : grey.map((value) => 255 - value);
    const [found] = contours()
      .size([width, height])
      .thresholds([sign === 1 ? level : 255 - level])(values);
    const rings = found.coordinates
      .map(([ring]) => ring.slice(0, -1))
      .filter((ring) => ring.every(([x, y]) => x > 1 && y > 1 && x < width - 1 && y < height - 1))
      .map((ring) => ring.map(([x, y]) => project(toMm, { x: x * scale, y: y * scale })))
      .filter((ring) => ring.length > 20 && !polygonContains(ring, middle))
      .sort((a, b) => areaOf(b) - areaOf(a));
    if (rings[0]) least = Math.min(least, shapeError(simplified(rings[0], 0.1), photo.outline));
  }
  return least;
}

export const traceCases = ({ megabytes, seconds }) => ({
  photos: async () => {
    const count = { good: 0, refused: 0, off: 0, silent: 0 };
    const times = [];
    let peer = 0;
    for (let i = 0; i < 2 * MIXED_PHOTOS; i++) {
      const photo = mixedPhoto(i % MIXED_PHOTOS, 1 + Math.floor(i / MIXED_PHOTOS));
      const picture = await taken(photo);
      if ((await peerError(picture, photo)) <= AIM) peer++;
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
      reached: `${count.good} within ${AIM} mm of the truth (95th percentile), ${count.refused} refused in words, ${count.off} further off, ${count.silent} of all further off than they said; a threshold and d3-contour, told where the card's corners are: ${peer} within as much; aim: 22 of 24, none in silence`,
      grows: 'with the pixels, and the square of the straight edges',
    };
  },
});
