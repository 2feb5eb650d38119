import fc from 'fast-check';
import { makeTemplate, shapeOutline, templatesOf } from '../blank/index.js';
import { boundsOf } from '../geometry/index.js';
import { sampleArt, sampleFacts, samplePicture } from '../testing/index.js';
import {
  drawnOn,
  itemsShown,
  proposedAgain,
  proposePlacement,
  trimmedSide,
  TRIM_MARGIN,
  type Placement,
} from './index.js';

/** A tee whose print may stand anywhere in 300 × 350 mm, its collar 20 mm above that. */
const rectangle = (width: number, height: number) => shapeOutline('rectangle', { width, height });
const tee = {
  safe: null,
  style: 'spot' as const,
  size: 'L',
  sides: [
    {
      name: 'chest',
      outline: rectangle(300, 350),
      keepOuts: [
        {
          kind: 'collar' as const,
          hangsOff: true,
          area: [
            { x: 0, y: -30 },
            { x: 300, y: -30 },
            { x: 300, y: -20 },
            { x: 0, y: -20 },
          ],
        },
      ],
    },
  ],
};
const [spot] = templatesOf(tee, 0);
if (!spot) throw new Error('a tee has a side');
const side = (placement: Placement | null, facts = sampleFacts(2000, 1000)) => ({
  template: spot,
  drawn: drawnOn([{ fill: 'own', items: [samplePicture('a', placement)] }], 0, [spot], {
    arts: [sampleArt(facts)],
    faces: new Map(),
  }),
});
const placed = (x: number, y: number, width: number, rotation = 0): Placement => ({ x, y, width, rotation });

describe('trimmedSide', () => {
  it('cuts the paper of a spot print down to its art, with room for scissors', () => {
    const { template } = trimmedSide(side(placed(150, 100, 100)), 1);
    const { x, y, width, height } = template.bleedBox;
    [x - 95, y - 70, width - 110, height - 60].forEach((off) => {
      expect(off).toBeCloseTo(0, 9);
    });
    expect(boundsOf(template.bleedPolygon)).toEqual(template.bleedBox);
    expect(template.outline).toBe(spot.outline);
  });
  it('does not count what of a picture is clear', () => {
    // Twenty cells of 100 pixels across, ten down; the middle of them prints: 10 of 20 across, 4 of 10 down.
    const mask = Array.from({ length: 10 }, (_, row) =>
      row >= 3 && row < 7 ? `.....${'#'.repeat(10)}.....` : '.'.repeat(20),
    );
    const { bleedBox } = trimmedSide(
      side(placed(150, 100, 200), sampleFacts(2000, 1000, { hasAlpha: true, mask })),
      1,
    ).template;
    expect(bleedBox.width).toBeCloseTo(100 + 2 * TRIM_MARGIN, 6);
    expect(bleedBox.height).toBeCloseTo(40 + 2 * TRIM_MARGIN, 6);
    expect(bleedBox.x + bleedBox.width / 2).toBeCloseTo(150, 6);
  });
  it('waits for what a side borrows of the first, too', () => {
    const line = { kind: 'text' as const, id: 't', text: 'Odo', font: 'sans' as never, colour: '#000000' };
    const text = { ...line, size: 20, leastSize: 10, maxWidth: null, x: 150, y: 300, rotation: 0 };
    const design = [{ fill: 'own' as const, items: [samplePicture('a', placed(150, 100, 100)), text] }];
    expect(
      [0, 1, 2].map((one) => itemsShown([...design, { fill: 'same', items: [] }, { fill: 'own', items: [] }], one)),
    ).toEqual([2, 2, 0]);
    // The picture is there, the line is not: its font has not come yet.
    const borrowed = {
      template: spot,
      drawn: drawnOn(design, 1, [spot, spot], { arts: [sampleArt(sampleFacts(2000, 1000))], faces: new Map() }),
    };
    expect(borrowed.drawn).toHaveLength(1);
    expect(trimmedSide(borrowed, itemsShown(design, 1))).toBe(borrowed);
  });
  it('never reaches beyond the place that art may stand in, and never cuts into art within it', () =>
    fc.assert(
      fc.property(
        fc.record({
          x: fc.double({ min: 0, max: 300, noNaN: true }),
          y: fc.double({ min: 0, max: 350, noNaN: true }),
          width: fc.double({ min: 10, max: 400, noNaN: true }),
          rotation: fc.integer({ min: -180, max: 180 }),
        }),
        (placement) => {
          const { bleedBox } = trimmedSide(side(placement), 1).template;
          expect(bleedBox.x).toBeGreaterThanOrEqual(-1e-6);
          expect(bleedBox.y).toBeGreaterThanOrEqual(-1e-6);
          expect(bleedBox.x + bleedBox.width).toBeLessThanOrEqual(300 + 1e-6);
          expect(bleedBox.y + bleedBox.height).toBeLessThanOrEqual(350 + 1e-6);
          // The corners of the turned picture by plain trigonometry.
          const turn = (placement.rotation * Math.PI) / 180;
          for (const [u, v] of [-1, 1].flatMap((a) => [-1, 1].map((b) => [a, b] as const))) {
            const [dx, dy] = [(u * placement.width) / 2, (v * placement.width) / 4];
            const x = placement.x + dx * Math.cos(turn) - dy * Math.sin(turn);
            const y = placement.y + dx * Math.sin(turn) + dy * Math.cos(turn);
            if (x < 0 || x > 300 || y < 0 || y > 350) continue;
            expect(x).toBeGreaterThanOrEqual(bleedBox.x - 1e-6);
            expect(x).toBeLessThanOrEqual(bleedBox.x + bleedBox.width + 1e-6);
            expect(y).toBeGreaterThanOrEqual(bleedBox.y - 1e-6);
            expect(y).toBeLessThanOrEqual(bleedBox.y + bleedBox.height + 1e-6);
          }
        },
      ),
    ));
  it.each([
    ['covers all of the blank', { ...side(placed(150, 100, 100)), template: makeTemplate(rectangle(300, 350), 3) }, 1],
    ['is empty', { template: spot, drawn: [] }, 0],
    ['is not all drawn yet', side(placed(150, 100, 100)), 2],
    ['is as good as full', side(placed(150, 175, 300), sampleFacts(300, 348)), 1],
  ])('leaves a side whole that %s', (_, given, items) => {
    expect(trimmedSide(given, items)).toBe(given);
  });
});

describe('a picture that stands free on a clear ground', () => {
  const face = makeTemplate(rectangle(100, 80), 3, 5);
  const badge = (width: number, height: number) =>
    sampleFacts(width, height, {
      hasAlpha: true,
      transparentShare: 0.4,
      rim: { opaqueShare: 0.02, nearWhiteShare: 0 },
    });
  it.each([
    [1000, 1000],
    [2000, 300],
    [300, 2000],
  ])('lies inside the safe line of goods that are printed all over, whatever its shape (%i × %i)', (width, height) => {
    const placement = proposePlacement(face, badge(width, height));
    const half = { x: placement.width / 2, y: (placement.width * height) / width / 2 };
    expect(placement.x - half.x).toBeGreaterThanOrEqual(5 - 1e-6);
    expect(placement.x + half.x).toBeLessThanOrEqual(95 + 1e-6);
    expect(placement.y - half.y).toBeGreaterThanOrEqual(5 - 1e-6);
    expect(placement.y + half.y).toBeLessThanOrEqual(75 + 1e-6);
    // As large as that allows.
    expect(Math.max(half.x / 45, half.y / 35)).toBeCloseTo(1, 9);
  });
  it('is none when its pixels reach its rim: that covers', () => {
    const pattern = { ...badge(1000, 1000), rim: { opaqueShare: 0.5, nearWhiteShare: 0 } };
    expect(proposePlacement(face, pattern).width).toBeCloseTo(106, 9);
  });
});

describe('a picture with a printed size of its own', () => {
  const four = sampleFacts(1200, 1200, { ppi: 300 });
  it('keeps it on a garment, three to four fingers below the collar', () => {
    const placement = proposePlacement(spot, four);
    // 1,200 pixels at 300 per inch are 4 in: 101.6 mm.
    expect(placement.width).toBeCloseTo(101.6, 9);
    const below = placement.y - 50.8 + 20;
    expect(below).toBeGreaterThanOrEqual(76);
    expect(below).toBeLessThanOrEqual(102);
  });
  it('is set as wide as the size of the garment wants where its own does not fit, and never taller than the place', () => {
    expect(proposePlacement(spot, sampleFacts(6000, 3000, { ppi: 300 })).width).toBeCloseTo(266.7, 6);
    const tall = proposePlacement(spot, sampleFacts(1000, 4000));
    expect(tall.width * 4).toBeLessThanOrEqual(350 - 68.9 + 1e-6);
    expect(trimmedSide(side(tall, sampleFacts(1000, 4000)), 1).template.bleedBox.y).toBeCloseTo(68.9 - TRIM_MARGIN, 6);
  });
  it('moves no picture of before that was fitted to its place, until it is placed anew', () => {
    const before = drawnOn([{ fill: 'own', items: [samplePicture('a', null)] }], 0, [spot], {
      arts: [sampleArt(four)],
      faces: new Map(),
    });
    expect(before).toMatchObject([{ placement: { x: 150, y: 175, width: 300 } }]);
    const anew = drawnOn(proposedAgain([{ fill: 'own', items: [samplePicture('a', null)] }]), 0, [spot], {
      arts: [sampleArt(four)],
      faces: new Map(),
    });
    expect(anew).toMatchObject([{ placement: { x: 150, width: 101.6 } }]);
  });
  it('keeps it on goods that are covered only when it was made for just them', () => {
    const whole = makeTemplate(rectangle(100, 80), 3);
    expect(proposePlacement(whole, sampleFacts(1080, 880, { ppi: 254 })).width).toBeCloseTo(108, 6);
    expect(proposePlacement(whole, sampleFacts(600, 480, { ppi: 254 })).width).toBeCloseTo(107.5, 6);
  });
});
