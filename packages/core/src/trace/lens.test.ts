import type { Point } from '../geometry/index.js';
import { normals, seeded } from '../numbers/index.js';
import { bentBy, lensOf, lensWithLines, straightened, straightLens } from './lens.js';

const SIZE = { width: 2600, height: 2000 };
const lensBy = (k1: number) => ({ ...straightLens(SIZE), k1 });
/** Points of a straight line as a lens shows them, each off by a normal value. */
function seen(from: Point, to: Point, k1: number, noise: number, seed = 1): Point[] {
  const stray = normals(seeded(seed));
  return Array.from({ length: 160 }, (_, i) => {
    const t = i / 159;
    const p = bentBy(lensBy(k1), { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t });
    return { x: p.x + noise * stray(), y: p.y + noise * stray() };
  });
}
/** The four sides of a card in a corner of the picture. */
const cardSides = (k1: number, noise: number): Point[][] => {
  const corners = [
    { x: 400, y: 300 },
    { x: 880, y: 340 },
    { x: 856, y: 640 },
    { x: 376, y: 602 },
  ];
  return corners.map((a, i) => seen(a, corners[(i + 1) % 4] ?? a, k1, noise, i + 1));
};

describe('a lens', () => {
  // D. C. Brown 1966, first term: at half the diagonal a place moves out by k1 of its distance.
  it('bends by the cube of the distance, and is straightened again', () => {
    const corner = bentBy(lensBy(0.08), { x: 0, y: 0 });
    expect(corner.x).toBeCloseTo(1300 - 1300 * 1.08, 6);
    for (const k1 of [-0.08, -0.01, 0, 0.03, 0.08])
      for (const p of [
        { x: 12, y: 1990 },
        { x: 1300, y: 1000 },
        { x: 700, y: 300 },
      ]) {
        const back = straightened(lensBy(k1), bentBy(lensBy(k1), p));
        expect(back.x).toBeCloseTo(p.x, 5);
        expect(back.y).toBeCloseTo(p.y, 5);
      }
  });
  it.each([-0.08, -0.03, 0, 0.05, 0.08])(
    'of k1 %s is known by the sides of a card, to within three of its doubts',
    (k1) => {
      const lens = lensWithLines(cardSides(k1, 0.1), [], SIZE);
      expect(Math.abs(lens.k1 - k1)).toBeLessThan(3 * lens.doubt);
      expect(lens.doubt).toBeLessThan(0.02);
    },
  );
  it('is known better by lines of the floor, and not misled by what is bent in truth', () => {
    const alone = lensWithLines(cardSides(0.05, 0.3), [], SIZE);
    const floor = [300, 900, 1700].map((y, i) => seen({ x: 100, y }, { x: 2500, y: y + 40 }, 0.05, 0.3, 20 + i));
    const better = lensWithLines(cardSides(0.05, 0.3), floor, SIZE);
    expect(Math.abs(better.k1 - 0.05)).toBeLessThan(0.01);
    expect(better.doubt).toBeLessThan(alone.doubt);
    // A rim of a plate: no lens bends so.
    const bowed = floor.map((points) => points.map(({ x, y }) => ({ x, y: y + 60 * ((x - 1300) / 1200) ** 2 })));
    expect(lensWithLines(cardSides(0.05, 0.3), bowed, SIZE).k1).toBeCloseTo(alone.k1, 2);
  });
  it('of which nothing is seen is taken for straight', () => {
    expect(lensOf([], SIZE)).toMatchObject({ k1: 0, doubt: straightLens(SIZE).doubt });
  });
});
