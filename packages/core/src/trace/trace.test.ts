import { boundsOf, distance, type Four, type Point, type Polygon } from '../geometry/index.js';
import { seeded } from '../numbers/index.js';
import { apart, grainy, shapeError, TRACED_SHAPES } from '../testing/index.js';
import { grainOf } from './grain.js';
import { CARD, resolutionOf, traceScan, tracePhoto, TraceProblem, type Picture, type Subject } from './index.js';
import { photoOf, scanOf, type PhotoOf, type ScanOf } from '../rendered/index.js';

/** A heart of 66 × 62 mm whose sides bend in towards its tip: cubic curves, by their own formula. */
const bentHeart: Polygon = (
  [
    [36, 63, 31.2, 51, 3, 36, 3, 19.2],
    [3, 19.2, 3, 6, 18, 0, 27, 4.8],
    [27, 4.8, 33, 7.8, 36, 14.4, 36, 20.4],
    [36, 20.4, 36, 14.4, 39, 7.8, 45, 4.8],
    [45, 4.8, 54, 0, 69, 6, 69, 19.2],
    [69, 19.2, 69, 36, 40.8, 51, 36, 63],
  ] as const
).flatMap(([x0, y0, x1, y1, x2, y2, x3, y3]) =>
  Array.from({ length: 40 }, (_, i) => {
    const [t, u] = [i / 40, 1 - i / 40];
    const on = (a: number, b: number, c: number, d: number) =>
      u ** 3 * a + 3 * u * u * t * b + 3 * u * t * t * c + t ** 3 * d;
    return { x: on(x0, x1, x2, x3), y: on(y0, y1, y2, y3) };
  }),
);
const problemOf = (work: () => unknown): string => {
  try {
    work();
    return 'nothing was wrong';
  } catch (error) {
    if (!(error instanceof TraceProblem)) throw error;
    expect(error.message).not.toBe('');
    expect(error.remedy).not.toBe('');
    return error.code;
  }
};

// The aim: within 0.3 mm of the truth at the 95th percentile of the outline, width and height within 0.2 mm.
describe('a scan is traced within 0.3 mm, its width and height within 0.2 mm', () => {
  const cases: [string, ScanOf][] = [
    ['sleeve', { ppi: 300 }],
    [
      'sleeve',
      {
        gaps: [
          [0.1, 1.2],
          [0.43, 2],
          [0.77, 0.8],
        ],
      },
    ],
    ['tag', { blur: 0.25, jpeg: 60 }],
    ['tag', { subject: 'blank', noise: 16 }],
    [
      'mask',
      {
        gaps: [
          [0.2, 1.4],
          [0.7, 1],
        ],
      },
    ],
    ['heart', {}],
    ['heart', { subject: 'blank', shadow: true }],
    ['mask', { skew: -9 }],
    ['mask', { subject: 'blank', fill: '#e3ddd0', ground: '#fbfbfb', noise: 4 }],
    ['coaster', { subject: 'blank', ppi: 400 }],
  ];
  it.each(cases)('%s %j', async (name, set) => {
    const { ppi = 200, subject = 'pen line' } = set;
    const { picture, truth, perMm } = await scanOf(TRACED_SHAPES[name] ?? [], { ...set, ppi });
    const traced = traceScan(picture, ppi, subject);
    expect(apart(traced.inPicture, truth, 0.5 * perMm) / perMm).toBeLessThan(0.3);
    const [found, wanted] = [boundsOf(traced.inPicture), boundsOf(truth)];
    expect(Math.abs(found.width - wanted.width) / perMm).toBeLessThan(0.2);
    expect(Math.abs(found.height - wanted.height) / perMm).toBeLessThan(0.2);
    // It says itself how sure it is, and is not surer than it should be by more than a pixel.
    expect(traced.uncertainty).toBeGreaterThan(0);
    expect(traced.uncertainty).toBeLessThan(0.4);
    const { x, y } = boundsOf(traced.outline);
    expect([x, y]).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)]);
  });
  it.each([
    ['pen line', 300, 0],
    ['pen line', 300, 3],
    ['blank', 300, 3],
  ] as const)('and no small hook is left at the tip of a heart (%s, %i ppi, %i°)', async (subject, ppi, skew) => {
    const { picture, perMm } = await scanOf(bentHeart, { ppi, subject, skew });
    const { inPicture } = traceScan(picture, ppi, subject);
    const at = (i: number): Point => inPicture[(i + inPicture.length) % inPicture.length] ?? { x: 0, y: 0 };
    const tip = inPicture.reduce((low, p, i) => (p.y > at(low).y ? i : low), 0);
    const turnAt = (i: number) => {
      const [a, b, c] = [at(i - 1), at(i), at(i + 1)];
      const turn = Math.atan2(c.y - b.y, c.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x);
      return (Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI;
    };
    const near = inPicture.flatMap((p, i) => (distance(p, at(tip)) < 3 * perMm ? [turnAt(i)] : []));
    // One turn of more than a right angle; all others follow the sides, which bend in a little.
    const [sharpest = 0, ...rest] = near.sort((a, b) => Math.abs(b) - Math.abs(a));
    expect(Math.abs(sharpest)).toBeGreaterThan(100);
    expect(Math.max(0, ...rest.map(Math.abs))).toBeLessThan(20);
  });
  it('and tells how far it is on the way', async () => {
    const { picture } = await scanOf(TRACED_SHAPES['tag'] ?? [], { ppi: 150 });
    const steps: number[] = [];
    traceScan(picture, 150, 'pen line', (share) => steps.push(share));
    // Progress goes up, to the end.
    expect([...steps].sort((a, b) => a - b)).toEqual(steps);
    expect(steps.at(-1)).toBe(1);
  });
});

describe('a scan that cannot be traced says why', () => {
  const traced = async (subject: Subject, set: ScanOf, points = TRACED_SHAPES['tag'] ?? []) => {
    const { picture } = await scanOf(points, { ppi: 150, subject, ...set });
    return problemOf(() => traceScan(picture, 150, subject));
  };
  const far: Point = { x: 900, y: 0 };
  it('when the line is open', async () =>
    expect(
      await traced('pen line', {
        shift: far,
        more: '<path d="M40 60H170V240H40V150" fill="none" stroke="#222" stroke-width="0.9"/>',
      }),
    ).toBe('trace.open'));
  it('when two blanks lie on the glass', async () =>
    expect(
      await traced('blank', {
        shift: { x: 0, y: -60 },
        more: '<rect x="60" y="190" width="90" height="70" fill="#2f6f8f"/>',
      }),
    ).toBe('trace.several'));
  it('when two outlines are drawn', async () =>
    expect(
      await traced('pen line', {
        shift: { x: 0, y: -60 },
        more: '<rect x="60" y="190" width="90" height="70" fill="none" stroke="#222" stroke-width="0.9"/>',
      }),
    ).toBe('trace.several'));
  it('when the glass is empty', async () => {
    expect(await traced('pen line', { shift: far })).toBe('trace.nothing');
    expect(await traced('blank', { shift: far })).toBe('trace.nothing');
  });
  it('when the blank reaches over the glass', async () =>
    expect(await traced('blank', { shift: { x: 80, y: 0 } })).toBe('trace.cut-off'));
  it('when the resolution cannot be', () => {
    const picture: Picture = { data: new Uint8ClampedArray(100 * 100 * 4), width: 100, height: 100 };
    expect(problemOf(() => traceScan(picture, 3, 'blank'))).toBe('trace.resolution');
  });
});

// The aim: photographs tilted up to 20° within 1.2 mm. ISO/IEC 7810, ID-1: the card is 85.60 × 53.98 mm.
describe('a photograph with a card beside the blank is measured within 1.2 mm', () => {
  const cases: [string, PhotoOf][] = [
    ['sleeve', { tilt: 0 }],
    ['sleeve', { tilt: 20, axis: 70 }],
    ['tag', { tilt: 20, axis: 0, fill: '#c8455a' }],
    ['mask', { tilt: 15, axis: 130, fill: '#f5f2ea', ground: '#3d4a44' }],
  ];
  it.each(cases)('%s %j', async (name, set) => {
    const { picture, corners } = await photoOf(TRACED_SHAPES[name] ?? [], set);
    const traced = tracePhoto(picture);
    expect(shapeError(traced.outline, TRACED_SHAPES[name] ?? [])).toBeLessThan(1.2);
    const nearest = corners.map((p) => Math.min(...traced.corners.map((q) => distance(p, q))));
    // Five to six pixels are a millimetre here.
    expect(Math.max(...nearest)).toBeLessThan(3);
    expect(distance(traced.corners[0], traced.corners[1])).toBeGreaterThan(
      distance(traced.corners[1], traced.corners[2]),
    );
    expect(traced.uncertainty).toBeGreaterThan(0.05);
    expect(traced.uncertainty).toBeLessThan(1.2);
  });
  it('by corners set by hand', async () => {
    const { picture, corners } = await photoOf(TRACED_SHAPES['mask'] ?? [], { tilt: 12 });
    const given = corners as unknown as Four<Point>;
    const traced = tracePhoto(picture, given);
    expect(shapeError(traced.outline, TRACED_SHAPES['mask'] ?? [])).toBeLessThan(1.2);
    // Off by a tenth, the size is off by about a tenth: the corners are what it is measured by.
    const off = given.map((p, i) =>
      i === 1 || i === 2 ? { x: p.x + (p.x - given[0].x) * 0.1, y: p.y } : p,
    ) as unknown as Four<Point>;
    const { width } = boundsOf(tracePhoto(picture, off).outline);
    expect(width).toBeLessThan(boundsOf(traced.outline).width * 0.95);
  });
  it('has the size of a card', () => expect(CARD).toEqual({ width: 85.6, height: 53.98, radius: 3.18 }));
});

/** The same picture in less light, grainy. */
const dimmed = ({ data, width, height }: Picture, light: number, grain: number): Picture => ({
  data: grainy(data, 4 * width, 4, { light, grain, random: seeded(width + Math.round(1000 * light)) }),
  width,
  height,
});

describe('a grainy photograph in little light', () => {
  const cases: [string, PhotoOf, number, number][] = [
    ['sleeve', { tilt: 10 }, 0.5, 5],
    ['sleeve', { tilt: 10 }, 0.35, 9],
    ['mask', { tilt: 15, axis: 130, fill: '#f5f2ea', ground: '#3d4a44' }, 0.35, 9],
    ['tag', { tilt: 5 }, 0.35, 9],
  ];
  it.each(cases)(
    'is measured within 1.2 mm, and says how sure it is: %s %j, light %s, grain %s',
    async (name, set, light, grain) => {
      const { picture } = await photoOf(TRACED_SHAPES[name] ?? [], set);
      const taken = dimmed(picture, light, grain);
      expect(grainOf(taken)).toBeGreaterThan(0.8 * grain);
      expect(grainOf(taken)).toBeLessThan(1.3 * grain);
      const traced = tracePhoto(taken);
      const error = shapeError(traced.outline, TRACED_SHAPES[name] ?? []);
      expect(error).toBeLessThan(1.2);
      expect(traced.uncertainty).toBeGreaterThan(error);
      expect(traced.remarks.join(' ')).toContain('grainy');
    },
  );
  it('is refused in words where its edge is lost in the grain, or says how far it may be off', async () => {
    const heart = TRACED_SHAPES['heart'] ?? [];
    const { picture } = await photoOf(heart, { tilt: 8, fill: '#c8455a' });
    for (const light of [0.2, 0.12]) {
      const taken = dimmed(picture, light, 9);
      const error = ((): number | null => {
        try {
          const { outline, uncertainty } = tracePhoto(taken);
          return shapeError(outline, heart) - uncertainty;
        } catch (problem) {
          expect(problem).toBeInstanceOf(TraceProblem);
          return null;
        }
      })();
      if (error !== null) expect(error).toBeLessThan(0);
    }
  });
  it('and one without grain is left as it is', async () => {
    const { picture } = await photoOf(TRACED_SHAPES['tag'] ?? [], {});
    expect(grainOf(picture)).toBeLessThan(1);
  });
});

describe('a photograph that cannot be measured says why', () => {
  it('when no card is in sight', async () => {
    const { picture } = await photoOf(TRACED_SHAPES['heart'] ?? [], { card: null });
    expect(problemOf(() => tracePhoto(picture))).toBe('trace.no-card');
  });
  it('when the card is cut off', async () => {
    const { picture } = await photoOf(TRACED_SHAPES['heart'] ?? [], { card: { x: -225, y: -40 } });
    expect(problemOf(() => tracePhoto(picture))).toBe('trace.card-cut-off');
  });
  it('when the corners make no card', async () => {
    const { picture } = await photoOf(TRACED_SHAPES['tag'] ?? [], {});
    const one = { x: 10, y: 10 };
    expect(problemOf(() => tracePhoto(picture, [one, one, one, one]))).toBe('trace.corners');
  });
});

describe('resolutionOf', () => {
  const png = (perMetre: number, unit = 1) => {
    const bytes = new Uint8Array(8 + 25 + 21 + 12);
    bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
    const view = new DataView(bytes.buffer);
    view.setUint32(8, 13);
    bytes.set([0x49, 0x48, 0x44, 0x52], 12);
    view.setUint32(33, 9);
    bytes.set([0x70, 0x48, 0x59, 0x73], 37);
    view.setUint32(41, perMetre);
    view.setUint32(45, perMetre);
    bytes[49] = unit;
    bytes.set([0x49, 0x44, 0x41, 0x54], 58);
    return bytes;
  };
  // PNG specification (ISO/IEC 15948), pHYs: 300 pixels per inch are 11811 per metre.
  it('reads a PNG: 11811 per metre are 300 per inch', () => {
    expect(resolutionOf(png(11811))).toBeCloseTo(300, 1);
    expect(resolutionOf(png(11811, 0))).toBeNull();
  });
  it('reads a JPEG, per inch or per centimetre', () => {
    const jpeg = (unit: number, density: number) =>
      new Uint8Array([
        ...[0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1],
        ...[unit, density >> 8, density & 255, density >> 8, density & 255, 0, 0, 0xff, 0xd9, 0, 0],
      ]);
    expect(resolutionOf(jpeg(1, 600))).toBe(600);
    expect(resolutionOf(jpeg(2, 118))).toBe(300);
    expect(resolutionOf(jpeg(0, 1))).toBeNull();
  });
  it('says nothing of what says nothing', () => expect(resolutionOf(new Uint8Array(64))).toBeNull());
});
