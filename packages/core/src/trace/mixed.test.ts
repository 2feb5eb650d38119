import { mixedPhotoOf, scanOf } from '../rendered/index.js';
import { polygonOf, resampled, toSegment, type Polygon } from '../geometry/index.js';
import { shapeError } from '../testing/index.js';
import { traceScan, tracePhoto, TraceProblem } from './index.js';

// The whole series of 24 is a benchmark: ./kanga bench, photos.
describe('photographs of all kinds', () => {
  it.each([
    ['a dark card and a striped blank on planks', 3],
    ['a card with a full-width stripe on slate', 7],
    ['a silver card on planks', 8],
    ['a card full of colours on grey, through a lens of k1 0.08', 22],
  ])('are measured within 1.2 mm, and say how far they may be off: %s', async (_, index) => {
    const { picture, outline } = await mixedPhotoOf(index);
    const traced = tracePhoto(picture);
    const error = shapeError(traced.outline, outline);
    expect(error).toBeLessThan(1.2);
    expect(traced.uncertainty).toBeGreaterThan(error);
  });
  it('are refused in words where the card has the colours of the cloth', async () => {
    const { picture } = await mixedPhotoOf(14);
    expect(() => tracePhoto(picture)).toThrow(TraceProblem);
  });
});

const worst = (found: Polygon, truth: Polygon, perMm: number): number =>
  Math.max(
    ...resampled(truth, 0.5 * perMm).map((p) =>
      found.reduce((least, a, i) => Math.min(least, toSegment(p, a, found[(i + 1) % found.length] ?? a)), Infinity),
    ),
  ) / perMm;

describe('on a scan', () => {
  const circle = polygonOf({ kind: 'ellipse', width: 101, height: 101 });
  const sleeve = polygonOf({ kind: 'rectangle', width: 100, height: 165, radius: 12 });
  it.each([
    ['circle', circle, 0.2, 2.8],
    ['corner of a sleeve', sleeve, 0.08, 2],
    ['corner of a sleeve', sleeve, 0.45, 2.8],
  ] as const)('a gap in the pen line is bridged along its curve: %s', async (_, shape, share, half) => {
    const { picture, truth, perMm } = await scanOf(shape, { ppi: 200, gaps: [[share, half]] });
    const traced = traceScan(picture, 200, 'pen line');
    expect(worst(traced.inPicture, truth, perMm)).toBeLessThan(0.3);
    expect(traced.remarks.join(' ')).toContain('along its curve');
  });
  it.each([
    ['blank', 12],
    ['pen line', 20],
  ] as const)('the tip of a needle stays: %s of %i°', async (subject, degrees) => {
    const half = (degrees / 2) * (Math.PI / 180);
    const [far, r] = [110, 110 * Math.sin(half)];
    const round = Math.PI / 2 + half;
    const drop = [
      { x: 0, y: 0 },
      ...Array.from({ length: 81 }, (_, k) => {
        const turn = -round + (2 * round * k) / 80;
        return { x: far + r * Math.cos(turn), y: r * Math.sin(turn) };
      }),
    ];
    const { picture, truth, perMm } = await scanOf(drop, { ppi: 200, subject });
    expect(worst(traceScan(picture, 200, subject).inPicture, truth, perMm)).toBeLessThan(0.3);
  });
  it('a blank with bold stripes on grey is one blank', async () => {
    const tag = polygonOf({ kind: 'rectangle', width: 100, height: 70, radius: 0 });
    const stripes = [0, 1, 2, 3, 4]
      .map((i) => `<rect x="${55 + 20 * i}" y="113.5" width="10" height="70" fill="#f6f6f6"/>`)
      .join('');
    const { picture, truth, perMm } = await scanOf(tag, {
      ppi: 200,
      subject: 'blank',
      skew: 0,
      fill: '#1f2226',
      ground: '#8c8d8e',
      more: stripes,
    });
    const traced = traceScan(picture, 200, 'blank');
    expect(worst(traced.inPicture, truth, perMm)).toBeLessThan(0.3);
  });
});
