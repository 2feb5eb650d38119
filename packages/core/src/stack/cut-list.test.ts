import type { Layer } from './layers.js';
import { cutList, rollLength } from './index.js';

const layer = (role: Layer['role'], width: number, height: number): Layer => ({
  role,
  name: role,
  detail: '',
  why: '',
  thickness: 0.1,
  size: { width, height },
});
const layers = [
  layer('cover sheet', 290, 290),
  layer('transfer', 240, 240),
  layer('insert', 260, 260),
  layer('base sheet', 290, 290),
];

describe('cutList', () => {
  it('counts a cover and a base sheet for each pressing and an insert for each piece, and throws each away after one', () => {
    const { items } = cutList([{ layers, pressings: 12 }], 6, { reuse: 'never' });
    expect(items.map(({ role, count }) => [role, count])).toEqual([
      ['cover sheet', 12],
      ['insert', 6],
      ['base sheet', 12],
    ]);
    expect(items.every(({ until }) => until === 'after one pressing')).toBe(true);
  });
  it('adds up what the sides of a piece take, and keeps sizes apart', () => {
    const large = [layer('cover sheet', 400, 290), layer('base sheet', 290, 290)];
    const sides = [
      { layers, pressings: 6 },
      { layers: large, pressings: 6 },
    ];
    expect(cutList(sides, 6, { reuse: 'never' }).items.map(({ role, width, count }) => [role, width, count])).toEqual([
      ['cover sheet', 290, 6],
      ['insert', 260, 6],
      ['base sheet', 290, 12],
      ['cover sheet', 400, 6],
    ]);
  });
  it('cuts sheets of one size together: 24 of them, two abreast on 610 mm, and the inserts beside', () => {
    const { length } = cutList([{ layers, pressings: 12 }], 6, { reuse: 'never' });
    expect(length).toBe(12 * 290 + 3 * 260);
  });
  it('takes one of each while the same design lies on the same spot', () => {
    const { items, length } = cutList([{ layers, pressings: 12 }], 6, { reuse: 'same design' });
    expect(items.map(({ count }) => count)).toEqual([1, 1, 1]);
    expect(items[0]?.until).toMatch(/browns/);
    expect(length).toBe(290 + 260);
  });
  it('turns sheets where that takes less of the roll, and says when they are wider than it', () => {
    expect(rollLength({ width: 700, height: 300, count: 4 }, 610)).toBe(2 * 700);
    expect(rollLength({ width: 700, height: 650, count: 1 }, 610)).toBe(Infinity);
  });
});
