import { rectPolygon } from '../geometry/index.js';
import { seeded, wholeBelow } from '../numbers/index.js';
import { guillotined } from '../testing/index.js';
import { blocksFrom, type Block } from './blocks.js';
import { Joiner } from './joined.js';
import type { Spot } from './problem.js';
import { Slots } from './slots.js';
import { clashesOf } from './verify.js';

const blockOf = (turn: number, width: number, height: number): Block => {
  const steps = [{ x: 0, width, near: 0, far: height }];
  return { turn, width, height, steps, area: width * height, dx: turn === 90 ? width : 0, dy: 0 };
};
/** Boxes that may be turned, or not. */
const blocks = (sizes: readonly (readonly [number, number])[], turns = true) =>
  blocksFrom(
    sizes.map((_, i) => i),
    sizes.map(([w, h]) => (turns ? [blockOf(0, w, h), blockOf(90, h, w)] : [blockOf(0, w, h)])),
  );

describe('Joiner', () => {
  const sides = (sizes: readonly (readonly [number, number])[], spots: readonly Spot[]) =>
    spots.map(({ x, y, turn }, i) => {
      const [w = 0, h = 0] = sizes[i] ?? [];
      return turn === 90 ? { x: x - h, y, width: h, height: w } : { x, y, width: w, height: h };
    });

  it.each([30, 60, 80])('puts a sheet together again that was cut into %s, every piece in its place', (count) => {
    const sizes = guillotined(count, count + 1000, 600, 800);
    const joiner = new Joiner(blocks(sizes), 600, seeded(3));
    let left = joiner.join(800, 1);
    for (let i = 0; i < 6000 && left > 1; i++) left = joiner.rejoin(800);
    expect(left).toBe(1);
    const joined = joiner.joined();
    const [whole] = joined.blocks.all;
    expect([whole?.width, whole?.height].sort()).toEqual([600, 800]);
    // Upright or on its side, nothing lies in anything else, and nothing sticks out.
    for (const turn of [0, 90]) {
      const at = joined.blocks.all.find((one) => one.turn === turn);
      const spots = joined.apart([{ sheet: 0, x: 50, y: 7, turn }]);
      const rooms = sides(sizes, spots).map(({ x, y, width, height }) => rectPolygon({ x: x - 50, y: y - 7, width, height })); // prettier-ignore
      const { pairs, outside } = clashesOf(rooms, { width: at?.width ?? 0, length: at?.height ?? 0 });
      expect([pairs, outside]).toEqual([[], []]);
    }
  });

  it('turns nothing that may not be turned, and makes nothing larger than the sheet', () => {
    // The first two have a side in common only when one is turned; the last two would be 700 wide.
    const sizes = [[40, 90], [90, 30], [350, 20], [350, 20]] as const; // prettier-ignore
    const stiff = new Joiner(blocks(sizes, false), 600, seeded(1));
    stiff.join(800, 1);
    const { blocks: left } = stiff.joined();
    expect(left.all.map(({ width, height }) => [width, height])).toEqual([[40, 90], [90, 30], [350, 40]]); // prettier-ignore
    const loose = new Joiner(blocks(sizes), 600, seeded(1));
    expect(loose.join(800, 1)).toBe(2);
  });

  it('takes boxes apart again that are larger than they may be', () => {
    const sizes = guillotined(40, 7, 600, 800);
    const joiner = new Joiner(blocks(sizes), 600, seeded(2));
    joiner.join(800, 1);
    for (const limit of [20_000, 80_000]) {
      const { blocks: few } = joiner.joined(limit);
      const large = few.all.filter(({ area }) => area > limit).map(({ width, height }) => `${width} ${height}`);
      expect(sizes.flatMap(([w, h]) => [`${w} ${h}`, `${h} ${w}`])).toEqual(expect.arrayContaining(large));
    }
    expect(joiner.joined(0).blocks.shape).toHaveLength(40);
  });

  it('says how many have a side in common', () => {
    const of = (sizes: readonly (readonly [number, number])[]) => new Joiner(blocks(sizes), 600, seeded(1)).likeness;
    expect(of([[1, 2], [3, 4]])).toBe(1); // prettier-ignore
    expect(of([[5, 9], [5, 9], [5, 9]])).toBe(3); // prettier-ignore
  });
});

describe('Slots', () => {
  it('finds what fits a gap best, as one by one would (seeded)', () => {
    const random = seeded(11);
    for (let round = 0; round < 40; round++) {
      const some = 1 + wholeBelow(70, random);
      const sizes = Array.from({ length: some }, (): [number, number] => [
        10 * (1 + wholeBelow(9, random)),
        10 * (1 + wholeBelow(9, random)),
      ]);
      const all = blocks(sizes);
      const slots = new Slots(
        sizes.map((_, i) => i),
        all,
      );
      const left = slots.all();
      const gone = new Set<number>();
      for (let i = 0; i < some; i++) {
        const [room, deep, high, lower] = [0, 0, 0, 0].map(() => 10 * wholeBelow(12, random)) as [number, number, number, number]; // prettier-ignore
        let [best, slot] = [-1, -1];
        all.all.forEach((block, at) => {
          if (gone.has(at >> 1) || block.width > room || block.height > deep) return;
          const level = block.height === high ? 2 : block.height === lower ? 1 : 0;
          const score = block.width === room ? 3 + level : level;
          if (score > best) [best, slot] = [score, at];
        });
        const found = slots.bestBox(left, room, deep, high, lower);
        expect(found < 0 ? [-1, -1] : [found & 7, found >> 3]).toEqual([best, slot]);
        if (found < 0) continue;
        const thing = slots.thing[found >> 3] ?? 0;
        slots.drop(thing, left);
        gone.add(thing);
        const rest = sizes.reduce((sum, [w, h], one) => (gone.has(one) ? sum : sum + w * h), 0);
        expect(slots.areaOf(left)).toBe(rest);
      }
    }
  });
});
