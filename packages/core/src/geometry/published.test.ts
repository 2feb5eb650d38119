import fc from 'fast-check';
import {
  areaOf,
  boundsOf,
  chain,
  determinant,
  applyTo,
  distance,
  homographyOf,
  hullOf,
  IDENTITY,
  inverse,
  mirroredOutline,
  offsetPolygon,
  perimeterOf,
  polygonOf,
  project,
  resampled,
  rotation,
  scaling,
  simplified,
  sizeOf,
  toSegment,
  translation,
  type Four,
  type Outline,
  type Point,
  type Polygon,
} from './index.js';

const regular = (n: number, r: number): Polygon =>
  Array.from({ length: n }, (_, i) => ({
    x: r * Math.cos((2 * Math.PI * i) / n),
    y: r * Math.sin((2 * Math.PI * i) / n),
  }));
const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
const point: fc.Arbitrary<Point> = fc.record({ x: coordinate, y: coordinate });

describe('areas and lengths against closed forms', () => {
  it.each([3, 4, 5, 6, 8, 12, 60])('of a regular polygon of %d corners', (n) => {
    // A = n r² sin(2π/n) / 2 and P = 2 n r sin(π/n), any table of polygons.
    const polygon = regular(n, 40);
    expect(areaOf(polygon)).toBeCloseTo((n * 40 ** 2 * Math.sin((2 * Math.PI) / n)) / 2, 6);
    expect(perimeterOf(polygon)).toBeCloseTo(2 * n * 40 * Math.sin(Math.PI / n), 6);
  });
  it('of a lattice polygon by the theorem of Pick (1899): A = I + B/2 − 1', () => {
    // Corners (0,0) (4,0) (4,3) (2,5) (0,3): 14 points inside, 12 on the border by counting.
    const polygon = [
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 4, y: 3 },
      { x: 2, y: 5 },
      { x: 0, y: 3 },
    ];
    let inside = 0;
    let border = 0;
    for (let x = 0; x <= 4; x++)
      for (let y = 0; y <= 5; y++) {
        const away = Math.min(...polygon.map((a, i) => toSegment({ x, y }, a, polygon[(i + 1) % polygon.length] ?? a)));
        if (away < 1e-9) border++;
        else if (y < 3 || y < 5 - Math.abs(x - 2)) inside++;
      }
    expect(areaOf(polygon)).toBe(inside + border / 2 - 1);
  });
  it('of an ellipse: π a b, and its perimeter by Ramanujan (1914), to the chords it is drawn with', () => {
    const outline: Outline = { kind: 'ellipse', width: 200, height: 120 };
    const polygon = polygonOf(outline);
    const [a, b] = [100, 60];
    const h = ((a - b) / (a + b)) ** 2;
    const perimeter = Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    expect(areaOf(polygon) / (Math.PI * a * b)).toBeCloseTo(1, 3);
    expect(perimeterOf(polygon) / perimeter).toBeCloseTo(1, 3);
    expect(sizeOf(outline)).toEqual({ width: 200, height: 120 });
  });
  it.each([0, 5, 20, 30])('of a rectangle with corners of %d mm: w h − (4 − π) r²', (radius) => {
    const polygon = polygonOf({ kind: 'rectangle', width: 100, height: 60, radius });
    const area = 100 * 60 - (4 - Math.PI) * radius ** 2;
    expect(Math.abs(areaOf(polygon) - area)).toBeLessThan(0.002 * area);
    expect(boundsOf(polygon)).toMatchObject({ width: 100, height: 60 });
  });
  it.each([1, 3, 10, 25])(
    'of a convex polygon grown by %d mm by the formula of Steiner (1840): A + P d + π d²',
    (d) => {
      const polygon = regular(7, 50);
      const outline = offsetPolygon(polygon, d);
      const area = areaOf(polygon) + perimeterOf(polygon) * d + Math.PI * d * d;
      expect(areaOf(outline) / area).toBeCloseTo(1, 2);
    },
  );
});

describe('hulls', () => {
  // To a hundredth of a millimetre, as points of outlines are.
  const hundredth = fc.integer({ min: -50_000, max: 50_000 }).map((n) => n / 100);
  const place: fc.Arbitrary<Point> = fc.record({ x: hundredth, y: hundredth });
  it('hold every point, and turn one way alone', () =>
    fc.assert(
      fc.property(fc.array(place, { minLength: 3, maxLength: 40 }), (points) => {
        const hull = hullOf(points);
        fc.pre(hull.length >= 3 && areaOf(hull) > 1);
        const turns = hull.map((a, i) => {
          const [b, c] = [hull[(i + 1) % hull.length] ?? a, hull[(i + 2) % hull.length] ?? a];
          return Math.sign((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x));
        });
        expect(new Set(turns.filter((turn) => turn !== 0)).size).toBe(1);
        for (const p of points) {
          const sides = hull.map((a, i) => {
            const b = hull[(i + 1) % hull.length] ?? a;
            return ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) * (turns.find((turn) => turn !== 0) ?? 1);
          });
          expect(Math.min(...sides)).toBeGreaterThan(-1e-6);
        }
      }),
    ));
});

describe('what leaves a shape as it is', () => {
  it('simplifying takes no point further than it may', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 4, noNaN: true }), fc.integer({ min: 8, max: 300 }), (tolerance, n) => {
        const polygon = regular(n, 60);
        const fewer = simplified(polygon, tolerance);
        expect(fewer.length).toBeLessThanOrEqual(polygon.length);
        for (const p of polygon) {
          const away = Math.min(...fewer.map((a, i) => toSegment(p, a, fewer[(i + 1) % fewer.length] ?? a)));
          expect(away).toBeLessThanOrEqual(tolerance + 1e-9);
        }
      }),
    ));
  it('points at even steps lie on the outline, as far apart along it', () =>
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 9 }), fc.double({ min: 0.5, max: 8, noNaN: true }), (n, pitch) => {
        const polygon = regular(n, 50);
        const points = resampled(polygon, pitch);
        const step = perimeterOf(polygon) / points.length;
        points.forEach((p, i) => {
          const away = Math.min(...polygon.map((a, k) => toSegment(p, a, polygon[(k + 1) % n] ?? a)));
          expect(away).toBeLessThan(1e-9);
          expect(distance(p, points[(i + 1) % points.length] ?? p)).toBeLessThanOrEqual(step + 1e-9);
        });
      }),
    ));
  it('mirroring twice is nothing done', () => {
    const polygon = [
      { x: 0, y: 0 },
      { x: 70, y: 0 },
      { x: 50, y: 30 },
      { x: 0, y: 44 },
    ];
    const twice = mirroredOutline(mirroredOutline(polygon));
    expect(areaOf(twice)).toBeCloseTo(areaOf(polygon), 9);
    for (const p of polygon) expect(twice.some((q) => distance(p, q) < 1e-9)).toBe(true);
  });
});

describe('transforms', () => {
  const transform = fc
    .tuple(
      fc.double({ min: -180, max: 180, noNaN: true }),
      coordinate,
      coordinate,
      fc.double({ min: 0.1, max: 8, noNaN: true }),
    )
    .map(([turn, x, y, by]) => chain(rotation(turn), scaling(by, by), translation(x, y)));
  it('are undone by their inverse', () =>
    fc.assert(
      fc.property(transform, point, (t, p) => {
        expect(distance(applyTo(inverse(t), applyTo(t, p)), p)).toBeLessThan(1e-6);
      }),
    ));
  it('multiply areas by their determinant', () =>
    fc.assert(
      fc.property(transform, (t) => {
        const square = polygonOf({ kind: 'rectangle', width: 10, height: 10, radius: 0 });
        const moved = square.map((p) => applyTo(t, p));
        expect(areaOf(moved) / areaOf(square)).toBeCloseTo(Math.abs(determinant(t)), 6);
      }),
    ));
  it('turn a quarter exactly, x to y', () => {
    expect(distance(applyTo(rotation(90), { x: 3, y: 0 }), { x: 0, y: 3 })).toBeLessThan(1e-12);
    expect(applyTo(IDENTITY, { x: 3, y: 4 })).toEqual({ x: 3, y: 4 });
  });
});

describe('the map of four points', () => {
  const square: Four<Point> = [
    { x: 0, y: 0 },
    { x: 1, y: 0 },
    { x: 1, y: 1 },
    { x: 0, y: 1 },
  ];
  it('of the unit square to a trapezium is the one of Heckbert (1989), Fundamentals of Texture Mapping, section 2.2.3', () => {
    const to: Four<Point> = [
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 3, y: 2 },
      { x: 1, y: 2 },
    ];
    // With Σx = x0 − x1 + x2 − x3 and the same of y: g and h are quotients of determinants, the rest follows from the corners.
    const [sx, sy] = [to[0].x - to[1].x + to[2].x - to[3].x, to[0].y - to[1].y + to[2].y - to[3].y];
    const [dx1, dx2, dy1, dy2] = [to[1].x - to[2].x, to[3].x - to[2].x, to[1].y - to[2].y, to[3].y - to[2].y];
    const whole = dx1 * dy2 - dx2 * dy1;
    const [g, h] = [(sx * dy2 - dx2 * sy) / whole, (dx1 * sy - sx * dy1) / whole];
    const expected = [
      to[1].x - to[0].x + g * to[1].x,
      to[3].x - to[0].x + h * to[3].x,
      to[0].x,
      to[1].y - to[0].y + g * to[1].y,
      to[3].y - to[0].y + h * to[3].y,
      to[0].y,
      g,
      h,
    ];
    homographyOf(square, to).forEach((value, i) => {
      expect(value).toBeCloseTo(expected[i] ?? NaN, 9);
    });
  });
  it('takes the middle to where the diagonals cross', () => {
    const to: Four<Point> = [
      { x: 0, y: 0 },
      { x: 4, y: 0 },
      { x: 3, y: 2 },
      { x: 1, y: 2 },
    ];
    // The diagonals of that trapezium, (0,0)–(3,2) and (4,0)–(1,2), cross at (2, 4/3).
    const middle = project(homographyOf(square, to), { x: 0.5, y: 0.5 });
    expect(middle.x).toBeCloseTo(2, 9);
    expect(middle.y).toBeCloseTo(4 / 3, 9);
  });
});
