import fc from 'fast-check';
import type { Box } from '../shop/index.js';
import { girthOf, packBoxes, shippingFor, type Parcelled } from './index.js';

type Triple = [number, number, number];
const box = (inside: Triple, name = inside.join('×')): Box => ({ name, inside, weight: 100 });
const thing = (size: Triple, weight: number | null = 50): Parcelled => ({ name: 'thing', size, weight });

/** Whether blocks go into a box at all, by trying every way round at every place that sums of sides reach: any packing can be pushed into such places (normal patterns; Herz 1972). */
function goesIn(sizes: readonly Triple[], inside: Triple): boolean {
  const volume = (one: Triple) => one[0] * one[1] * one[2];
  if (sizes.reduce((sum, size) => sum + volume(size), 0) > volume(inside)) return false;
  const sides = sizes.flat();
  const sums = inside.map((most) => {
    let all = new Set([0]);
    for (const side of sides) all = new Set([...all, ...[...all].map((sum) => sum + side)].filter((sum) => sum < most));
    return [...all].sort((a, b) => a - b);
  });
  const turns = ([a, b, c]: Triple): Triple[] => [
    [a, b, c],
    [a, c, b],
    [b, a, c],
    [b, c, a],
    [c, a, b],
    [c, b, a],
  ];
  const placed: { at: Triple; size: Triple }[] = [];
  const place = (i: number): boolean => {
    const size = sizes[i];
    if (!size) return true;
    for (const turn of turns(size))
      for (const x of sums[0] ?? [])
        for (const y of sums[1] ?? [])
          for (const z of sums[2] ?? []) {
            const at: Triple = [x, y, z];
            if (at.some((from, k) => from + (turn[k] ?? 0) > (inside[k] ?? 0))) continue;
            const meets = placed.some((one) =>
              [0, 1, 2].every(
                (k) =>
                  (at[k] ?? 0) < (one.at[k] ?? 0) + (one.size[k] ?? 0) &&
                  (one.at[k] ?? 0) < (at[k] ?? 0) + (turn[k] ?? 0),
              ),
            );
            if (meets) continue;
            placed.push({ at, size: turn });
            if (place(i + 1)) return true;
            placed.pop();
          }
    return false;
  };
  return place(0);
}

const side = fc.integer({ min: 1, max: 6 });
const triple = fc.tuple(side, side, side);
const small = fc.integer({ min: 1, max: 4 });
const few = fc.array(fc.tuple(small, small, small), { minLength: 2, maxLength: 4 });

describe('things in boxes', () => {
  it('lie inside, none in another, each once, with the weight of all', () =>
    fc.assert(
      fc.property(
        fc.array(triple, { minLength: 1, maxLength: 14 }),
        fc.array(triple, { minLength: 1, maxLength: 3 }),
        (sizes, boxes) => {
          const items = sizes.map((size) => thing(size));
          const parcel = packBoxes(
            items,
            boxes.map((inside) => box(inside)),
          );
          const seen = [...parcel.left, ...parcel.boxes.flatMap(({ placed }) => placed.map(({ item }) => item))];
          expect([...seen].sort((a, b) => a - b)).toEqual(sizes.map((_, i) => i));
          for (const { box: one, placed, weight } of parcel.boxes) {
            expect(weight).toBe(100 + 50 * placed.length);
            for (const [i, a] of placed.entries()) {
              expect([...a.size].sort()).toEqual([...(sizes[a.item] ?? [])].sort());
              for (const k of [0, 1, 2] as const) {
                expect(a.at[k]).toBeGreaterThanOrEqual(-1e-9);
                expect(a.at[k] + a.size[k]).toBeLessThanOrEqual(one.inside[k] + 1e-6);
              }
              for (const b of placed.slice(i + 1))
                expect(
                  [0, 1, 2].some(
                    (k) =>
                      (a.at[k] ?? 0) + (a.size[k] ?? 0) <= (b.at[k] ?? 0) + 1e-6 ||
                      (b.at[k] ?? 0) + (b.size[k] ?? 0) <= (a.at[k] ?? 0) + 1e-6,
                  ),
                ).toBe(true);
            }
          }
          expect(parcel.boxes.length).toBeGreaterThanOrEqual(parcel.boxes.length === 0 ? 0 : parcel.bound);
        },
      ),
      { numRuns: 80 },
    ));
  it('go in wherever trying all places finds room, and nowhere else', () => {
    let [possible, found] = [0, 0];
    fc.assert(
      fc.property(few, triple, (sizes, inside) => {
        const { boxes, left } = packBoxes(
          sizes.map((size) => thing(size)),
          [box(inside)],
        );
        const allIn = left.length === 0 && boxes.length === 1;
        const can = goesIn(sizes, inside);
        // What is found is truly there; what is not found is counted.
        if (allIn) expect(can).toBe(true);
        if (can) possible++;
        if (allIn) found++;
      }),
      { numRuns: 250, seed: 7 },
    );
    expect(possible).toBeGreaterThan(40);
    expect(found / possible).toBeGreaterThanOrEqual(0.99);
  });
  it('are shown to want no smaller box only where that is so', () =>
    fc.assert(
      fc.property(few, fc.array(triple, { minLength: 2, maxLength: 3 }), (sizes, insides) => {
        const { boxes, left, proven } = packBoxes(
          sizes.map((size) => thing(size)),
          insides.map((inside) => box(inside)),
        );
        if (!proven || boxes.length !== 1 || left.length > 0) return;
        const taken = boxes[0]?.box.inside ?? [0, 0, 0];
        const volume = (one: Triple) => one[0] * one[1] * one[2];
        for (const inside of insides) if (volume(inside) < volume(taken)) expect(goesIn(sizes, inside)).toBe(false);
      }),
      { numRuns: 100 },
    ));
  it('fill a box to the last corner where it can be so', () => {
    // Eight halves of a box, and the five-piece puzzle of bricks 1 × 2 × 2 round a hole in 3 × 3 × 3 (Conway’s, six bricks and three cubes; from memory).
    const halves = Array.from({ length: 8 }, () => thing([50, 40, 30]));
    expect(packBoxes(halves, [box([100, 80, 60])])).toMatchObject({ bound: 1, proven: true, left: [] });
    const bricks = [
      ...Array.from({ length: 6 }, () => thing([1, 2, 2])),
      ...Array.from({ length: 3 }, () => thing([1, 1, 1])),
    ];
    expect(packBoxes(bricks, [box([3, 3, 3])]).boxes.flatMap(({ placed }) => placed).length).toBe(9);
  });
  it('take the smallest box that holds all, and more boxes where none does', () => {
    const shirts = Array.from({ length: 200 }, () => thing([300, 250, 12]));
    const parcel = packBoxes(shirts, [box([310, 260, 60]), box([310, 260, 250]), box([620, 520, 400])]);
    // By hand: four piles side by side, each of 33 in 400 mm, are 132.
    expect(parcel.boxes.map(({ placed }) => placed.length).reduce((a, b) => a + b)).toBe(200);
    expect(parcel.boxes[0]?.box.name).toBe('620×520×400');
    expect(parcel.boxes[0]?.placed.length).toBeGreaterThanOrEqual(132);
    expect(packBoxes(shirts.slice(0, 4), [box([310, 260, 60]), box([620, 520, 400])]).boxes[0]?.box.name).toBe(
      '310×260×60',
    );
  });
  it('are left out where no box is long enough', () => {
    const { left, boxes } = packBoxes([thing([900, 20, 20]), thing([10, 10, 10])], [box([100, 100, 100])]);
    expect([left, boxes.length]).toEqual([[0], 1]);
    expect(packBoxes([thing([1, 1, 1])], [])).toEqual({ boxes: [], left: [0], bound: 0, proven: true });
  });
  it('weigh nothing that anybody knows where one of them was never weighed', () =>
    expect(packBoxes([thing([1, 1, 1]), thing([1, 1, 1], null)], [box([5, 5, 5])]).boxes[0]?.weight).toBeNull());
});

describe('what sending costs', () => {
  const rates = [
    { name: 'Letter', weight: 500, longest: 350, girth: 900, price: 160 },
    { name: 'Parcel S', weight: 2000, longest: 600, girth: null, price: 490 },
    { name: 'Parcel L', weight: 10_000, longest: null, girth: 3000, price: 990 },
  ];
  it('is that of the cheapest row that takes it, on the very edge too', () => {
    const sent = (inside: Triple, weight: number | null) =>
      shippingFor({ box: box(inside), weight }, rates)?.name ?? null;
    expect(sent([350, 200, 50], 500)).toBe('Letter');
    expect(sent([350, 200, 76], 500)).toBe('Parcel S');
    expect(sent([350, 200, 50], 501)).toBe('Parcel S');
    expect(sent([700, 300, 300], 501)).toBe('Parcel L');
    expect(sent([350, 200, 50], 10_001)).toBeNull();
    expect(sent([350, 200, 50], null)).toBeNull();
  });
  it('goes by the longest side and the girth about it', () =>
    expect(girthOf([200, 700, 300])).toEqual({ longest: 700, girth: 1700 }));
});
