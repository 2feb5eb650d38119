import fc from 'fast-check';
import {
  areaOf,
  boundsOf,
  crossingOf,
  distance,
  homographyOf,
  hullOf,
  mirroredOutline,
  polygonContains,
  polygonOf,
  project,
  simplified,
  squaredUp,
  symmetric,
  toSegment,
  upright,
  type Four,
  type Point,
} from './index.js';

const star = (seed: number): Point[] =>
  Array.from({ length: 60 }, (_, i) => {
    const angle = (i / 60) * 2 * Math.PI;
    const r = 60 + 14 * Math.sin(3 * angle + seed) + 6 * Math.cos(7 * angle);
    return { x: 100 + r * Math.cos(angle), y: 100 + r * Math.sin(angle) };
  });
const toOutline = (p: Point, outline: readonly Point[]) =>
  Math.min(...outline.map((a, i) => toSegment(p, a, outline[(i + 1) % outline.length] ?? a)));

describe('simplified', () => {
  // Douglas and Peucker 1973: no vertex further than the tolerance.
  it('leaves no point further than the tolerance from what stays', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0.01, max: 5, noNaN: true }),
        (seed, tolerance) => {
          const before = star(seed);
          const after = simplified(before, tolerance);
          expect(after.length).toBeLessThanOrEqual(before.length);
          for (const p of before) expect(toOutline(p, after)).toBeLessThanOrEqual(tolerance + 1e-9);
        },
      ),
    );
  });
  it('keeps the four corners of a rectangle of many points', () => {
    const many = [0, 1, 2, 3].flatMap((side) =>
      Array.from({ length: 25 }, (_, i) => {
        const t = i / 25;
        return [
          { x: 40 * t, y: 0 },
          { x: 40, y: 30 * t },
          { x: 40 - 40 * t, y: 30 },
          { x: 0, y: 30 - 30 * t },
        ][side] as Point;
      }),
    );
    expect(simplified(many, 0.01)).toHaveLength(4);
  });
});

describe('homography', () => {
  // Hartley and Zisserman, ch. 4: exact on synthetic views.
  it('takes four points to four others exactly, and every point between as the view does', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        number(0.7, 1.4),
        number(-0.3, 0.3),
        number(-0.3, 0.3),
        number(-4e-4, 4e-4),
        number(-4e-4, 4e-4),
        (s, b, d, g, h) => {
          const view = (p: Point): Point => project([s, b, 40, d, s, 25, g, h], p);
          const corners: Four<Point> = [
            { x: 0, y: 0 },
            { x: 85.6, y: 0 },
            { x: 85.6, y: 53.98 },
            { x: 0, y: 53.98 },
          ];
          const back = homographyOf(corners.map(view) as unknown as Four<Point>, corners);
          for (const p of [...corners, { x: 200, y: 300 }, { x: -90, y: 20 }])
            expect(distance(project(back, view(p)), p)).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('refuses three points on a line', () => {
    const line: Four<Point> = [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
      { x: 2, y: 2 },
      { x: 0, y: 5 },
    ];
    expect(() => homographyOf(line, line)).toThrow(RangeError);
  });
});

describe('editing an outline', () => {
  it('mirrors it: same size and area, twice is itself', () => {
    const outline = star(1);
    const mirror = mirroredOutline(outline);
    expect(areaOf(mirror)).toBeCloseTo(areaOf(outline), 6);
    expect(boundsOf(mirror).width).toBeCloseTo(boundsOf(outline).width, 9);
    const { x, y } = boundsOf(outline);
    for (const p of mirroredOutline(mirror)) expect(toOutline({ x: p.x + x, y: p.y + y }, outline)).toBeLessThan(1e-9);
  });
  it('turns a skewed rectangle upright, by no more than 45°', () => {
    fc.assert(
      fc.property(fc.double({ min: -44, max: 44, noNaN: true }), (degrees) => {
        const angle = (degrees * Math.PI) / 180;
        const skewed = polygonOf({ kind: 'rectangle', width: 120, height: 70, radius: 9 }).map(({ x, y }) => ({
          x: x * Math.cos(angle) - y * Math.sin(angle),
          y: x * Math.sin(angle) + y * Math.cos(angle),
        }));
        const { width, height } = boundsOf(upright(skewed));
        expect(width).toBeCloseTo(120, 2);
        expect(height).toBeCloseTo(70, 2);
      }),
    );
  });
  it('makes it symmetric, and leaves what is symmetric already', () => {
    const heart = symmetric(star(0.4));
    for (const p of mirroredOutline(heart)) expect(toOutline(p, heart)).toBeLessThan(0.05);
    const ellipse = polygonOf({ kind: 'ellipse', width: 90, height: 60 });
    for (const p of symmetric(ellipse)) expect(toOutline(p, ellipse)).toBeLessThan(0.05);
  });
  it('squares up what is nearly level or upright', () => {
    const out = squaredUp([
      { x: 0, y: 0.6 },
      { x: 60, y: 0 },
      { x: 60.5, y: 40 },
      { x: 0.3, y: 40.4 },
    ]);
    expect(new Set(out.map((p) => p.y.toFixed(6))).size).toBe(2);
  });
  it('has a hull that holds every point', () => {
    const hull = hullOf(star(2));
    const centre = { x: 100, y: 100 };
    const grown = hull.map((p) => ({
      x: centre.x + (p.x - centre.x) * 1.0001,
      y: centre.y + (p.y - centre.y) * 1.0001,
    }));
    for (const p of star(2)) expect(polygonContains(grown, p)).toBe(true);
  });
});

describe('crossingOf', () => {
  it('finds where a bow tie crosses, and nothing in a simple outline', () => {
    expect(
      crossingOf([
        { x: 0, y: 0 },
        { x: 50, y: 40 },
        { x: 50, y: 0 },
        { x: 0, y: 40 },
      ]),
    ).toEqual({ x: 25, y: 20 });
    expect(crossingOf(star(3))).toBeNull();
    expect(crossingOf(polygonOf({ kind: 'ellipse', width: 300, height: 200 }))).toBeNull();
  });
});
