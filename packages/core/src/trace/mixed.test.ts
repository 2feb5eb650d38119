import { mixedPhotoOf, scanOf } from '../rendered/index.js';
import { shapeOutline } from '../blank/index.js';
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

/** A drop of 110 mm that ends in a tip of so many degrees. */
function dropOf(degrees: number): Polygon {
  const half = (degrees / 2) * (Math.PI / 180);
  const [far, r] = [110, 110 * Math.sin(half)];
  const round = Math.PI / 2 + half;
  return [
    { x: 0, y: 0 },
    ...Array.from({ length: 81 }, (_, k) => {
      const turn = -round + (2 * round * k) / 80;
      return { x: far + r * Math.cos(turn), y: r * Math.sin(turn) };
    }),
  ];
}

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
    const drop = dropOf(degrees);
    const { picture, truth, perMm } = await scanOf(drop, { ppi: 200, subject });
    expect(worst(traceScan(picture, 200, subject).inPicture, truth, perMm)).toBeLessThan(0.3);
  });
  it.each([
    ['pen line', 6, 0.7],
    ['pen line', 8, 4],
    ['pen line', 10, 1.3],
    ['pen line', 12, 4],
    ['blank', 6, 4],
    ['blank', 8, 1.3],
  ] as const)(
    'how far a finer one may be off is said, and no less than it is: %s of %i°, %s° askew',
    async (subject, degrees, skew) => {
      const { picture, truth, perMm } = await scanOf(dropOf(degrees), { ppi: 300, subject, skew });
      const { inPicture, uncertainty, remarks } = traceScan(picture, 300, subject);
      const off = Math.max(worst(inPicture, truth, perMm), worst(truth, inPicture, perMm));
      expect(off).toBeGreaterThan(0.5);
      expect(uncertainty).toBeGreaterThan(off);
      expect(remarks.join(' ')).toContain('as fine as a needle');
    },
  );
  it('nothing is said of tips that are none: a heart, a star of five, a strap of 3 mm with a round end', async () => {
    const star = Array.from({ length: 10 }, (_, i) => {
      const [r, turn] = [i % 2 === 0 ? 60 : 23, (i * Math.PI) / 5];
      return { x: 60 + r * Math.sin(turn), y: 60 - r * Math.cos(turn) };
    });
    const heart = polygonOf(shapeOutline('heart', { width: 90, height: 85 }));
    const strap = [
      ...[
        [0, 0],
        [60, 0],
        [60, 20],
      ].map(([x = 0, y = 0]) => ({ x, y })),
      ...Array.from({ length: 21 }, (_, i) => {
        const turn = -Math.PI / 2 + (i * Math.PI) / 20;
        return { x: 110 + 1.5 * Math.cos(turn), y: 21.5 + 1.5 * Math.sin(turn) };
      }),
      ...[
        [60, 23],
        [60, 43],
        [0, 43],
      ].map(([x = 0, y = 0]) => ({ x, y })),
    ];
    for (const shape of [star, heart, strap]) {
      for (const subject of ['pen line', 'blank'] as const) {
        const { picture } = await scanOf(shape, { ppi: 300, subject });
        const { uncertainty, remarks } = traceScan(picture, 300, subject);
        expect(uncertainty).toBeLessThan(0.15);
        expect(remarks.join(' ')).not.toContain('needle');
      }
    }
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
