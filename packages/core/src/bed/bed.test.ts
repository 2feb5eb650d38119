import fc from 'fast-check';
import { areaOf, polygonOf, rectContains, rectPolygon, rectsOverlap, type Rect } from '../geometry/index.js';
import { shapeOutline } from '../blank/index.js';
import {
  boxTurned,
  HANG_CLEARANCE,
  layBed,
  LEAST_OVERLAP,
  placeOne,
  planSections,
  type BedRequest,
  type SectionRequest,
} from './index.js';

const inch = 25.4;
const open = { top: true, right: true, bottom: true, left: true };
const platen = { width: 16 * inch, depth: 20 * inch };
const whole = { x: 0, y: 0, width: platen.width, height: platen.depth };
const ask = (change: Partial<BedRequest> = {}): BedRequest => {
  const print = change.print ?? { width: 200, height: 300 };
  return {
    print,
    blank: { x: 0, y: 0, ...print },
    hangOffs: [],
    platen,
    zone: whole,
    open,
    pad: false,
    pieces: 1,
    ...change,
  };
};
const zip = (print: { width: number; height: number }, clearance: number): BedRequest['hangOffs'] => [
  { kind: 'zip', area: { x: 0, y: -clearance - 8, width: print.width, height: 8 } },
];

describe('placeOne', () => {
  it('lies in the middle of the zone when nothing hangs off', () => {
    const bed = placeOne(ask({ zone: { x: 20, y: 40, width: 300, height: 400 } }));
    expect(bed?.pieces[0]?.print).toEqual({ x: 70, y: 90, width: 200, height: 300 });
    expect(bed).toMatchObject({ hangs: 'off', onPlate: [], offCentre: expect.closeTo(0, 6) as number });
  });
  it('turns a print that only fits the other way round', () => {
    expect(placeOne(ask({ print: { width: 500, height: 300 } }))?.pieces[0]?.turn).not.toBe(0);
    expect(placeOne(ask({ print: { width: 600, height: 300 } }))).toBeNull();
  });
  it('lets a zip hang off the edge, with clearance', () => {
    const print = { width: 200, height: 300 };
    const bed = placeOne(ask({ print, hangOffs: zip(print, 20) }));
    expect(bed?.hangs).toBe('off');
    const piece = bed?.pieces[0];
    if (!piece) throw new Error('it lies there');
    const area = boxTurned(zip(print, 20)[0]?.area ?? whole, print, piece.turn, piece.print.x, piece.print.y);
    expect(rectsOverlap(area, whole)).toBe(false);
  });
  it('lets a zip that runs along the print itself lie just outside the plate', () => {
    const print = { width: 200, height: 120 };
    const bed = placeOne(ask({ print, hangOffs: zip(print, 0) }));
    expect(bed).toMatchObject({ hangs: 'off', onPlate: [], faults: [] });
    const [piece] = bed?.pieces ?? [];
    expect(piece && rectContains(whole, piece.print, 1e-6)).toBe(true);
  });
  it('takes another edge where a hinge is in the way, and the pad where no edge is open', () => {
    const print = { width: 200, height: 300 };
    const round = { x: 0, y: -40, width: 200, height: 340 };
    const hinged = placeOne(ask({ print, hangOffs: zip(print, 20), blank: round, open: { ...open, top: false } }));
    expect(hinged?.hangs).toBe('off');
    expect(hinged?.pieces[0]?.turn).not.toBe(0);
    const shut = { top: false, right: false, bottom: false, left: false };
    expect(placeOne(ask({ print, hangOffs: zip(print, 20), blank: round, open: shut, pad: true }))?.hangs).toBe(
      'beside',
    );
    expect(placeOne(ask({ print, hangOffs: zip(print, 20), blank: round, open: shut }))?.hangs).toBe('pressed');
  });
  it('is as good as any place on a fine grid (brute force)', () => {
    const side = fc.integer({ min: 60, max: 380 });
    fc.assert(
      fc.property(side, side, fc.integer({ min: 0, max: 60 }), fc.boolean(), (width, height, clearance, pad) => {
        const print = { width, height };
        const request = ask({ print, hangOffs: zip(print, clearance), pad });
        const bed = placeOne(request);
        let [pressed, hot, off] = [Infinity, Infinity, Infinity];
        const plate = {
          x: -HANG_CLEARANCE,
          y: -HANG_CLEARANCE,
          width: platen.width + 2 * HANG_CLEARANCE,
          height: platen.depth + 2 * HANG_CLEARANCE,
        };
        for (const turn of [0, 90, 180, 270] as const) {
          const [w, h] = turn % 180 === 0 ? [width, height] : [height, width];
          for (let x = 0; x <= platen.width - w; x += 8) {
            for (let y = 0; y <= platen.depth - h; y += 8) {
              const area = boxTurned(request.hangOffs[0]?.area ?? whole, print, turn, x, y);
              const isHot = rectsOverlap(area, plate) ? 1 : 0;
              const padBox = { x, y, width: w, height: h };
              const isPressed = isHot && (!pad || rectsOverlap(area, padBox)) ? 1 : 0;
              const centre = Math.hypot(x + w / 2 - platen.width / 2, y + h / 2 - platen.depth / 2);
              if (isPressed < pressed || (isPressed === pressed && (isHot < hot || (isHot === hot && centre < off))))
                [pressed, hot, off] = [isPressed, isHot, centre];
            }
          }
        }
        if (!bed) {
          expect(pressed).toBe(Infinity);
          return;
        }
        expect(bed.hangs === 'pressed' ? 1 : 0).toBeLessThanOrEqual(pressed);
        if ((bed.hangs === 'pressed' ? 1 : 0) === pressed) expect(bed.onPlate.length).toBeLessThanOrEqual(hot);
        if ((bed.hangs === 'pressed' ? 1 : 0) === pressed && bed.onPlate.length === hot)
          expect(bed.offCentre).toBeLessThanOrEqual(off + 3);
      }),
      { numRuns: 40 },
    );
  });
});

describe('layBed', () => {
  it('puts two socks, and six coasters, side by side', () => {
    const sock = { width: 127, height: 203 };
    expect(layBed(ask({ print: sock, pieces: 2 }))?.pieces).toHaveLength(2);
    const coaster = { width: 102, height: 102 };
    const six = layBed(ask({ print: coaster, pieces: 6 }));
    expect(six?.pieces).toHaveLength(6);
    six?.pieces.forEach(({ print }, i) => {
      expect(rectContains(whole, print)).toBe(true);
      for (const other of six.pieces.slice(i + 1)) expect(rectsOverlap(print, other.print)).toBe(false);
    });
  });
  // How many lie in rows alone: by the closed form.
  it('turns some against the others where that takes more, and never takes fewer than rows do', () => {
    const inRows = (w: number, h: number, between: number) =>
      Math.floor((platen.width + between) / (w + between)) * Math.floor((platen.depth + between) / (h + between));
    expect(layBed(ask({ print: { width: 107, height: 131 }, pieces: 50 }))?.pieces).toHaveLength(11);
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 260 }), fc.integer({ min: 50, max: 300 }), (width, height) => {
        const bed = layBed(ask({ print: { width, height }, pieces: 50 }));
        const rows = Math.max(
          ...[8, 15].flatMap((between) => [inRows(width, height, between), inRows(height, width, between)]),
        );
        const pieces = bed?.pieces ?? [];
        expect(pieces.length).toBeGreaterThanOrEqual(Math.min(50, rows));
        pieces.forEach(({ print, turn }, i) => {
          expect(rectContains(whole, print, 1e-6)).toBe(true);
          expect([print.width, print.height]).toEqual(turn === 0 ? [width, height] : [height, width]);
          const room = {
            x: print.x - 7.99,
            y: print.y - 7.99,
            width: print.width + 15.98,
            height: print.height + 15.98,
          };
          for (const other of pieces.slice(i + 1)) expect(rectsOverlap(room, other.print)).toBe(false);
        });
      }),
    );
  });
  it('keeps pieces that are turned against each other together when the first is laid by hand', () => {
    const asked = ask({ print: { width: 107, height: 131 }, pieces: 11 });
    const first = layBed(asked)?.pieces[0];
    if (!first) throw new Error('they fit');
    const moved = layBed({ ...asked, place: { x: first.print.x + 3, y: first.print.y, turn: first.turn } });
    expect(moved?.pieces).toHaveLength(11);
    expect(moved?.pieces[0]?.print.x).toBeCloseTo(first.print.x + 3, 9);
  });
  it('moves pieces closer where that lets one more lie there, never onto each other’s transfers', () => {
    // Two mouse pads of 235 × 197 mm, a quarter turned, on a plate 406.4 mm wide.
    const pad = { width: 235, height: 197 };
    const two = layBed(ask({ print: pad, pieces: 6, reach: 3.2 }));
    expect(two?.pieces.length).toBeGreaterThanOrEqual(2);
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 300 }),
        fc.integer({ min: 60, max: 300 }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (width, height, reach) => {
          const bed = layBed(ask({ print: { width, height }, pieces: 20, reach }));
          const grown = (bed?.pieces ?? []).map(({ print: box }) => ({
            x: box.x - reach,
            y: box.y - reach,
            width: box.width + 2 * reach,
            height: box.height + 2 * reach,
          }));
          grown.forEach((one, i) => {
            for (const other of grown.slice(i + 1)) expect(rectsOverlap(one, other)).toBe(false);
          });
          for (const { print: box } of bed?.pieces ?? []) expect(rectContains(whole, box, 1e-6)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('presses one at a time what has to hang off', () => {
    const print = { width: 100, height: 100 };
    expect(layBed(ask({ print, pieces: 8, hangOffs: zip(print, 20) }))?.pieces).toHaveLength(1);
  });
});

describe('planSections', () => {
  const of = (width: number, height: number, zone: { width: number; height: number }): SectionRequest => {
    const box: Rect = { x: 0, y: 0, width, height };
    return { outline: rectPolygon(box), box, zone, overlap: LEAST_OVERLAP };
  };
  const plan = (request: SectionRequest) => {
    const found = planSections(request, areaOf(request.outline));
    if (!found) throw new Error('it can be pressed');
    return found;
  };
  const plate = { width: 16 * inch, height: 20 * inch };
  it.each([
    // An 18 × 27 in mat on a 16 × 20 in platen takes two pressings: common practice, no published source.
    ['an 18 × 27 in mat on 16 × 20 in', 18 * inch, 27 * inch, plate, 2, 2],
    ['a 24 × 36 in mat on 16 × 20 in', 24 * inch, 36 * inch, plate, 4, 4],
    ['a 40 × 40 cm cushion with its bleed on 15 × 15 in', 412.7, 412.7, { width: 15 * inch, height: 15 * inch }, 4, 4],
    ['a 35 × 35 in banner on 16 × 20 in, as a pinwheel', 35 * inch, 35 * inch, plate, 5, 5],
    ['what fits', 300, 300, plate, 1, 1],
  ] as const)('%s', (_, width, height, zone, count, bound) => {
    const found = plan(of(width, height, zone));
    expect([found.sections.length, found.bound]).toEqual([count, bound]);
  });
  it('covers all of the print, with the overlap at every seam, and is never fewer than the bound', () => {
    const side = fc.integer({ min: 200, max: 1100 });
    fc.assert(
      fc.property(
        side,
        side,
        fc.integer({ min: 200, max: 500 }),
        fc.integer({ min: 200, max: 500 }),
        (width, height, w, h) => {
          const { sections, bound } = plan(of(width, height, { width: w, height: h }));
          expect(sections.length).toBeGreaterThanOrEqual(bound);
          // Every spot as large as the overlap lies whole in one pressing: so no seam is without it, however the sections lie.
          const spot = LEAST_OVERLAP - 1e-3;
          for (let x = 0; x <= width - LEAST_OVERLAP; x += Math.max(7, width / 23)) {
            for (let y = 0; y <= height - LEAST_OVERLAP; y += Math.max(7, height / 23)) {
              const at = { x, y, width: spot, height: spot };
              expect(sections.some(({ area }) => rectContains(area, at, 1e-6))).toBe(true);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('leaves out what of an odd outline no pressing needs', () => {
    // A long triangle: the corner of its box is empty.
    const outline = [
      { x: 0, y: 0 },
      { x: 900, y: 0 },
      { x: 0, y: 900 },
    ];
    const box = { x: 0, y: 0, width: 900, height: 900 };
    const found = planSections({ outline, box, zone: { width: 310, height: 310 }, overlap: 6 }, areaOf(outline));
    expect(found?.sections).toHaveLength(6);
    const heart = polygonOf(shapeOutline('heart', { width: 380, height: 380 }));
    const request = {
      outline: heart,
      box: { x: 0, y: 0, width: 380, height: 380 },
      zone: { width: 400, height: 400 },
      overlap: 6,
    };
    expect(planSections(request, areaOf(heart))?.sections).toHaveLength(1);
  });
  it('puts seams where the picture is quiet, as far as there is slack', () => {
    const box = { x: 0, y: 0, width: 900, height: 200 };
    const costAcross = (x: number) => (x > 320 && x < 370 ? 5 : 0);
    const request = { outline: rectPolygon(box), box, zone: { width: 360, height: 300 }, overlap: 6 };
    const plain = planSections(request, areaOf(request.outline));
    const quiet = planSections({ ...request, costAcross }, areaOf(request.outline));
    const loud = (found: typeof plain) =>
      (found?.sections ?? [])
        .flatMap(({ area }) => [area.x, area.x + area.width])
        .filter((x) => x > 0 && x < 900 && costAcross(x) > 0).length;
    expect(plain?.sections).toHaveLength(3);
    expect(quiet?.sections).toHaveLength(3);
    expect([loud(plain), loud(quiet)]).toEqual([1, 0]);
  });
  it('gives up on a zone that is hardly larger than the overlap', () => {
    expect(planSections(of(500, 500, { width: 5, height: 5 }), 250_000)).toBeNull();
  });
});
